import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { pairedFigures } from "../../figures/pairing.ts";
import { distance } from "../../geometry/points.ts";
import type { Common, FindingOf, Judgement } from "../criterion.ts";
import { marginsOf } from "../margins.ts";
import { sameColour } from "../paint-words.ts";
import type { Scene } from "../scene.ts";
import { subjectsOf } from "../subjects.ts";
import { defineCheck, judgementOf, nameOf } from "./check.ts";

const KEPT = ["kind", "size", "place", "fill", "outline"] as const;
const point = z.tuple([z.number(), z.number()]);
const options = {
	kept: z.array(z.enum(KEPT)).min(1).optional(),
	moved: z.union([z.literal(true), point]).optional(),
	figures: z
		.strictObject({ added: z.int().nonnegative().optional(), gone: z.int().nonnegative().optional() })
		.optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of what became of the given program's figures. */
export type ChangeFindings = {
	"change-new": { name: string };
	"change-kept": { name: string; what: string };
	"change-moved": { name: string; wanted: readonly number[]; found: readonly number[] };
	"change-added": { wanted: number; found: number };
	"change-gone": { wanted: number; found: number };
};
type Finding = FindingOf<ChangeFindings>;

/** Whether two figures are alike in one respect. */
export function isAlike(
	a: Figure,
	b: Figure,
	what: (typeof KEPT)[number],
	{ position, size }: { position: number; size: number },
): boolean {
	switch (what) {
		case "kind":
			return a.kinds[0] === b.kinds[0];
		case "size":
			return Math.abs(a.width - b.width) <= size && Math.abs(a.height - b.height) <= size;
		case "place":
			return distance(a.centre[0], a.centre[1], b.centre[0], b.centre[1]) <= position;
		case "fill":
			return sameColour(a.fill, b.fill);
		case "outline":
			return sameColour(a.outline, b.outline);
	}
}

/** Figures of one drawing, each with one of another that is alike in some respects and is no other's. */
export function alikes(
	ours: readonly Figure[],
	theirs: readonly Figure[],
	respects: readonly (typeof KEPT)[number][],
	tolerances: Scene["tolerances"],
): Map<Figure, Figure> {
	const left = [...theirs];
	const found = new Map<Figure, Figure>();
	for (const figure of ours) {
		const at = left.findIndex((other) => respects.every((what) => isAlike(figure, other, what, tolerances)));
		const [other] = at < 0 ? [] : left.splice(at, 1);
		if (other) found.set(figure, other);
	}
	return found;
}

/** Figures beyond which those that nothing was done to are taken out before the rest is paired. */
const MAX_FIGURES = 400;

/** The figures of a drawing, each with the given one that it comes from: moved and recoloured ones are the same. */
function originsOf(scene: Scene, starter: Scene): ReadonlyMap<Figure, Figure | undefined> {
	const [ours, theirs] = [scene.drawing.figures, starter.drawing.figures];
	const isMany = Math.max(ours.length, theirs.length) > MAX_FIGURES;
	const same = isMany ? alikes(ours, theirs, KEPT, scene.tolerances) : new Map<Figure, Figure>();
	const taken = new Set(same.values());
	const changed = ours.filter((figure) => !same.has(figure)).slice(0, MAX_FIGURES);
	const given = theirs.filter((figure) => !taken.has(figure)).slice(0, MAX_FIGURES);
	const { width, height } = scene.sheet;
	const partners = pairedFigures(changed, given, distance(0, 0, width, height), true);
	return new Map([...same, ...changed.map((figure, i) => [figure, partners[i]] as const)]);
}

/** Each figure with its origin in the other drawing, or the one matched to the same name and number. */
function paired(
	o: Options,
	{ scene, starter }: { readonly scene: Scene; readonly starter: Scene },
	origins: ReadonlyMap<Figure, Figure | undefined>,
): { figure: Figure; before: Figure | undefined }[] {
	const before = subjectsOf(starter, o.of);
	const taken = new Set([...origins.values()]);
	return subjectsOf(scene, o.of).flatMap((subject, s) =>
		subject.slots.flatMap((figure, i) => {
			if (!figure) return [];
			const named = before[s]?.slots[i];
			return [{ figure, before: origins.get(figure) ?? (named && !taken.has(named) ? named : undefined) }];
		}),
	);
}

/** What became of the drawing that was given out. */
export const change = defineCheck<Options, Finding>()({
	name: "change",
	topic: "Changes to the given program",
	options,
	example: "{ id: moved, check: change, of: buoy, moved: true, points: 1 }",
	timeless: true,
	needs: (o) => {
		if (o.kept === undefined && o.moved === undefined && o.figures === undefined)
			return "say what is wanted: kept, moved or figures";
		return (o.kept !== undefined || o.moved !== undefined) && o.of === undefined
			? "kept and moved go with of: the figures that are meant"
			: undefined;
	},
	about: () => ["place", "size", "fill", "outline", "paint", "source"],
	forbids: (o) => o.moved === undefined && o.figures === undefined,
	says: (o) => ({
		name: nameOf(o.of),
		kept: o.kept ?? [],
		moved: o.moved !== undefined,
		by: Array.isArray(o.moved) ? [...o.moved] : [],
		added: o.figures?.added ?? -1,
		gone: o.figures?.gone ?? -1,
	}),
	judge(o, scene): Judgement<Finding> {
		const starter = scene.programRun.reference("starter")?.scene;
		if (!starter) return { findings: [], share: 0, figures: [], missing: true };
		const { full } = marginsOf(o.within, scene.tolerances.position);
		const findings: Finding[] = [];
		const origins = originsOf(scene, starter);
		const pairs = o.kept || o.moved ? paired(o, { scene, starter }, origins) : [];
		for (const { figure, before } of pairs) {
			const data = { name: nameOf(o.of) };
			if (!before) findings.push({ figure: figure.index, met: false, code: "change-new", data });
			else {
				for (const what of o.kept ?? [])
					findings.push({
						figure: figure.index,
						met: isAlike(figure, before, what, scene.tolerances),
						code: "change-kept",
						data: { ...data, what },
					});
				if (o.moved) {
					const found = [figure.centre[0] - before.centre[0], figure.centre[1] - before.centre[1]] as const;
					const by = Array.isArray(o.moved) ? o.moved : undefined;
					const off = by ? distance(found[0], found[1], by[0], by[1]) : 0;
					const met = by ? off <= full : distance(0, 0, found[0], found[1]) > full;
					findings.push({
						figure: figure.index,
						met,
						...(by && { off, full }),
						code: "change-moved",
						data: { ...data, wanted: by ? [...by] : [], found: [...found] },
					});
				}
			}
		}
		const count = (code: "change-added" | "change-gone", wanted: number | undefined, found: readonly Figure[]) =>
			wanted !== undefined &&
			findings.push({ met: found.length === wanted, code, data: { wanted, found: found.length } });
		const kept = new Set(origins.values());
		count(
			"change-added",
			o.figures?.added,
			scene.drawing.figures.filter((f) => !origins.get(f)),
		);
		count(
			"change-gone",
			o.figures?.gone,
			starter.drawing.figures.filter((f) => !kept.has(f)),
		);
		return judgementOf(o, findings, { figures: pairs.map((p) => p.figure.index) });
	},
});
