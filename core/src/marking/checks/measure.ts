import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { power } from "../../geometry/power.ts";
import type { Aspect } from "../aspects.ts";
import type { FindingOf } from "../criterion.ts";
import { type Common, figureRef, type Judgement } from "../criterion.ts";
import { membersOf } from "../group.ts";
import { marginsOf } from "../margins.ts";
import { MEASURE_NAMES, MEASURES, type MeasureName, toleranceOf } from "../measures.ts";
import type { Scene, Subject } from "../scene.ts";
import { figuresOf } from "../subjects.ts";
import { askedSubjects, defineCheck, judgementOf, nameOf } from "./check.ts";

const what = z.enum(MEASURE_NAMES);
const other = z.strictObject({ of: figureRef, what });
const options = {
	what: z.union([what, z.array(what).min(1)]),
	is: z.union([z.number(), z.array(z.number()).min(1)]).optional(),
	"in any order": z.boolean().optional(),
	between: z.tuple([z.number(), z.number()]).optional(),
	"at least": z.number().optional(),
	"at most": z.number().optional(),
	same: z.literal(true).optional(),
	as: other.extend({ times: z.number().optional() }).optional(),
	"more than": other.optional(),
	"less than": other.optional(),
	grows: z.strictObject({ by: z.number().optional(), times: z.number().optional() }).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of a figure's measure, in the measure's own unit. */
export type MeasureFindings = {
	measure: Measured & { wanted: readonly number[]; found: readonly number[] };
	"measure-range": Measured & { low: number; high: number; found: readonly number[] };
	"measure-same": Measured & { found: readonly number[]; usual: readonly number[] };
	/** `place` is the number of the value that is furthest off, from 1. */
	"measure-grows": Measured & { wanted: readonly number[]; found: readonly number[]; place: number };
	"measure-none": Measured & { closed: boolean };
};
type Measured = { name: string; what: MeasureName };
type Finding = FindingOf<MeasureFindings>;

/** Measures of a figure's form, beside its size. */
const OF_SHAPE: ReadonlySet<string> = new Set<MeasureName>([
	"side lengths",
	"interior angles",
	"closing gap",
	"turns",
	"sweep",
	"rotation",
	"direction",
	"points",
	"start angle",
	"length",
	"perimeter",
	"area",
]);

function aspectsOf(o: Options): readonly Aspect[] {
	const measures = [o.what].flat();
	if (measures.every((m) => m === "outline width")) return ["width", "paint"];
	const general = ["turn", "size", "shape", "number"] as const;
	return measures.some((m) => OF_SHAPE.has(m)) ? [...general, "source"] : [...general, "frames"];
}

/** Wanted values against found ones; in any order, each is set against the nearest in size. */
function offsOf(found: readonly number[], wanted: readonly number[], anyOrder: boolean): number[] {
	if (!anyOrder) return found.map((v, i) => Math.abs(v - (wanted[Math.min(i, wanted.length - 1)] as number)));
	const [a, b] = [[...found].sort((x, y) => x - y), [...wanted].sort((x, y) => x - y)];
	return a.map((v, i) => Math.abs(v - (b[Math.min(i, b.length - 1)] ?? Number.POSITIVE_INFINITY)));
}

/** Values of a closed outline begin at any corner and go either way round. */
function turnedOffs(found: readonly number[], wanted: readonly number[]): number[] {
	let best = offsOf(found, wanted, false);
	if (wanted.length !== found.length || wanted.length < 2) return best;
	const worst = (offs: readonly number[]) => Math.max(...offs);
	for (const list of [found, [...found].reverse()]) {
		for (let k = 0; k < list.length; k++) {
			const offs = offsOf([...list.slice(k), ...list.slice(0, k)], wanted, false);
			if (worst(offs) < worst(best)) best = offs;
		}
	}
	return best;
}

class Judge {
	private readonly o: Options;
	private readonly scene: Scene;
	readonly findings: Finding[] = [];

	constructor(o: Options, scene: Scene) {
		this.o = o;
		this.scene = scene;
	}

	private full(name: MeasureName, wanted: number): number {
		return marginsOf(this.o.within, toleranceOf(MEASURES[name].unit, wanted, this.scene.tolerances)).full;
	}

	/** One measure of one figure against what is wanted of it. */
	one(figure: Figure, name: MeasureName, index: number): void {
		const { o } = this;
		const found = MEASURES[name].of(figure);
		const data = { name: nameOf(o.of), what: name };
		if (!found) {
			this.findings.push({
				figure: figure.index,
				met: false,
				code: "measure-none",
				data: { ...data, closed: figure.closed },
			});
			return;
		}
		if (o.grows) return this.growing(figure, found, name);
		const several = [o.what].flat().length > 1;
		const wanted = this.wanted(index, several);
		const shown =
			found.length > 1 && found.every((v) => Math.abs(v - (found[0] as number)) < 0.05) ? [found[0] as number] : found;
		const tolerance = this.full(name, wanted?.[0] ?? found[0] ?? 0);
		if (wanted) {
			const whole = !several && wanted.length > 1 && wanted.length !== found.length;
			const offs = o["in any order"]
				? offsOf(found, wanted, true)
				: figure.closed
					? turnedOffs(found, wanted)
					: offsOf(found, wanted, false);
			const off = whole ? Number.POSITIVE_INFINITY : Math.max(...offs);
			this.findings.push({
				figure: figure.index,
				met: off <= tolerance + 1e-9,
				off,
				full: tolerance,
				code: "measure",
				data: { ...data, wanted, found: shown },
			});
			return;
		}
		const [low, high] = this.range();
		const slack = o.within === undefined ? 1e-6 : tolerance;
		const off = Math.max(...found.map((v) => Math.max(low - v, v - high, 0)));
		this.findings.push({
			figure: figure.index,
			met: off <= slack,
			off,
			full: tolerance,
			code: "measure-range",
			data: { ...data, low, high, found: shown },
		});
	}

	/** The least and the most that are met; more and less than another figure's by more than the tolerance. */
	private range(): [number, number] {
		const { o } = this;
		const than = o["more than"] ?? o["less than"];
		if (!than)
			return o.between ?? [o["at least"] ?? Number.NEGATIVE_INFINITY, o["at most"] ?? Number.POSITIVE_INFINITY];
		const values = figuresOf(this.scene, than.of).flatMap((f) => MEASURES[than.what].of(f) ?? []);
		if (values.length === 0) return [Number.NaN, Number.NaN];
		const near = toleranceOf(MEASURES[than.what].unit, values[0] as number, this.scene.tolerances);
		return o["more than"]
			? [Math.max(...values) + near, Number.POSITIVE_INFINITY]
			: [Number.NEGATIVE_INFINITY, Math.min(...values) - near];
	}

	private wanted(index: number, several: boolean): readonly number[] | undefined {
		const { is, as } = this.o;
		if (is !== undefined) {
			const all = [is].flat();
			return several ? [all[Math.min(index, all.length - 1)] as number] : all;
		}
		if (!as) return undefined;
		const [first] = figuresOf(this.scene, as.of);
		const value = first && MEASURES[as.what].of(first)?.[0];
		return value === undefined ? [Number.NaN] : [value * (as.times ?? 1)];
	}

	/** Values inside one figure that grow: the k-th against the first and k times the step. */
	private growing(figure: Figure, found: readonly number[], name: MeasureName): void {
		const { by = 0, times = 1 } = this.o.grows ?? {};
		const first = found[0] as number;
		const wanted = found.map((_, k) => first * power(times, k) + k * by);
		const offs = found.map((v, k) => Math.abs(v - (wanted[k] as number)));
		const off = found.length < 2 ? Number.POSITIVE_INFINITY : Math.max(...offs);
		const full = this.full(name, first);
		const at = offs.findIndex((v) => v > full);
		const data = {
			name: nameOf(this.o.of),
			what: name,
			wanted: [wanted[Math.max(0, at)] as number],
			found: [found[Math.max(0, at)] as number],
			place: at + 1,
		};
		this.findings.push({ figure: figure.index, met: off <= full + 1e-9, off, full, code: "measure-grows", data });
	}

	/** The same in all, at any value. */
	same(subject: Subject, name: MeasureName): void {
		const { of } = MEASURES[name];
		const values = subject.figures.map((f) => of(f)?.[0] ?? Number.NaN);
		const sorted = values.filter((v) => !Number.isNaN(v)).sort((a, b) => a - b);
		const usual = sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
		const full = this.full(name, usual);
		subject.figures.forEach((figure, i) => {
			const off = Math.abs((values[i] as number) - usual);
			const data = { name: subject.name, what: name, found: [values[i] as number], usual: [usual] };
			this.findings.push({ figure: figure.index, met: off <= full, off, full, code: "measure-same", data });
		});
	}
}

const WAYS = ["is", "between", "at least", "at most", "same", "as", "more than", "less than", "grows"] as const;

/** A size, angle or width of figures. */
export const measure = defineCheck<Options, Finding>()({
	name: "measure",
	options,
	needs: (o) => {
		const given = WAYS.filter((way) => o[way] !== undefined);
		const range = given.length === 2 && given.includes("at least") && given.includes("at most");
		return given.length === 1 || range ? undefined : `say what is wanted by one of ${WAYS.join(", ")}`;
	},
	about: aspectsOf,
	forbids: () => false,
	names: (o) => [o.as?.of, o["more than"]?.of, o["less than"]?.of],
	says: (o) => {
		const than = o["more than"] ?? o["less than"];
		return {
			name: nameOf(o.of),
			what: [o.what].flat(),
			wanted: o.is === undefined ? [] : [o.is].flat(),
			low: o.between?.[0] ?? o["at least"] ?? Number.NEGATIVE_INFINITY,
			high: o.between?.[1] ?? o["at most"] ?? Number.POSITIVE_INFINITY,
			same: o.same === true,
			other: o.as ? nameOf(o.as.of) : than ? nameOf(than.of) : "",
			times: o.as?.times ?? 1,
			otherWhat: o.as?.what ?? than?.what ?? "",
			than: o["more than"] ? "more" : o["less than"] ? "less" : "",
			by: o.grows?.by ?? 0,
			grows: o.grows !== undefined,
			growsTimes: o.grows?.times ?? 1,
		};
	},
	states(o) {
		const names = [o.what].flat();
		const wanted = o.is === undefined ? [] : [o.is].flat();
		const plain = names.filter((n) => MEASURES[n].unit === "size" && n !== "closing gap" && n !== "side lengths");
		return {
			sizes:
				wanted.length === 0
					? []
					: plain.map((n) => ({
							wanted: wanted[Math.min(names.indexOf(n), wanted.length - 1)] as number,
							found: (f: Figure) => MEASURES[n].of(f)?.[0],
						})),
		};
	},
	judge(o, scene): Judgement<Finding> {
		const subjects = askedSubjects(o, scene);
		const judge = new Judge(o, scene);
		const names = [o.what].flat();
		for (const subject of subjects) {
			if (o.same) for (const name of names) judge.same(subject, name);
			else for (const figure of subject.figures) for (const [i, name] of names.entries()) judge.one(figure, name, i);
		}
		const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
		const figures = subjects.flatMap((s) => s.figures.flatMap(membersOf));
		return judgementOf(o, judge.findings, { all: wanted * names.length, figures, wanted });
	},
});
