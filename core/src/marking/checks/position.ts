import { z } from "zod";
import type { Figure } from "../../figures/figure.ts";
import { leastCost } from "../../geometry/assignment.ts";
import { type Bounds, distance, distanceToSegment, type Point } from "../../geometry/points.ts";
import { sheetBounds } from "../../tape/layout.ts";
import { ANCHORS, type Anchor, anchorOf, anchorsOf, isSeveral } from "../anchors.ts";
import type { FindingOf } from "../criterion.ts";
import { type Common, figureRef, findingMaker, type Judgement } from "../criterion.ts";
import { membersOf } from "../group.ts";
import { marginsOf } from "../margins.ts";
import type { Scene } from "../scene.ts";
import { figuresOf } from "../subjects.ts";
import { outsideBy, type Zone, zone, zoneBounds } from "../zone.ts";
import { askedSubjects, defineCheck, judgementOf, kindWords, nameOf } from "./check.ts";

const point = z.tuple([z.number(), z.number()]);
const options = {
	anchor: z.enum(ANCHORS).optional(),
	at: z.union([point, z.array(point).min(1)]).optional(),
	in: z.union([zone, z.array(zone).min(1)]).optional(),
	on: z
		.union([
			z.strictObject({ x: z.number() }),
			z.strictObject({ y: z.number() }),
			z.strictObject({ from: point, to: point }),
		])
		.optional(),
	from: figureRef.optional(),
	offset: point.optional(),
	share: point.optional(),
};
type Options = Common & z.infer<z.ZodObject<typeof options>>;

/** What is found of a figure's place, in sheet units. */
export type PositionFindings = {
	"position-at": Anchored & { wanted: readonly number[]; found: readonly number[] };
	"position-in": Anchored & { zone: string; found: readonly number[] };
	"position-on": Anchored & { axis: "x" | "y"; value: number; found: readonly number[] };
	"position-line": Anchored & { from: readonly number[]; to: readonly number[]; found: readonly number[] };
	"position-from": Anchored & { from: string; wanted: readonly number[]; found: readonly number[] };
	"position-from-missing": Anchored & { from: string };
	"anchor-none": Anchored & { kind: string };
};
type Anchored = { name: string; anchor: Anchor };
type Placed = { readonly figure: Figure; readonly at: Point };
type Finding = FindingOf<PositionFindings>;

const finding = findingMaker<PositionFindings>();

function placesOf(at: NonNullable<Options["at"]>): Point[] {
	return typeof at[0] === "number" ? [at as Point] : (at as Point[]);
}

function zonesOf(where: NonNullable<Options["in"]>): Zone[] {
	return typeof where === "string" || typeof where[0] === "number" ? [where as Zone] : (where as Zone[]);
}

/** Cost of an unmet place in addition to its distance: more than a sheet's width. */
const MISSED = 1e5;

/** For each found thing the wanted one that it is set against, each taken once, so that most are met. */
function assigned<W>(
	found: readonly Point[],
	wanted: readonly W[],
	{ off, full }: { readonly off: (at: Point, wanted: W) => number; readonly full: number },
): (W | undefined)[] {
	if (wanted.length <= 1 || found.length === 0) return found.map(() => wanted[0]);
	// As many as can be are met, then the rest is as near as can be.
	const dear = (away: number) => (away <= full + 1e-9 ? away : away + MISSED);
	const cost = found.map((at) => [...wanted.map((w) => dear(off(at, w))), ...found.map(() => 100 * MISSED)]);
	return leastCost(cost).map((column, i) => wanted[column] ?? wanted[Math.min(i, wanted.length - 1)]);
}

const apart = (a: Point, b: Point) => distance(a[0], a[1], b[0], b[1]);

class Judge {
	private readonly o: Options;
	private readonly scene: Scene;
	private readonly anchor: Anchor;
	private readonly full: number;
	/** Tolerance when places are assigned to figures; 0 with credit by distance, so that the sum is least. */
	private readonly near: number;
	private readonly name: string;
	readonly findings: Finding[] = [];
	asked = 0;

	constructor(o: Options, scene: Scene) {
		this.o = o;
		this.scene = scene;
		this.anchor = o.anchor ?? "centre";
		this.full = marginsOf(o.within, scene.tolerances.position).full;
		this.near = o.credit === "by distance" ? Number.POSITIVE_INFINITY : this.full;
		this.name = nameOf(o.of);
	}

