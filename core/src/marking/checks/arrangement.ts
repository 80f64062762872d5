import { z } from "zod";
import { type Figure, type FigureKind, KINDS } from "../../figures/figure.ts";
import { distance, type Point } from "../../geometry/points.ts";
import { power } from "../../geometry/power.ts";
import { directionDeg } from "../../geometry/trig.ts";
import { sheetBounds } from "../../tape/layout.ts";
import { ANCHORS, type Anchor, anchorsOf, isSeveral } from "../anchors.ts";
import type { ArrangementFindings } from "../arranged.ts";
import {
	aligned,
	axisOf,
	commonPoint,
	coveredPart,
	FREEDOMS,
	finding,
	fitted,
	gapped,
	gridded,
	inMirror,
	laidOver,
	type Placed,
	ringed,
	rowsOf,
	type StepOff,
	stepped,
	stepsOff,
	symmetryOf,
	toLines,
	turnOff,
} from "../arranged.ts";
import type { Common, FindingOf, Judgement } from "../criterion.ts";
import { marginsOf } from "../margins.ts";
import { MEASURE_NAMES, MEASURES, toleranceOf } from "../measures.ts";
import { colourWord, isColour } from "../paint-words.ts";
import type { Scene } from "../scene.ts";
import { inDirection, STARTS } from "../sequence.ts";
import { figuresOf, subjectsOf } from "../subjects.ts";
import { defineCheck, judgementOf, kindWords, nameOf } from "./check.ts";

