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
const earlier = other.extend({ in: z.enum(["own last", "starter"]).optional() });
const options = {
	what: z.union([what, z.array(what).min(1)]),
	is: z.union([z.number(), z.array(z.number()).min(1)]).optional(),
	"in any order": z.boolean().optional(),
	between: z.tuple([z.number(), z.number()]).optional(),
	"at least": z.number().optional(),
	"at most": z.number().optional(),
	same: z.literal(true).optional(),
	as: other.extend({ times: z.number().optional() }).optional(),
	"more than": earlier.optional(),
	"less than": earlier.optional(),
	grows: z.strictObject({ by: z.number().optional(), times: z.number().optional() }).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of a figure's measure, in the measure's own unit. */
export type MeasureFindings = {
	measure: Measured & { wanted: readonly number[]; found: readonly number[] };
	"measure-range": Measured & { low: number; high: number; found: readonly number[] };
	/** `found` is what is furthest from the usual; `within` holds where it is compared inside one figure. */
	"measure-same": Measured & { found: readonly number[]; usual: readonly number[]; within: boolean };
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

/** The drawing that a measure is compared with: the student's own last one, or what was given out. */
function earlierScene(which: "own last" | "starter", scene: Scene): Scene | undefined {
	return scene.programRun.reference(which === "own last" ? "own last try" : "starter")?.scene;
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

	/** A figure that has no such measure. */
	private none(figure: Figure, data: Measured): void {
		const { index, closed } = figure;
		this.findings.push({ figure: index, met: false, code: "measure-none", data: { ...data, closed } });
	}

	/** One measure of one figure against what is wanted of it. */
	one(figure: Figure, name: MeasureName, index: number): void {
		const { o } = this;
		const found = MEASURES[name].of(figure);
		const data = { name: nameOf(o.of), what: name };
		if (!found) {
			this.none(figure, data);
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
		const scene = than.in === undefined ? this.scene : earlierScene(than.in, this.scene);
		const values = scene ? figuresOf(scene, than.of).flatMap((f) => MEASURES[than.what].of(f) ?? []) : [];
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

	/** Several measures of one figure against as many values, whichever has which: width and height exchanged. */
	inAnyOrder(figure: Figure, names: readonly MeasureName[]): void {
		const wanted = [...[this.o.is ?? []].flat()].sort((x, y) => x - y);
		const rows = names.map((name) => ({ name, found: MEASURES[name].of(figure)?.[0] }));
		const order = [...rows].sort((x, y) => (x.found ?? Number.MAX_VALUE) - (y.found ?? Number.MAX_VALUE));
		for (const { name, found } of rows) {
			const data = { name: nameOf(this.o.of), what: name };
			if (found === undefined) {
				this.none(figure, data);
				continue;
			}
			const value = wanted[order.findIndex((row) => row.name === name)] as number;
			const [off, full] = [Math.abs(found - value), this.full(name, value)];
			this.findings.push({
				figure: figure.index,
				met: off <= full + 1e-9,
				off,
				full,
				code: "measure",
				data: { ...data, wanted: [value], found: [found] },
			});
		}
	}

	/** The same in all, at any value: in all figures of all names, and in all sides of a figure that has several. */
	same(subjects: readonly Subject[], name: MeasureName): void {
		const rows = subjects.flatMap((subject) =>
			subject.figures.map((figure) => ({ figure, of: subject.name, values: MEASURES[name].of(figure) })),
		);
		const sorted = rows.flatMap((row) => row.values ?? []).sort((a, b) => a - b);
		const usual = sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
		const full = this.full(name, usual);
		for (const { figure, of, values } of rows) {
			const data = { name: of, what: name };
			if (!values) {
				this.none(figure, data);
				continue;
			}
			const worst = values.reduce((a, b) => (Math.abs(b - usual) > Math.abs(a - usual) ? b : a));
			const off = Math.abs(worst - usual);
			this.findings.push({
				figure: figure.index,
				met: off <= full + 1e-9,
				off,
				full,
				code: "measure-same",
				data: { ...data, found: [worst], usual: [usual], within: rows.length === 1 },
			});
		}
	}
}

const WAYS = ["is", "between", "at least", "at most", "same", "as", "more than", "less than", "grows"] as const;

/** A size, angle or width of figures. */
export const measure = defineCheck<Options, Finding>()({
	name: "measure",
	topic: "Sizes and angles",
	options,
	example: "{ id: across, check: measure, of: buoy, what: diameter, is: 80, points: 1 }",
	needs: (o) => {
		const given = WAYS.filter((way) => o[way] !== undefined);
		const range = given.length === 2 && given.includes("at least") && given.includes("at most");
		if (given.length !== 1 && !range) return `say what is wanted by one of ${WAYS.join(", ")}`;
		const several = [o.what].flat().length;
		if (several > 1 && Array.isArray(o.is) && o.is.length > 1 && o.is.length !== several)
			return `give as many values as measures: ${several}, or one for all`;
		return o["in any order"] && !(Array.isArray(o.is) && o.is.length > 1)
			? "in any order goes with is and a list of values"
			: undefined;
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
			before: than?.in ?? "",
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
		const before = (o["more than"] ?? o["less than"])?.in;
		if (before !== undefined && !earlierScene(before, scene))
			return { findings: [], share: 0, figures: [], waits: "held" };
		const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
		const all = subjects.flatMap((s) => s.figures);
		const figures = all.flatMap(membersOf);
		// One of several that are wanted is like itself, which says nothing.
		if (o.same && all.length < Math.min(2, wanted)) return { findings: [], share: 0, figures, wanted, missing: true };
		if (o.same) for (const name of names) judge.same(subjects, name);
		else if (o["in any order"] && names.length > 1) for (const figure of all) judge.inAnyOrder(figure, names);
		else for (const figure of all) for (const [i, name] of names.entries()) judge.one(figure, name, i);
		return judgementOf(o, judge.findings, { all: wanted * names.length, figures, wanted });
	},
});
