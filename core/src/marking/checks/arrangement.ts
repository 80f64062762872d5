import { z } from "zod";
import { type Figure, type FigureKind, KINDS } from "../../figures/figure.ts";
import { distance, type Point } from "../../geometry/points.ts";
import { power } from "../../geometry/power.ts";
import { directionDeg } from "../../geometry/trig.ts";
import { sheetBounds } from "../../tape/layout.ts";
import { ANCHORS, anchorOf } from "../anchors.ts";
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
	stepped,
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
import { defineCheck, judgementOf, nameOf } from "./check.ts";

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
		const placed = figures.map(
			(figure): Placed => ({ figure, at: anchorOf(figure, o.by ?? "centre", this.scene.up) ?? figure.centre }),
		);
		const shape = this.pattern(placed);
		const aligns = o.as === "row" || o.as === "column";
		const whole = !aligns || shape.every((f) => f.met);
		return { findings: [...shape, ...this.sequence(placed)], whole };
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
			? subjectsOf(model.scene, o.of).flatMap((s) =>
					s.figures.map((f) => anchorOf(f, o.by ?? "centre", this.scene.up) ?? f.centre),
				)
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

	/** What is asked of the figures one after the other. */
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
		if (o.step !== undefined) findings.push(...stepped(row, o.step, axis, full));
		if (o.growing) findings.push(...this.growing(order, o.growing));
		if (o.turning) findings.push(...this.turning(order, o.turning));
		if (o.alternating) findings.push(...this.alternating(order, o.alternating));
		return findings;
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
						...rows.flatMap((r) => stepped(r, of(step, 0), 0, full)),
						...columns.flatMap((c) => stepped(c, of(step, 1), 1, full)),
					]),
		];
	}

	private growing(order: readonly Figure[], { what, by = 0, times = 1 }: NonNullable<Options["growing"]>): Finding[] {
		const values = order.map((f) => MEASURES[what].of(f)?.[0] ?? Number.NaN);
		const first = values[0] as number;
		const full = marginsOf(this.o.within, toleranceOf(MEASURES[what].unit, first, this.scene.tolerances)).full;
		return order.slice(1).map((figure, i) => {
			const wanted = first * power(times, i + 1) + (i + 1) * by;
			const found = values[i + 1] as number;
			return finding(figure, { off: Math.abs(found - wanted), full }, "arranged-growing", { what, wanted, found });
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
		const symmetry = about === "start" ? 360 : undefined;
		const offs = (sign: number) =>
			order
				.slice(1)
				.map((f, i) =>
					turnOff(values[i + 1] as number, (values[0] as number) + sign * (i + 1) * by, symmetry ?? symmetryOf(f)),
				);
		const [ahead, back] = [offs(1), offs(-1)];
		const worst = (list: readonly number[]) => Math.max(0, ...list);
		const best = either && worst(back) < worst(ahead) ? back : ahead;
		return order
			.slice(1)
			.map((figure, i) =>
				finding(figure, { off: best[i] as number, full }, "arranged-turning", { wanted: by, off: best[i] as number }),
			);
	}

	private alternating(order: readonly Figure[], words: readonly string[]): Finding[] {
		return order.map((figure, k) => {
			const wanted = words[k % words.length] as string;
			const kind = KINDS.includes(wanted as FigureKind);
			const met = kind
				? figure.kinds.includes(wanted as FigureKind)
				: isColour(figure.fill === -1 ? figure.outline : figure.fill, wanted);
			return {
				figure: figure.index,
				met,
				code: "arranged-alternating",
				data: { wanted, place: k + 1, name: this.name },
			};
		});
	}
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
	options,
	needs: (o) => {
		const more = SEQUENCES.some((s) => o[s] !== undefined);
		if (o.as === undefined && !more) return `say how they stand: as, or ${SEQUENCES.join(", ")}`;
		if (o.as === "in drawing order" && !more) return `in drawing order goes with ${SEQUENCES.join(", ")}`;
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
