import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { type Common, type Finding, figureName, type Judgement } from "../criterion.ts";
import { MEASURE_NAMES, MEASURES, type MeasureName, toleranceOf } from "../measures.ts";
import { marginsOf, type Scene, type Subject, subjectsOf } from "../scene.ts";
import { type Check, nameOf } from "./check.ts";

const what = z.enum(MEASURE_NAMES);
const options = {
	what: z.union([what, z.array(what).min(1)]),
	is: z.union([z.number(), z.array(z.number()).min(1)]).optional(),
	"in any order": z.boolean().optional(),
	between: z.tuple([z.number(), z.number()]).optional(),
	"at least": z.number().optional(),
	"at most": z.number().optional(),
	same: z.literal(true).optional(),
	as: z.strictObject({ of: figureName, what, times: z.number().optional() }).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** Wanted values against found ones; in any order, each is set against the nearest in size. */
function offsOf(found: readonly number[], wanted: readonly number[], anyOrder: boolean): number[] {
	if (!anyOrder) return found.map((v, i) => Math.abs(v - (wanted[Math.min(i, wanted.length - 1)] as number)));
	const [a, b] = [[...found].sort((x, y) => x - y), [...wanted].sort((x, y) => x - y)];
	return a.map((v, i) => Math.abs(v - (b[i] ?? Number.POSITIVE_INFINITY)));
}

class Judge {
	private readonly o: Options;
	private readonly scene: Scene;
	readonly findings: Finding[] = [];

	constructor(o: Options, scene: Scene) {
		this.o = o;
		this.scene = scene;
	}

	/** One measure of one figure against what is wanted of it. */
	one(figure: Figure, name: MeasureName, index: number): void {
		const { o, scene } = this;
		const { unit, of } = MEASURES[name];
		const found = of(figure);
		const data = { name: nameOf(o.of), what: name };
		if (!found) {
			this.findings.push({ figure: figure.index, met: false, code: "measure-none", data });
			return;
		}
		const several = [o.what].flat().length > 1;
		const wanted = this.wanted(index, several);
		const shown = found.length > 1 && found.every((v) => Math.abs(v - (found[0] as number)) < 0.05) ? [found[0] as number] : found;
		const tolerance = marginsOf(o.within, toleranceOf(unit, wanted?.[0] ?? found[0] ?? 0, scene.exactness)).full;
		if (wanted) {
			const whole = !several && wanted.length > 1 && wanted.length !== found.length;
			const off = whole ? Number.POSITIVE_INFINITY : Math.max(...offsOf(found, wanted, o["in any order"] === true));
			this.findings.push({ figure: figure.index, met: off <= tolerance + 1e-9, off, full: tolerance, code: "measure", data: { ...data, wanted, found: shown } });
			return;
		}
		const [low, high] = o.between ?? [o["at least"] ?? Number.NEGATIVE_INFINITY, o["at most"] ?? Number.POSITIVE_INFINITY];
		const slack = o.within === undefined ? 1e-6 : tolerance;
		const off = Math.max(...found.map((v) => Math.max(low - v, v - high, 0)));
		this.findings.push({ figure: figure.index, met: off <= slack, off, full: tolerance, code: "measure-range", data: { ...data, low, high, found: shown } });
	}

	private wanted(index: number, several: boolean): readonly number[] | undefined {
		const { is, as } = this.o;
		if (is !== undefined) {
			const all = [is].flat();
			return several ? [all[Math.min(index, all.length - 1)] as number] : all;
		}
		if (!as) return undefined;
		const other = subjectsOf(this.scene, as.of)[0]?.figures[0];
		const value = other && MEASURES[as.what].of(other)?.[0];
		return value === undefined ? [Number.NaN] : [value * (as.times ?? 1)];
	}

	/** The same in all, at any value. */
	same(subject: Subject, name: MeasureName): void {
		const { unit, of } = MEASURES[name];
		const values = subject.figures.map((f) => of(f)?.[0] ?? Number.NaN);
		const sorted = [...values].sort((a, b) => a - b);
		const usual = sorted[Math.floor(sorted.length / 2)] ?? 0;
		const tolerance = marginsOf(this.o.within, toleranceOf(unit, usual, this.scene.exactness)).full;
		subject.figures.forEach((figure, i) => {
			const off = Math.abs((values[i] as number) - usual);
			this.findings.push({
				figure: figure.index,
				met: off <= tolerance,
				off,
				full: tolerance,
				code: "measure-same",
				data: { name: subject.name, what: name, found: [values[i] as number], usual: [usual] },
			});
		});
	}
}

/** A size, angle or width of figures. */
export const measure: Check<Options> = {
	name: "measure",
	options,
	forbids: () => false,
	says: (o) => ({
		code: "measure",
		data: {
			name: nameOf(o.of),
			what: [o.what].flat(),
			wanted: o.is === undefined ? [] : [o.is].flat(),
			low: o.between?.[0] ?? o["at least"] ?? Number.NEGATIVE_INFINITY,
			high: o.between?.[1] ?? o["at most"] ?? Number.POSITIVE_INFINITY,
			same: o.same === true,
			other: o.as ? o.as.of : "",
			times: o.as?.times ?? 1,
			otherWhat: o.as?.what ?? "",
		},
	}),
	states(o) {
		const names = [o.what].flat();
		const wanted = o.is === undefined ? [] : [o.is].flat();
		const plain = names.filter((n) => n !== "rotation" && n !== "interior angles" && n !== "outline width" && n !== "closing gap" && n !== "side lengths");
		return {
			sizes:
				wanted.length === 0 ? [] : plain.map((n) => ({ wanted: wanted[Math.min(names.indexOf(n), wanted.length - 1)] as number, found: (f: Figure) => MEASURES[n].of(f)?.[0] })),
		};
	},
	judge(o, scene): Judgement {
		const subjects = subjectsOf(scene, o.of);
		const judge = new Judge(o, scene);
		const names = [o.what].flat();
		let wanted = 0;
		for (const subject of subjects) {
			wanted += subject.wanted * names.length;
			if (o.same) for (const name of names) judge.same(subject, name);
			else for (const figure of subject.figures) for (const [i, name] of names.entries()) judge.one(figure, name, i);
		}
		const { findings } = judge;
		const met = findings.filter((f) => f.met).length;
		const figures = [...new Set(findings.map((f) => f.figure as number))];
		const all = Math.max(wanted, findings.length);
		return {
			findings,
			share: o.for === "any" ? Math.min(1, met) : all === 0 ? 0 : met / all,
			figures,
			wanted: wanted / names.length,
			...(findings.length === 0 && { missing: true }),
		};
	},
};