	subject(figures: readonly Figure[], wanted: number): void {
		const { o, anchor, scene } = this;
		const places = o.at ? placesOf(o.at) : [];
		const placed = figures.flatMap((figure) => {
			const points = anchorsOf(figure, anchor, scene, figures);
			if (points.length === 0) this.none(figure);
			return points.map((at) => ({ figure, at }));
		});
		if (isSeveral(anchor)) {
			const shared = wanted > 1 && places.length > 1;
			this.asked += shared ? places.length : wanted * Math.max(1, places.length);
			if (shared) return this.sharedPlaces(placed, places);
			for (const figure of figures)
				this.manyPoints(
					figure,
					placed.flatMap((p) => (p.figure === figure ? [p.at] : [])),
					places,
				);
			return;
		}
		this.asked += wanted;
		const found = placed.map((p) => p.at);
		if (o.at) {
			const places = assigned(found, placesOf(o.at), { off: apart, full: this.near });
			placed.forEach(({ figure, at }, i) => this.at(figure, at, places[i] as Point));
		} else if (o.in !== undefined) {
			const zones = zonesOf(o.in);
			const boxes = new Map(zones.map((z) => [z, zoneBounds(z, sheetBounds(scene.sheet), scene.up)]));
			const where = assigned(found, zones, { off: (at, z) => outsideBy(at, boxes.get(z) as Bounds), full: 0 });
			placed.forEach(({ figure, at }, i) =>
				this.in(figure, at, where[i] as Zone, boxes.get(where[i] as Zone) as Bounds),
			);
		} else for (const { figure, at } of placed) o.on ? this.on(figure, at, o.on) : this.from(figure, at);
	}

	private push<C extends keyof PositionFindings>(
		figure: Figure,
		off: number,
		code: C,
		data: Omit<PositionFindings[C], keyof Anchored>,
	): void {
		const base = { figure: figure.index, met: off <= this.full + 1e-9, off, full: this.full };
		const anchored = { name: this.name, anchor: this.anchor };
		this.findings.push(finding(base, code, { ...anchored, ...data } as PositionFindings[C]));
	}

	private at(figure: Figure, at: Point, place: Point): void {
		this.push(figure, apart(at, place), "position-at", { wanted: [...place], found: [...at] });
	}

	private in(figure: Figure, at: Point, where: Zone, box: Bounds): void {
		const off = outsideBy(at, box);
		const data = { name: this.name, anchor: this.anchor, zone: String(where), found: [...at] };
		this.findings.push({ figure: figure.index, met: off <= 1e-9, off, full: this.full, code: "position-in", data });
	}

	/** A figure without the place that is looked at: the start of a disc's rim, the baseline of a square. */
	private none(figure: Figure): void {
		const data = { name: this.name, anchor: this.anchor, kind: kindWords(figure) };
		this.findings.push({ figure: figure.index, met: false, code: "anchor-none", data });
	}

	/**
	 * Corners or ends of several figures, each wanted place taken by one of them; where there are no more places than
	 * figures, each by another figure.
	 */
	private sharedPlaces(placed: readonly Placed[], places: readonly Point[]): void {
		const figures = [...new Set(placed.map((p) => p.figure))];
		const groups =
			places.length <= figures.length
				? figures.map((f) => placed.filter((p) => p.figure === f))
				: placed.map((p) => [p]);
		if (groups.length === 0) return;
		const nearest = (group: readonly Placed[], place: Point) =>
			group.reduce((a, b) => (apart(b.at, place) < apart(a.at, place) ? b : a));
		const cost = places.map((place) => [
			...groups.map((group) => {
				const away = apart(nearest(group, place).at, place);
				return away <= this.near + 1e-9 ? away : away + MISSED;
			}),
			...places.map(() => 100 * MISSED),
		]);
		leastCost(cost).forEach((column, i) => {
			const [group, place] = [groups[column], places[i] as Point];
			if (group) this.at(nearest(group, place).figure, nearest(group, place).at, place);
			else this.push(figures[0] as Figure, Number.POSITIVE_INFINITY, "position-at", { wanted: [...place], found: [] });
		});
	}

	/** Corners or ends of one figure: each wanted place has one of them. */
	private manyPoints(figure: Figure, points: readonly Point[], places: readonly Point[]): void {
		const { o } = this;
		if (places.length > 0) {
			const taken = assigned(places, points, { off: apart, full: this.near });
			places.forEach((place, i) => {
				const at = points.length < places.length && i >= points.length ? undefined : taken[i];
				if (at) this.at(figure, at, place);
				else this.push(figure, Number.POSITIVE_INFINITY, "position-at", { wanted: [...place], found: [] });
			});
			return;
		}
		for (const at of points) {
			if (o.in !== undefined) {
				const boxes = zonesOf(o.in).map((z) => ({
					z,
					box: zoneBounds(z, sheetBounds(this.scene.sheet), this.scene.up),
				}));
				const best = boxes.sort((a, b) => outsideBy(at, a.box) - outsideBy(at, b.box))[0] as (typeof boxes)[number];
				this.in(figure, at, best.z, best.box);
			} else if (o.on) this.on(figure, at, o.on);
			else this.from(figure, at);
		}
	}

