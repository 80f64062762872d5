import type { Figure } from "../figures/figure.ts";
import { leastCost } from "../geometry/assignment.ts";
import { distance } from "../geometry/points.ts";
import { sameColour } from "../marking/paint-words.ts";
import type { ProgramRun, Scene } from "../marking/scene.ts";

/** A wanted figure, as the model draws it, with what was taken for it. */
export interface Pair {
	readonly name: string;
	/** Which of its name, from 0. */
	readonly slot: number;
	readonly wanted: Figure;
	readonly found: Figure;
}

/** A drawing beside the model's: what belongs together, what is missing and what is too many. */
export interface Paired {
	readonly scene: Scene;
	readonly pairs: readonly Pair[];
	/** Wanted figures for which nothing was found. */
	readonly gone: readonly { readonly name: string; readonly wanted: Figure }[];
	/** Figures that were taken for nothing; all of them where the exercise names none. */
	readonly extra: readonly Figure[];
}

/** Sets a program's drawing beside the model's; what moves is compared where it begins, and a few frames later. */
export function paired(own: ProgramRun, model: ProgramRun): Paired[] {
	if (model.framesAsked === 0) return [atMoment(own.scene, model.scene)];
	const last = model.framesAsked;
	const frames = [...new Set([1, Math.min(12, last), Math.ceil(last / 3), Math.ceil((2 * last) / 3), last])];
	return frames.flatMap((frame) => {
		const moment = { frame };
		const [mine, theirs] = [own.at(moment)[0]?.scene, model.at(moment)[0]?.scene];
		return mine && theirs ? [atMoment(mine, theirs)] : [];
	});
}

function atMoment(scene: Scene, model: Scene): Paired {
	const pairs: Pair[] = [];
	const gone: { name: string; wanted: Figure }[] = [];
	const used = new Set<Figure>();
	for (const [name, wanted, own] of named(scene, model)) {
		if (name !== NAMELESS) for (const f of own) used.add(f);
		assigned(wanted, own, scene).forEach((found, slot) => {
			if (found) pairs.push({ name, slot, wanted: wanted[slot] as Figure, found });
			else gone.push({ name, wanted: wanted[slot] as Figure });
		});
	}
	const extra = scene.drawing.figures.filter((f) => !used.has(f));
	// What the marking took for nothing may have been meant: the likest, where the kind or the place speaks for it.
	const left = extra.filter((f) => !pairs.some((p) => p.found === f));
	const missing = gone.filter(({ name, wanted }, slot) => {
		const at = left.findIndex((f) => couldBe(f, wanted, scene));
		if (at < 0) return true;
		pairs.push({ name, slot, wanted, found: left.splice(at, 1)[0] as Figure });
		return false;
	});
	return { scene, pairs, gone: missing, extra };
}

/** The name of all figures of an exercise that has no names. */
const NAMELESS = "";

/** The names of an exercise with the figures that the model and the program draw for each; all where it has no names. */
function named(scene: Scene, model: Scene): readonly [name: string, wanted: Figure[], own: Figure[]][] {
	if (model.matches.size === 0) return [[NAMELESS, [...model.drawing.figures], [...scene.drawing.figures]]];
	return [...model.matches].map(([name, { slots }]) => [
		name,
		slots.filter((f) => f !== undefined),
		(scene.matches.get(name)?.slots ?? []).filter((f) => f !== undefined),
	]);
}

/**
 * For each wanted figure of a name the found one that is likest, each taken once; in drawing order where all are
 * equally like.
 */
function assigned(wanted: readonly Figure[], found: readonly Figure[], scene: Scene): (Figure | undefined)[] {
	if (wanted.length <= 1 || wanted.length > 60) return wanted.map((_, i) => found[i]);
	const across = distance(0, 0, scene.sheet.width, scene.sheet.height);
	const cost = (w: Figure, f: Figure, i: number, j: number) => {
		const place = distance(w.centre[0], w.centre[1], f.centre[0], f.centre[1]) / across;
		const size = (Math.abs(w.width - f.width) + Math.abs(w.height - f.height)) / across;
		const paint = (sameColour(w.fill, f.fill) ? 0 : 0.02) + (sameColour(w.outline, f.outline) ? 0 : 0.02);
		return place + size + paint + Math.abs(i - j) * 0.003;
	};
	const table = wanted.map((w, i) => [...found.map((f, j) => cost(w, f, i, j)), ...wanted.map(() => 10)]);
	return leastCost(table).map((column) => found[column]);
}

/**
 * Distance of a drawing from the model's: missing and extra figures, and bounded deviations of places, sizes and
 * paints.
 */
export function misfit(moments: readonly Paired[]): number {
	let sum = 0;
	for (const { pairs, gone, extra } of moments) {
		const found = new Set(pairs.filter((p) => p.name === NAMELESS).map((p) => p.found));
		sum += 3 * gone.length + extra.filter((f) => !found.has(f)).length;
		for (const { wanted: w, found: f } of pairs) {
			sum += Math.min(1, distance(w.centre[0], w.centre[1], f.centre[0], f.centre[1]) / 40);
			sum += Math.min(1, (Math.abs(w.width - f.width) + Math.abs(w.height - f.height)) / 40);
			sum += (sameColour(w.fill, f.fill) ? 0 : 0.5) + (sameColour(w.outline, f.outline) ? 0 : 0.5);
			sum += Math.min(0.5, Math.abs(w.rotation - f.rotation) / 90);
		}
	}
	return sum;
}

/** Whether a figure that wasn't taken could have been meant: two of its place, size, paint and kind are right. */
function couldBe(found: Figure, wanted: Figure, { tolerances }: Scene): boolean {
	const near =
		distance(found.centre[0], found.centre[1], wanted.centre[0], wanted.centre[1]) <= 4 * tolerances.position;
	const off = Math.abs(found.width - wanted.width) + Math.abs(found.height - wanted.height);
	const size = off <= 4 * tolerances.size;
	const paint = sameColour(found.fill, wanted.fill) && sameColour(found.outline, wanted.outline);
	const kind = found.kinds[0] === wanted.kinds[0];
	return [near, size, paint, kind].filter(Boolean).length >= 2;
}
