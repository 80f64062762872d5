import type { Drawing } from "../figures/figure.ts";
import type { Sheet } from "../tape/layout.ts";
import type { Check } from "./checks/check.ts";
import { CHECKS } from "./checks/index.ts";
import type { Common } from "./criterion.ts";
import { match, type Stated } from "./matching.ts";
import { type Judged, type Score, scores, total } from "./points.ts";
import type { Exactness, Scene, Taken } from "./scene.ts";
import type { Selector } from "./selector.ts";

/** A criterion with the check it names. */
export type Criterion = Common & { readonly check: string };

/** What is marked against: the wanted figures and the criteria. */
export interface Wanted {
	readonly figures: ReadonlyMap<string, Selector>;
	readonly criteria: readonly Criterion[];
	readonly exactness: Exactness;
}

/** Every criterion judged, with its points. */
export interface Marked {
	readonly judged: readonly (Judged & { readonly criterion: Criterion; readonly score: Score })[];
	readonly taken: ReadonlyMap<string, Taken>;
	readonly points: { readonly earned: number; readonly possible: number };
}

const BY_NAME: ReadonlyMap<string, Check> = new Map(CHECKS.map((c) => [c.name, c as unknown as Check]));

/** The check of a criterion. */
export function checkOf(criterion: Criterion): Check {
	const check = BY_NAME.get(criterion.check);
	if (!check) throw new RangeError(`no check is called ${criterion.check}`);
	return check;
}

/** What the criteria say of each wanted figure's place and size; it helps to find the figure that was meant. */
function stated(wanted: Wanted): Map<string, Stated> {
	const all = new Map<string, { places: Stated["places"][number][]; sizes: Stated["sizes"][number][] }>();
	for (const criterion of wanted.criteria) {
		if (typeof criterion.of !== "string" || !wanted.figures.has(criterion.of)) continue;
		const tells = checkOf(criterion).states?.(criterion);
		if (!tells) continue;
		const own = all.get(criterion.of) ?? { places: [], sizes: [] };
		own.places.push(...(tells.places ?? []));
		own.sizes.push(...(tells.sizes ?? []));
		all.set(criterion.of, own);
	}
	return all;
}

/** Judges a drawing on the sheet it was drawn on: the exercise's, or the program's own where it has none. */
export function judge(drawing: Drawing, sheet: Sheet, wanted: Wanted): Marked {
	const taken = match(drawing.figures, wanted.figures, stated(wanted), sheet);
	const scene: Scene = { drawing, sheet, exactness: wanted.exactness, taken };
	const judged = wanted.criteria.map((criterion) => {
		const check = checkOf(criterion);
		return { criterion, forbids: check.forbids(criterion), judgement: check.judge(criterion, scene) };
	});
	const results = scores(judged);
	return { judged: judged.map((j, i) => ({ ...j, score: results[i] as Score })), taken, points: total(judged, results) };
}