const point = z.tuple([z.number(), z.number()]);
const line = z.union([
	z.strictObject({ x: z.number() }),
	z.strictObject({ y: z.number() }),
	z.strictObject({ from: point, to: point }),
]);
const PATTERNS = ["row", "column", "ring", "grid", "mirror", "places", "along", "in drawing order"] as const;
const alternate = z.union([z.enum(KINDS), colourWord]);
const options = {
	as: z.enum(PATTERNS).optional(),
	by: z.enum(ANCHORS).optional(),
	from: z.enum(STARTS).optional(),
	gap: z.union([z.number(), z.literal("same"), point]).optional(),
	step: z.union([z.number(), z.literal("same"), point]).optional(),
	growing: z
		.strictObject({ what: z.enum(MEASURE_NAMES), by: z.number().optional(), times: z.number().optional() })
		.optional(),
	turning: z
		.strictObject({
			by: z.number(),
			about: z.enum(["start", "middle"]).default("middle"),
			"either way": z.boolean().optional(),
		})
		.optional(),
	alternating: z.array(alternate).min(2).optional(),
	about: z
		.union([
			line,
			point,
			z.string().regex(/^centre of [a-z][a-z0-9-]*$/, { error: 'give a line, a point, or "centre of" and a name' }),
		])
		.optional(),
	along: z.array(z.array(point).min(2)).min(1).optional(),
	cover: z.number().min(0).max(1).optional(),
	"up to": z.array(z.enum(FREEDOMS)).min(1).optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;
type Finding = FindingOf<ArrangementFindings>;

/** Figures with the point of each that is looked at; those that have no such point are left out. */
function placedBy(figures: readonly Figure[], by: Anchor = "centre", scene: Scene): Placed[] {
	return figures.flatMap((figure) => {
		const [at] = anchorsOf(figure, by, scene, figures);
		return at ? [{ figure, at }] : [];
	});
}

class Judge {
	private readonly o: Options;
	private readonly scene: Scene;
	private readonly full: number;
	private readonly name: string;

	constructor(o: Options, scene: Scene) {
		this.o = o;
		this.scene = scene;
		this.full = marginsOf(o.within, scene.tolerances.position).full;
		this.name = nameOf(o.of);
	}

	/** All findings, and whether the arrangement as a whole is there: without it nothing of it counts. */
	judge(figures: readonly Figure[]): { findings: Finding[]; whole: boolean } {
		const { o } = this;
		const placed = placedBy(figures, o.by, this.scene);
		const lacking = figures
			.filter((f) => placed.every((p) => p.figure !== f))
			.map(
				(f): Finding => ({
					figure: f.index,
					met: false,
					code: "anchor-none",
					data: { name: this.name, anchor: o.by ?? "centre", kind: kindWords(f) },
				}),
			);
		if (placed.length === 0) return { findings: lacking, whole: false };
		const shape = this.pattern(placed);
		const aligns = o.as === "row" || o.as === "column";
		const whole = !aligns || shape.every((f) => f.met);
		return { findings: [...lacking, ...shape, ...this.sequence(placed)], whole };
	}

	private pattern(placed: readonly Placed[]): Finding[] {
		const { o, full, scene } = this;
		switch (o.as) {
			case "row":
				return aligned(placed, 1, full);
			case "column":
				return aligned(placed, 0, full);
			case "ring":
				return ringed(placed, this.middle(), 2 * full);
			case "grid":
				return gridded(placed, full);
			case "mirror":
				return inMirror(placed, this.mirror(), full, scene.tolerances.size);
			case "places":
				return this.places(placed);
			case "along":
				return this.along(placed);
			default:
				return [];
		}
	}

	private middle(): Point | undefined {
		const { about } = this.o;
		if (about === undefined || (typeof about === "object" && !Array.isArray(about))) return undefined;
		if (typeof about !== "string") return about as Point;
		return figuresOf(this.scene, about.slice("centre of ".length))[0]?.centre;
	}

	/** The line that things are mirrored in: upright through a figure's centre, or through the sheet's middle. */
	private mirror(): readonly [Point, Point] {
		const { about } = this.o;
		const upright = (x: number): readonly [Point, Point] => [
			[x, 0],
			[x, 1],
		];
		const { left, right } = sheetBounds(this.scene.sheet);
		if (about === undefined || Array.isArray(about) || typeof about === "string")
			return upright(this.middle()?.[0] ?? (left + right) / 2);
		if ("x" in about) return upright(about.x);
		if ("y" in about)
			return [
				[0, about.y],
				[1, about.y],
			];
		return [about.from, about.to];
	}

	private places(placed: readonly Placed[]): Finding[] {
		const { o, full } = this;
		const model = this.scene.programRun.reference("model");
		const wanted = model
			? placedBy(
					subjectsOf(model.scene, o.of).flatMap((s) => s.figures),
					o.by,
					model.scene,
				).map((p) => p.at)
			: [];
		return fitted(
			placed.map((p) => p.at),
			wanted,
			o["up to"] ?? [],
		).map((to, i) =>
			finding((placed[i] as Placed).figure, { off: to.off, full }, "arranged-places", {
				wanted: [...to.wanted],
				found: [...(placed[i] as Placed).at],
			}),
		);
	}

	private along(placed: readonly Placed[]): Finding[] {
		const { o, full } = this;
		const lines = laidOver(
			o.along ?? [],
			placed.map((p) => p.at),
			o["up to"] ?? [],
		);
		const near = placed.map(({ figure, at }) =>
			finding(
				figure,
				{ off: toLines(at, lines), full: Math.max(full, Math.min(figure.width, figure.height) / 2) },
				"arranged-along",
				{
					found: [...at],
				},
			),
		);
		const cover = coveredPart(lines, placed);
		const least = o.cover ?? 0.9;
		return [...near, { met: cover >= least - 1e-9, code: "arranged-cover", data: { wanted: least, found: cover } }];
	}

	/** Checks of the figures in sequence. */
	private sequence(placed: readonly Placed[]): Finding[] {
		const { o, full } = this;
		if (o.as === "grid") return this.rooms(placed);
		const axis = o.as === "row" ? 0 : o.as === "column" ? 1 : undefined;
		const start = o.from ?? (axis === 0 ? "left" : axis === 1 ? "top" : "first drawn");
		const order = inDirection(
			placed.map((p) => p.figure),
			start,
			this.scene.up,
		);
		const row = order.map((figure) => placed.find((p) => p.figure === figure) as Placed);
		const findings: Finding[] = [];
		const across =
			axis ??
			(Math.abs((row.at(-1)?.at[0] ?? 0) - (row[0]?.at[0] ?? 0)) >=
			Math.abs((row.at(-1)?.at[1] ?? 0) - (row[0]?.at[1] ?? 0))
				? 0
				: 1);
		if (o.gap !== undefined)
			findings.push(...gapped(order, across, Array.isArray(o.gap) ? (o.gap[across] as number) : o.gap, full));
		if (o.step !== undefined) findings.push(...this.steps(row, o.step, axis));
		if (o.growing) findings.push(...this.growing(order, o.growing));
		if (o.turning) findings.push(...this.turning(order, o.turning));
		if (o.alternating) findings.push(...this.alternating(order, o.alternating));
		return findings;
	}

	private steps(row: readonly Placed[], step: number | Point | "same", axis: 0 | 1 | undefined): Finding[] {
		return stepped(row, { step, axis }, this.full, this.o.within !== undefined);
	}

	/** Rooms and steps of a grid: along each row, and from row to row. */
	private rooms(placed: readonly Placed[]): Finding[] {
		const { o, full } = this;
		const rows = rowsOf(placed, full);
		const columns = (rows[0] ?? []).map((_, c) => rows.flatMap((r) => r[c] ?? []));
		const of = (v: number | "same" | Point, axis: 0 | 1) =>
			Array.isArray(v) ? (v[axis] as number) : (v as number | "same");
		const figures = (all: readonly Placed[]) => all.map((p) => p.figure);
		const { gap, step } = o;
		return [
			...(gap === undefined
				? []
				: [
						...rows.flatMap((r) => gapped(figures(r), 0, of(gap, 0), full)),
						...columns.flatMap((c) => gapped(figures(c), 1, of(gap, 1), full)),
					]),
			...(step === undefined
				? []
				: [
						...rows.flatMap((r) => this.steps(r, of(step, 0), 0)),
						...columns.flatMap((c) => this.steps(c, of(step, 1), 1)),
					]),
		];
	}

	private growing(order: readonly Figure[], { what, by = 0, times = 1 }: NonNullable<Options["growing"]>): Finding[] {
		const values = order.map((f) => MEASURES[what].of(f)?.[0] ?? Number.NaN);
		const first = values[0] as number;
		const full = marginsOf(this.o.within, toleranceOf(MEASURES[what].unit, first, this.scene.tolerances)).full;
		const offs = order.slice(1).map((_, i): StepOff => {
			const [before, value] = [values[i] as number, values[i + 1] as number];
			const [next, own] = [before * times + by, first * power(times, i + 1) + (i + 1) * by];
			const off = (wanted: number) =>
				Number.isNaN(value - wanted) ? Number.POSITIVE_INFINITY : Math.abs(value - wanted);
			return { fromLast: off(next), fromFirst: off(own) };
		});
		const judged = stepsOff(offs, full, this.o.within === undefined ? first * times + by - first : undefined);
		return order.slice(1).map((figure, i) => {
			const [before, value] = [values[i] as number, values[i + 1] as number];
			const data = times === 1 ? { wanted: by, found: value - before } : { wanted: times, found: value / before };
			return finding(figure, judged[i] as (typeof judged)[number], "arranged-growing", {
				what,
				times: times !== 1,
				...data,
			});
		});
	}

	private turning(
		order: readonly Figure[],
		{ by, about, "either way": either }: NonNullable<Options["turning"]>,
	): Finding[] {
		const { scene } = this;
		const full = marginsOf(this.o.within, scene.tolerances.angle).full;
		const common =
			about === "start"
				? (commonPoint(order, scene.tolerances.position) ?? sharedStart(order, scene.tolerances.position))
				: undefined;
		const values = order.map((f) => {
			if (about !== "start") return axisOf(f);
			const from = common ?? f.start;
			return scene.up * directionDeg(f.centre[0] - from[0], f.centre[1] - from[1]);
		});
		const [first] = values;
		const turns = order.slice(1).map((figure, i) => {
			const symmetry = about === "start" ? 360 : symmetryOf(figure);
			const [before, value] = [values[i] as number, values[i + 1] as number];
			const off = (sign: number): StepOff => ({
				fromLast: turnOff(value, before + sign * by, symmetry),
				fromFirst: turnOff(value, (first as number) + sign * (i + 1) * by, symmetry),
			});
			return { figure, ahead: off(1), back: off(-1), found: nearestTurn(value - before, by, symmetry) };
		});
		const step = this.o.within === undefined ? by : undefined;
		const judged = (way: "ahead" | "back") =>
			stepsOff(
				turns.map((t) => t[way]),
				full,
				step,
			);
		const [ahead, back] = [judged("ahead"), judged("back")];
		const worst = (steps: typeof ahead) => Math.max(0, ...steps.map(({ off }) => off));
		const backwards = either && worst(back) < worst(ahead);
		return turns.map(({ figure, found }, i) =>
			finding(figure, (backwards ? back : ahead)[i] as (typeof ahead)[number], "arranged-turning", {
				wanted: by,
				found: backwards ? nearestTurn(-found, by, 360) : found,
			}),
		);
	}

	/** Each by its place, or by the one before it: a sequence that slipped by one is missed once. */
	private alternating(order: readonly Figure[], words: readonly string[]): Finding[] {
		const is = (figure: Figure, word: string) =>
			KINDS.includes(word as FigureKind)
				? figure.kinds.includes(word as FigureKind)
				: isColour(figure.fill === -1 ? figure.outline : figure.fill, word);
		const at = (k: number) => words[k % words.length] as string;
		return order.map((figure, k) => {
			const before = order[k - 1];
			const met = is(figure, at(k)) || words.some((w, i) => before && is(before, w) && is(figure, at(i + 1)));
			return {
				figure: figure.index,
				met,
				code: "arranged-alternating",
				data: { wanted: at(k), place: k + 1, name: this.name },
			};
		});
	}
}

/** A turn in degrees as the one that is nearest to a wanted turn, where turning by `symmetry` changes nothing. */
function nearestTurn(turn: number, wanted: number, symmetry: number): number {
	if (symmetry === 0) return wanted;
	return turn + Math.round((wanted - turn) / symmetry) * symmetry;
}

/** The point in which most of some figures begin. */
function sharedStart(figures: readonly Figure[], near: number): Point | undefined {
	const [first] = figures;
	const corners = first ? [first.start, ...first.points] : [];
	return corners.find((p) =>
		figures.every((f) => [f.start, ...f.points].some((q) => distance(p[0], p[1], q[0], q[1]) <= near)),
	);
}

const SEQUENCES = ["gap", "step", "growing", "turning", "alternating"] as const;

/** What an arrangement is about, in words. */
function aboutWords(about: Options["about"]): string {
	if (about === undefined) return "";
	if (typeof about === "string") return about;
	if (Array.isArray(about)) return about.join(", ");
	if ("x" in about) return `x = ${about.x}`;
	return "y" in about ? `y = ${about.y}` : "a line";
}

/** How several figures relate to one another as a whole. */
export const arrangement = defineCheck<Options, Finding>()({
	name: "arrangement",
	topic: "Rows and patterns",
	options,
	example: "{ id: row, check: arrangement, of: lamp, as: row, step: 40, points: 1 }",
	needs: (o) => {
		const more = SEQUENCES.some((s) => o[s] !== undefined);
		if (o.as === undefined && !more) return `say how they are arranged: as, or ${SEQUENCES.join(", ")}`;
		if (o.as === "in drawing order" && !more) return `in drawing order goes with ${SEQUENCES.join(", ")}`;
		if (o.by !== undefined && isSeveral(o.by)) return `by takes an anchor that is one point, not ${o.by}`;
		if ((o.as === "along") !== (o.along !== undefined)) return "as: along goes with along, the lines";
		return o.as === "ring" && typeof o.about === "object" && !Array.isArray(o.about)
			? "a ring is about a point or the centre of a figure"
			: undefined;
	},
	about: () => ["place", "turn", "size", "shape", "number"],
	forbids: () => false,
	names: (o) => (typeof o.about === "string" ? [o.about.slice("centre of ".length)] : []),
	says: (o) => ({
		name: nameOf(o.of),
		as: o.as ?? "",
		from: o.from ?? "",
		by: o.by ?? "",
		gap: o.gap === undefined ? [] : [o.gap].flat(),
		step: o.step === undefined ? [] : [o.step].flat(),
		growing: o.growing ? o.growing.what : "",
		growingBy: o.growing?.by ?? 0,
		growingTimes: o.growing?.times ?? 1,
		turning: o.turning?.by ?? 0,
		turningAbout: o.turning?.about ?? "",
		alternating: o.alternating ?? [],
		about: aboutWords(o.about),
		free: o["up to"] ?? [],
	}),
	judge(o, scene): Judgement<Finding> {
		const subjects = subjectsOf(scene, o.of);
		const figures = subjects.flatMap((s) => s.figures);
		const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
		if (figures.length === 0 || (figures.length < 2 && o.as !== "mirror" && o.as !== "places"))
			return {
				findings: [],
				share: 0,
				figures: figures.map((f) => f.index),
				wanted: Math.max(wanted, 2),
				missing: true,
			};
		const { findings, whole } = new Judge(o, scene).judge(figures);
		const judgement = judgementOf(o, findings, {
			all: (findings.length * wanted) / figures.length,
			figures: figures.map((f) => f.index),
			wanted,
		});
		return whole ? judgement : { ...judgement, findings: findings.filter((f) => !f.met), share: 0 };
	},
});
