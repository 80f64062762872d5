import type { Figure } from "../figures/figure.ts";
import { distance, type Point } from "../geometry/points.ts";
import { sheetBounds } from "../tape/layout.ts";
import { type Anchor, anchorsOf } from "./anchors.ts";
import type { Common } from "./criterion.ts";
import { marginsOf } from "./margins.ts";
import { isInside, outlineRelationOf, rimDistance, rimPoints } from "./outline-relations.ts";
import type { Scene } from "./scene.ts";

/** How two figures can lie to each other. */
export const RELATIONS = [
	"inside",
	"touching",
	"apart",
	"overlapping",
	"joined",
	"meeting",
	"left of",
	"right of",
	"above",
	"below",
	"level",
	"centred",
	"same size",
	"larger",
	"smaller",
	"covers",
] as const;
export type Relation = (typeof RELATIONS)[number];

export const EDGES = ["left edge", "right edge", "top edge", "bottom edge"] as const;
export type Edge = (typeof EDGES)[number];

/** Whether something holds, and how far it is off where that is a number. */
export interface RelationResult {
	readonly met: boolean;
	readonly off?: number;
	readonly full?: number;
	/** The number that was found: a gap, or how far off it is. */
	readonly found?: number;
}

interface Asked extends Common {
	readonly by?: "centre" | "top" | "bottom" | "left" | "right" | undefined;
	readonly axis?: "across" | "down" | "both" | undefined;
	readonly gap?:
		| { readonly is?: number | undefined; readonly between?: readonly [number, number] | undefined }
		| undefined;
	readonly is?: Relation | readonly Relation[] | undefined;
	readonly anchor?: Anchor | undefined;
	readonly at?: Point | undefined;
}

/** A box as seen: top above bottom whatever the origin. */
interface SeenBox {
	readonly left: number;
	readonly right: number;
	/** Upwards: larger is higher. */
	readonly top: number;
	readonly bottom: number;
}

/** Judges how figures of one scene lie to each other. */
export class RelationJudge {
	private readonly o: Asked;
	private readonly scene: Scene;
	private readonly near: number;
	private readonly named: readonly Figure[];

	/** @param named the figures that the criterion is about: far ends are judged among them */
	constructor(o: Asked, scene: Scene, named: readonly Figure[]) {
		this.named = named;
		this.o = o;
		this.scene = scene;
		this.near = marginsOf(o.within, scene.tolerances.position).full;
	}

	private box({ bounds: { left, right, low, high } }: Pick<Figure, "bounds">): SeenBox {
		return this.scene.up > 0 ? { left, right, top: high, bottom: low } : { left, right, top: -low, bottom: -high };
	}

	private closeTo(found: number, near = this.near): RelationResult {
		const off = Math.abs(found);
		return { met: off <= near + 1e-9, off, full: near, found: off };
	}

	/** Met where a number is at least 0, or nearly; so far off otherwise. */
	private atLeast(room: number): RelationResult {
		const off = Math.max(0, -room);
		return { met: off <= this.near + 1e-9, off, full: this.near };
	}

	of(is: Relation | "gap", a: Figure, b: Figure): RelationResult {
		const { near, scene } = this;
		const [p, q] = [this.box(a), this.box(b)];
		switch (is) {
			case "inside":
				return { met: isInside(a, b, near / 2) };
			case "covers":
				return { met: isInside(b, a, near / 2) && a.index > b.index && a.fill !== -1 };
			case "apart":
				return { met: outlineRelationOf(a, b, 0.5) === "apart" };
			case "touching":
				return { met: outlineRelationOf(a, b, near) === "touching" };
			case "overlapping":
				return { met: outlineRelationOf(a, b, Math.min(near, 1)) === "overlapping" };
			case "joined":
				return { met: this.isJoined(a, b) };
			case "meeting":
				return this.meeting(a, b);
			case "left of":
				return this.atLeast(q.left - p.right);
			case "right of":
				return this.atLeast(p.left - q.right);
			case "above":
				return this.atLeast(p.bottom - q.top);
			case "below":
				return this.atLeast(q.bottom - p.top);
			case "level":
				return this.closeTo(this.level(p, q, a, b));
			case "centred":
				return this.centred(a.centre, b.centre);
			case "same size": {
				const size = marginsOf(this.o.within, scene.tolerances.size).full;
				return this.closeTo(Math.max(Math.abs(a.width - b.width), Math.abs(a.height - b.height)), size);
			}
			case "larger":
				return { met: isLarger(a, b, scene.tolerances.size) };
			case "smaller":
				return { met: isLarger(b, a, scene.tolerances.size) };
			case "gap":
				return this.gap(this.gapBetween(a, b, p, q));
		}
	}

