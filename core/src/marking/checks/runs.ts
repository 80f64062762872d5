import { z } from "zod";
import { distance } from "../../geometry/points.ts";
import { Counterparts } from "../counterparts.ts";
import type { FindingOf, NoData, SharedFindings } from "../criterion.ts";
import { type Common, criterionId, figureRef, type Judgement } from "../criterion.ts";
import { checkInvariants, NO_INVARIANT_LEFT } from "../invariants.ts";
import { MEASURE_NAMES, MEASURES, toleranceOf } from "../measures.ts";
import { sameColour } from "../paint-words.ts";
import type { ProgramRun, Scene } from "../scene.ts";
import { figuresOf } from "../subjects.ts";
import { defineCheck, judgementOf, kindWords, nameOf } from "./check.ts";

const options = {
	seeds: z.union([z.int().min(2).max(20), z.array(z.int().nonnegative()).min(2).max(20)]).optional(),
	what: z.enum(MEASURE_NAMES).optional(),
	values: z.strictObject({ "at least": z.int().min(1) }).optional(),
	between: z.tuple([z.number(), z.number()]).optional(),
	holds: z.array(criterionId).min(1).optional(),
	unchanged: z
		.union([z.literal(true), z.strictObject({ "all but": z.union([figureRef, z.array(figureRef).min(1)]) })])
		.optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found in several runs of one program; `seed` is -1 if no run has anything to measure. */
export type RunsFindings = Pick<SharedFindings, "held"> & {
	"runs-values": { name: string; what: string; wanted: number; found: number; runs: number };
	"runs-between": { name: string; what: string; low: number; high: number; found: number; seed: number };
	"runs-changed": { seed: number; kind: string; line: number };
	"runs-unchanged": NoData;
};
type Finding = FindingOf<RunsFindings>;

function seedsOf({ seeds = 5 }: Options): number[] {
	return typeof seeds === "number" ? Array.from({ length: seeds }, (_, i) => i + 1) : seeds;
}

/** A measure of the figures that are asked for, run by run. */
function measured(o: Options, runs: readonly { seed: number; run: ProgramRun }[]): Finding[] {
	const { what } = o;
	if (what === undefined) return [];
	const found = runs.map(({ seed, run }) => ({
		seed,
		values: figuresOf(run.scene, (o.of ?? "everything") as never).flatMap((f) => MEASURES[what].of(f) ?? []),
	}));
	const all = found.flatMap((f) => f.values);
	const findings: Finding[] = [];
	const name = nameOf(o.of);
	if (o.values) {
		const near = toleranceOf(MEASURES[what].unit, all[0] ?? 0, { size: 0.5, angle: 0.5 });
		const different = [...all]
			.sort((a, b) => a - b)
			.filter((v, i, sorted) => i === 0 || v - (sorted[i - 1] as number) > near).length;
		findings.push({
			met: different >= o.values["at least"],
			code: "runs-values",
			data: { name, what, wanted: o.values["at least"], found: different, runs: runs.length },
		});
	}
	if (o.between) {
		const [low, high] = o.between;
		const outside = found.find(({ values }) => values.some((v) => v < low - 1e-6 || v > high + 1e-6));
		const worst = outside?.values.find((v) => v < low || v > high) ?? 0;
		findings.push({
			met: all.length > 0 && outside === undefined,
			code: "runs-between",
			data: { name, what, low, high, found: worst, seed: outside?.seed ?? -1 },
		});
	}
	return findings;
}

/** That all figures but some are the same in every run. */
function unchanged(
	scene: Scene,
	runs: readonly { seed: number; run: ProgramRun }[],
	but: ReadonlySet<number>,
): Finding[] {
	const near = scene.tolerances.position;
	for (const { seed, run } of runs) {
		const others = new Counterparts(scene.drawing, run.drawing);
		for (const figure of scene.drawing.figures) {
			if (but.has(figure.index)) continue;
			const other = others.of(figure);
			const same =
				other !== undefined &&
				distance(figure.centre[0], figure.centre[1], other.centre[0], other.centre[1]) <= near &&
				Math.abs(figure.width - other.width) <= near &&
				Math.abs(figure.height - other.height) <= near &&
				sameColour(figure.fill, other.fill) &&
				sameColour(figure.outline, other.outline);
			if (!same)
				return [
					{
						figure: figure.index,
						met: false,
						code: "runs-changed",
						data: { seed, kind: kindWords(figure), line: figure.lines[0] ?? 0 },
					},
				];
		}
	}
	return [{ met: true, code: "runs-unchanged", data: {} }];
}

/** What differs, or doesn't, from run to run where the program uses chance. */
export const runs = defineCheck<Options, Finding>()({
	name: "runs",
	topic: "Chance",
	options,
	example: "{ id: varied, check: runs, of: buoy, what: width, values: { at least: 3 }, points: 1 }",
	timeless: true,
	needs: (o) => {
		if (o.what === undefined && o.holds === undefined && o.unchanged === undefined)
			return "say what is looked at: what, holds or unchanged";
		return o.what !== undefined && o.values === undefined && o.between === undefined
			? "what goes with values or between"
			: undefined;
	},
	about: () => ["size", "source"],
	forbids: (o) => o.unchanged !== undefined && o.what === undefined && o.holds === undefined,
	names: (o) => (typeof o.unchanged === "object" ? [o.unchanged["all but"]].flat() : []),
	ids: (o) => o.holds ?? [],
	says: (o) => ({
		name: nameOf(o.of),
		runs: seedsOf(o).length,
		what: o.what ?? "",
		values: o.values?.["at least"] ?? 0,
		range: o.between ? [...o.between] : [],
		holds: o.holds ?? [],
		unchanged: o.unchanged !== undefined,
		but: typeof o.unchanged === "object" ? nameOf([o.unchanged["all but"]].flat()) : "",
	}),
	judge(o, scene, judging): Judgement<Finding> {
		const plain = scene.programRun;
		if (!plain.program.isReadable || scene.drawing.figures.length === 0)
			return { findings: [], share: 0, figures: [], missing: true };
		const all = seedsOf(o).map((seed) => ({
			seed,
			run: plain.program.read.usesChance ? plain.changed({ seed }) : plain,
		}));
		const findings = measured(o, all);
		if (o.holds) {
			const held = checkInvariants(
				o.holds,
				plain,
				all.map(({ seed, run }) => ({ run, how: `seed ${seed}` })),
				judging,
			);
			if (!held && findings.length === 0 && !o.unchanged) return NO_INVARIANT_LEFT;
			findings.push(...(held ?? []));
		}
		if (o.unchanged) {
			const but = typeof o.unchanged === "object" ? figuresOf(scene, o.unchanged["all but"]).map((f) => f.index) : [];
			findings.push(...unchanged(scene, all, new Set(but)));
		}
		const figures = o.of === undefined ? [] : figuresOf(scene, o.of as never).map((f) => f.index);
		return judgementOf(o, findings, { figures });
	},
});