	private on(figure: Figure, at: Point, on: NonNullable<Options["on"]>): void {
		if ("from" in on) {
			const off = distanceToSegment(at[0], at[1], on.from[0], on.from[1], on.to[0], on.to[1]);
			return this.push(figure, off, "position-line", { from: [...on.from], to: [...on.to], found: [...at] });
		}
		const [axis, value] = "x" in on ? (["x", on.x] as const) : (["y", on.y] as const);
		this.push(figure, Math.abs(at[axis === "x" ? 0 : 1] - value), "position-on", { axis, value, found: [...at] });
	}

	private from(figure: Figure, at: Point): void {
		const { o, scene, anchor } = this;
		const [other] = o.from === undefined ? [] : figuresOf(scene, o.from);
		const base = other && anchorOf(other, anchor, scene.up);
		if (!other || !base) {
			this.findings.push({
				figure: figure.index,
				met: false,
				code: "position-from-missing",
				data: { name: this.name, anchor, from: nameOf(o.from) },
			});
			return;
		}
		const offset: Point = o.offset ?? [(o.share?.[0] ?? 0) * other.width, (o.share?.[1] ?? 0) * other.height];
		const found = [at[0] - base[0], at[1] - base[1]];
		this.push(figure, distance(found[0] as number, found[1] as number, offset[0], offset[1]), "position-from", {
			from: nameOf(o.from),
			wanted: [...offset],
			found,
		});
	}
}

const WAYS = ["at", "in", "on", "from"] as const;

/** A line in words: "x = 40", "from 0, 0 to 40, 30". */
function lineWords(on: NonNullable<Options["on"]>): string {
	if ("x" in on) return `x = ${on.x}`;
	return "y" in on ? `y = ${on.y}` : `from ${on.from.join(", ")} to ${on.to.join(", ")}`;
}

/** Where figures are. */
export const position = defineCheck<Options, Finding>()({
	name: "position",
	topic: "Places",
	options,
	example: "{ id: middle, check: position, of: buoy, at: [200, 150], points: 1 }",
	needs: (o) => {
		if (WAYS.filter((way) => o[way] !== undefined).length !== 1) return "say where by one of at, in, on or from";
		if ((o.from !== undefined) !== (o.offset !== undefined || o.share !== undefined))
			return "from goes with offset or share";
		if (o.offset !== undefined && o.share !== undefined) return "give offset or share, not both";
		const point = o.anchor === undefined || (!isSeveral(o.anchor) && o.anchor !== "far end");
		return o.from !== undefined && !point ? `from goes with an anchor that is one point, not ${o.anchor}` : undefined;
	},
	about: () => ["place", "turn", "shape", "number", "frames", "source"],
	forbids: () => false,
	names: (o) => [o.from],
	says: (o) => ({
		name: nameOf(o.of),
		anchor: o.anchor ?? "centre",
		places: o.at ? placesOf(o.at).map(([x, y]) => `${x}, ${y}`) : [],
		zones:
			o.in === undefined
				? []
				: zonesOf(o.in).map((z) => (typeof z === "string" ? z : `rectangle at ${z[0]}, ${z[1]}, ${z[2]} by ${z[3]}`)),
		on: o.on ? lineWords(o.on) : "",
		from: o.from === undefined ? "" : nameOf(o.from),
		offset: o.offset ? [...o.offset] : [],
		share: o.share ? [...o.share] : [],
	}),
	states(o) {
		const anchor = o.anchor ?? "centre";
		return {
			places:
				o.at && !isSeveral(anchor) && anchor !== "far end"
					? [{ at: placesOf(o.at), of: (f, up) => anchorOf(f, anchor, up) }]
					: [],
		};
	},
	judge(o, scene): Judgement<Finding> {
		const judge = new Judge(o, scene);
		const subjects = askedSubjects(o, scene);
		const wanted = subjects.reduce((sum, s) => sum + s.wanted, 0);
		// Of several names, each place of a list, or each zone, is for one of their figures.
		const together =
			(Array.isArray(o.at) && Array.isArray(o.at[0])) || (o.in !== undefined && zonesOf(o.in).length > 1);
		if (together)
			judge.subject(
				subjects.flatMap((s) => s.figures),
				wanted,
			);
		else for (const { figures, wanted } of subjects) judge.subject(figures, wanted);
		return judgementOf(o, judge.findings, {
			all: judge.asked,
			figures: subjects.flatMap((s) => s.figures.flatMap(membersOf)),
			wanted,
		});
	},
});