	/** How a figure lies to the sheet, or to one of its edges. */
	toSheet(is: Relation | "gap", figure: Figure, to: "sheet" | Edge): RelationResult {
		const bounds = sheetBounds(this.scene.sheet);
		const sheet = this.box({ bounds });
		const box = this.box(figure);
		const room = {
			"left edge": box.left - sheet.left,
			"right edge": sheet.right - box.right,
			"top edge": sheet.top - box.top,
			"bottom edge": box.bottom - sheet.bottom,
		};
		const least = Math.min(...Object.values(room));
		const gap = to === "sheet" ? least : room[to];
		switch (is) {
			case "inside":
				return this.atLeast(to === "sheet" ? least + 1e-9 : gap);
			case "touching":
				// An edge that the figure crosses isn't touched.
				return { ...this.closeTo(gap), met: gap >= -this.near - 1e-9 && gap <= this.near + 1e-9 };
			case "apart":
				return { met: gap > 0.5 };
			case "overlapping":
				return { met: gap < -this.near };
			case "centred":
				return this.centred(figure.centre, [(bounds.left + bounds.right) / 2, (bounds.low + bounds.high) / 2]);
			case "gap":
				return this.gap(gap);
			case "left of":
				return this.atLeast(sheet.right - box.right);
			case "right of":
				return this.atLeast(box.left - sheet.left);
			case "above":
				return this.atLeast(box.bottom - sheet.bottom);
			case "below":
				return this.atLeast(sheet.top - box.top);
			default:
				return { met: false };
		}
	}

	private level(p: SeenBox, q: SeenBox, a: Figure, b: Figure): number {
		const { by = "centre" } = this.o;
		if (by === "centre") return this.o.axis === "down" ? a.centre[0] - b.centre[0] : a.centre[1] - b.centre[1];
		return p[by] - q[by];
	}

	private centred(a: Point, b: Point): RelationResult {
		const { axis = "both" } = this.o;
		const [dx, dy] = [axis === "down" ? 0 : a[0] - b[0], axis === "across" ? 0 : a[1] - b[1]];
		return this.closeTo(distance(0, 0, dx, dy));
	}

	private gapBetween(a: Figure, b: Figure, p: SeenBox, q: SeenBox): number {
		const asked = [this.o.is ?? []].flat();
		if (asked.includes("left of")) return q.left - p.right;
		if (asked.includes("right of")) return p.left - q.right;
		if (asked.includes("above")) return p.bottom - q.top;
		if (asked.includes("below")) return q.bottom - p.top;
		if (this.o.axis === "across") return Math.max(q.left - p.right, p.left - q.right);
		if (this.o.axis === "down") return Math.max(p.bottom - q.top, q.bottom - p.top);
		return rimDistance(a, b);
	}

	private gap(found: number): RelationResult {
		const { is, between } = this.o.gap ?? {};
		const off =
			is !== undefined ? Math.abs(found - is) : Math.max((between?.[0] ?? 0) - found, found - (between?.[1] ?? 0), 0);
		return { met: off <= this.near + 1e-9, off, full: this.near, found };
	}

	/** Whether some open line leads from one to the other. */
	private isJoined(a: Figure, b: Figure): boolean {
		const reaches = (figure: Figure, [x, y]: Point) => {
			// A point in the place of a figure: of what distances look at, it has all, and no more.
			const spot = {
				...figure,
				oval: undefined,
				points: [[x, y]] as Point[],
				rim: undefined,
				closed: false,
				lettering: undefined,
			} as unknown as Figure;
			return rimDistance(figure, spot) <= this.near || (figure.closed && isInside(spot, figure, 0));
		};
		return this.scene.drawing.figures.some((line) => {
			if (line.closed || line === a || line === b || line.lettering || line.kinds[0] === "dot") return false;
			return (reaches(a, line.start) && reaches(b, line.end)) || (reaches(a, line.end) && reaches(b, line.start));
		});
	}

	/** Whether corners or ends of the two meet in one point; at the place that is asked for, where one is. */
	private meeting(a: Figure, b: Figure): RelationResult {
		const { anchor, at } = this.o;
		const own = anchor ? anchorsOf(a, anchor, this.scene, this.named) : tips(a);
		const others = anchor ? [...tips(b), ...anchorsOf(b, anchor, this.scene, this.named)] : tips(b);
		let off = Number.POSITIVE_INFINITY;
		for (const p of own) {
			for (const q of others) {
				const apart = distance(p[0], p[1], q[0], q[1]);
				const away = at ? Math.max(distance(p[0], p[1], at[0], at[1]), distance(q[0], q[1], at[0], at[1])) : 0;
				off = Math.min(off, Math.max(apart, away));
			}
		}
		return { met: off <= this.near + 1e-9, off, full: this.near, ...(Number.isFinite(off) && { found: off }) };
	}
}

/** The ends of a line, the corners of an outline; round figures have none. */
function tips(figure: Figure): readonly Point[] {
	if (!figure.closed) return [figure.start, figure.end];
	return figure.oval ? [] : rimPoints(figure);
}

function isLarger(a: Figure, b: Figure, size: number): boolean {
	return a.width * a.height > b.width * b.height && Math.max(a.width - b.width, a.height - b.height) > size;
}
