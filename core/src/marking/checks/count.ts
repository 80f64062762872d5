import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import type { Common, FindingOf, Judgement } from "../criterion.ts";
import type { Scene } from "../scene.ts";
import { defineCheck, nameOf } from "./check.ts";

const options = {
	exactly: z.int().nonnegative().optional(),
	"at least": z.int().nonnegative().optional(),
	"at most": z.int().nonnegative().optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found: how many figures there are, between `low` and `high`; `high` is -1 if there is no upper bound. */
export type CountFindings = {
	count: { name: string; found: number; low: number; high: number };
};
type Finding = FindingOf<CountFindings>;

/** The figures that meet what a criterion refers to in full. */
function counted({ selection, drawing }: Scene, of: Common["of"]): readonly Figure[] {
	if (of === undefined || of === "everything" || of === "run") return drawing.figures;
	if (typeof of === "object" && !Array.isArray(of)) return selection.all(of);
	const all = new Set([of].flat().flatMap((name) => selection.bases(name)));
	return drawing.figures.filter((f) => all.has(f));
}

/** How many figures there are that meet a selector in full. */
export const count = defineCheck<Options, Finding>()({
	name: "count",
	topic: "How many there are",
	options,
	example: "{ id: one, check: count, of: { kind: circle }, exactly: 1, points: 1 }",
	needs: (o) =>
		o.exactly === undefined && o["at least"] === undefined && o["at most"] === undefined
			? "say how many: exactly, at least or at most"
			: undefined,
	about: ({ of }) =>
		typeof of === "object" && ("fill" in of || "outline" in of || "filled" in of)
			? ["fill", "outline", "paint", "number"]
			: ["size", "shape", "number", "frames", "source"],
	forbids: (o) => o["at most"] !== undefined && o.exactly === undefined && o["at least"] === undefined,
	says: (o) => ({ name: nameOf(o.of), exactly: o.exactly ?? -1, least: o["at least"] ?? -1, most: o["at most"] ?? -1 }),
	judge(o, scene): Judgement<Finding> {
		const figures = counted(scene, o.of).map((f) => f.index);
		const found = figures.length;
		const low = o.exactly ?? o["at least"] ?? 0;
		const high = o.exactly ?? o["at most"] ?? Number.POSITIVE_INFINITY;
		const met = found >= low && found <= high;
		const wanted = found < low ? low : high;
		const share = met ? 1 : Math.min(found, wanted) / Math.max(found, wanted, 1);
		return {
			findings: [
				{
					met,
					off: met ? 0 : Math.abs(found - wanted),
					code: "count",
					data: { name: nameOf(o.of), found, low, high: Number.isFinite(high) ? high : -1 },
				},
			],
			share,
			figures,
		};
	},
});
