import { z } from "zod";
import type { Rgba } from "../../colour/colour.ts";
import { difference } from "../../colour/difference.ts";
import type { Figure } from "../../figures/figure.ts";
import type { FindingOf, NoData } from "../criterion.ts";
import { type Common, figureRef, type Judgement } from "../criterion.ts";
import { MEASURE_NAMES, MEASURES, type MeasureName } from "../measures.ts";
import type { Scene } from "../scene.ts";
import { figuresOf } from "../subjects.ts";
import { defineCheck, kindWords, nameOf } from "./check.ts";

const options = {
	what: z.enum(["kind", "fill", "outline", "place", ...MEASURE_NAMES]).optional(),
	"at least": z.int().min(1).optional(),
	among: z.array(figureRef).min(1).optional(),
	apart: z.number().positive().max(100).optional(),
	"no twins": z.literal(true).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of how many different figures there are, and of those that lie exactly on another. */
export type DistinctFindings = {
	distinct: { what: string; least: number; found: number };
	twin: { kind: string; line: number; count: number };
	"twin-none": NoData;
};
type Finding = FindingOf<DistinctFindings>;

/** The difference of two colours (CIEDE2000) from which people tell them apart at a glance. */
const APART = 10;

/** How many colours people tell apart, each from every other that is counted. */
function coloursApart(colours: readonly Rgba[], apart: number): number {
	const counted: Rgba[] = [];
	for (const colour of new Set(colours))
		if (counted.every((other) => difference(colour, other) > apart)) counted.push(colour);
	return counted.length;
}

/** What one figure differs in from another: places and sizes by the exercise's tolerance. */
function keyOf(
	figure: Figure,
	what: Exclude<NonNullable<Options["what"]>, "fill" | "outline">,
	scene: Scene,
): string | undefined {
	if (what === "kind") return figure.kinds[0];
	const near = (value: number, step: number) => Math.round(value / Math.max(step, 1e-6));
	if (what === "place") return figure.centre.map((v) => near(v, 2 * scene.tolerances.position)).join(" ");
	const measure = MEASURES[what as MeasureName];
	const step = 2 * (measure.unit === "angle" ? scene.tolerances.angle : scene.tolerances.size);
	return measure
		.of(figure)
		?.map((v) => near(v, step))
		.join(" ");
}

/** Checks that figures differ: a number of kinds, colours or sizes; or that no figure lies exactly on another. */
export const distinct = defineCheck<Options, Finding>()({
	name: "distinct",
	topic: "Differences",
	options,
	example: "{ id: three, check: distinct, what: fill, at least: 3, points: 1 }",
	needs: (o) => {
		if (o.what === undefined && !o["no twins"]) return "say what is wanted: what and at least, or no twins";
		return o.apart !== undefined && o.what !== "fill" && o.what !== "outline"
			? "apart is of colours: what: fill or outline"
			: undefined;
	},
	names: (o) => o.among ?? [],
	about: () => ["fill", "outline", "paint", "number"],
	forbids: (o) => o["no twins"] === true && o.what === undefined,
	says: (o) => ({
		name: nameOf(o.among ?? o.of),
		what: o.what ?? "",
		least: o["at least"] ?? 2,
		twins: o["no twins"] === true,
	}),
	judge(o, scene): Judgement<Finding> {
		const figures = figuresOf(scene, o.among ?? o.of ?? "everything");
		const findings: Finding[] = [];
		let share = 1;
		if (o.what) {
			const least = o["at least"] ?? 2;
			const { what } = o;
			const found =
				what === "fill" || what === "outline"
					? coloursApart(
							figures.map((f) => f[what]).filter((colour) => colour !== -1),
							o.apart ?? APART,
						)
					: new Set(figures.map((f) => keyOf(f, what, scene)).filter((k) => k !== undefined)).size;
			findings.push({ met: found >= least, code: "distinct", data: { what: o.what, least, found } });
			share = Math.min(1, found / least);
		}
		if (o["no twins"]) {
			const twins = figures.filter((f) => f.twin !== null);
			for (const f of twins)
				findings.push({
					figure: f.index,
					met: false,
					code: "twin",
					data: { kind: kindWords(f), line: f.lines[0] ?? 0, count: twins.length },
				});
			if (twins.length === 0) findings.push({ met: true, code: "twin-none", data: {} });
			else share = 0;
		}
		return { findings, share, figures: figures.map((f) => f.index), ...(figures.length === 0 && { missing: true }) };
	},
});
