import type { Figure } from "../figures/figure.ts";
import { rimOf } from "../geometry/ellipse.ts";
import { type Bounds, distance, distanceToSegment, type Point } from "../geometry/points.ts";

/** Corners of an outline that are looked at; longer ones are thinned. */
const MAX_CORNERS = 240;

/** The outline of a figure as points, and whether it closes. */
export function rimPoints({ oval, rim, points, lettering, bounds }: Figure): readonly Point[] {
	if (oval && points.length === 0) return rimOf(oval.x, oval.y, oval.rx, oval.ry, oval.turned, 1, 72);
	if (lettering) return cornersOf(bounds);
	const all = rim ?? points;
	if (all.length <= MAX_CORNERS) return all;
	const step = Math.ceil(all.length / MAX_CORNERS);
	return all.filter((_, i) => i % step === 0 || i === all.length - 1);
}

/** The corners of a box, all the way round. */
export function cornersOf({ left, low, right, high }: Bounds): Point[] {
	return [
		[left, low],
		[right, low],
		[right, high],
		[left, high],
	];
}

const closedOf = (figure: Figure) => figure.closed || figure.lettering !== undefined;

/** Whether a point is inside a closed outline (even-odd rule). */
export function holdsPoint(rim: readonly Point[], [x, y]: Point): boolean {
	let inside = false;
	for (let i = 0, j = rim.length - 1; i < rim.length; j = i++) {
		const [[ax, ay], [bx, by]] = [rim[i] as Point, rim[j] as Point];
		if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
	}
	return inside;
}

/** How far a point is from an outline. */
function toRim(rim: readonly Point[], closed: boolean, [x, y]: Point): number {
	if (rim.length === 1) return distance(x, y, (rim[0] as Point)[0], (rim[0] as Point)[1]);
	let least = Number.POSITIVE_INFINITY;
	for (let i = closed ? 0 : 1; i < rim.length; i++) {
		const [a, b] = [rim[(i + rim.length - 1) % rim.length] as Point, rim[i] as Point];
		least = Math.min(least, distanceToSegment(x, y, a[0], a[1], b[0], b[1]));
	}
	return least;
}

/** Whether a figure lies in another one; it may stick out by `slack`. */
export function isInside(inner: Figure, outer: Figure, slack: number): boolean {
	if (!closedOf(outer)) return false;
	const [a, b] = [inner.bounds, outer.bounds];
	if (a.left < b.left - slack || a.right > b.right + slack || a.low < b.low - slack || a.high > b.high + slack)
		return false;
	const rim = rimPoints(outer);
	return rimPoints(inner).every((p) => holdsPoint(rim, p) || toRim(rim, true, p) <= slack + 0.1);
}

function crosses(a: Point, b: Point, c: Point, d: Point): boolean {
	const side = (p: Point, q: Point, r: Point) => (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
	return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

/**
 * Distance between the outlines of two figures; 0 if they cross. A figure inside another is as far as its rim is.
 */
export function rimDistance(a: Figure, b: Figure): number {
	const [p, q] = [rimPoints(a), rimPoints(b)];
	const [pClosed, qClosed] = [closedOf(a), closedOf(b)];
	const round = a.oval && b.oval && a.points.length === 0 && b.points.length === 0 && isRound(a) && isRound(b);
	if (round) {
		const [ra, rb, d] = [a.width / 2, b.width / 2, distance(a.centre[0], a.centre[1], b.centre[0], b.centre[1])];
		return Math.max(d - ra - rb, Math.abs(ra - rb) - d, 0);
	}
	for (let i = pClosed ? 0 : 1; i < p.length; i++) {
		for (let j = qClosed ? 0 : 1; j < q.length; j++) {
			if (
				crosses(
					p[(i + p.length - 1) % p.length] as Point,
					p[i] as Point,
					q[(j + q.length - 1) % q.length] as Point,
					q[j] as Point,
				)
			)
				return 0;
		}
	}
	let least = Number.POSITIVE_INFINITY;
	for (const point of p) least = Math.min(least, toRim(q, qClosed, point));
	for (const point of q) least = Math.min(least, toRim(p, pClosed, point));
	return least;
}

const isRound = ({ width, height }: Figure) => Math.abs(width - height) < 1e-6;

/** Overlap depth of two figures' bounding boxes; 0 if they don't overlap. */
function boxesShare(a: Bounds, b: Bounds): number {
	return Math.max(
		0,
		Math.min(Math.min(a.right, b.right) - Math.max(a.left, b.left), Math.min(a.high, b.high) - Math.max(a.low, b.low)),
	);
}

/** How two figures lie to each other, seen as solid where they close. */
export type OutlineRelation = "apart" | "touching" | "overlapping";

/**
 * Whether two figures are apart, touch or overlap.
 *
 * @param near distance of the outlines that still counts as touching, and how far they may reach into one another
 */
export function outlineRelationOf(a: Figure, b: Figure, near: number): OutlineRelation {
	const [p, q] = [rimPoints(a), rimPoints(b)];
	const one =
		(closedOf(b) && p.some((point) => holdsPoint(q, point) && toRim(q, true, point) > near)) ||
		(closedOf(a) && q.some((point) => holdsPoint(p, point) && toRim(p, true, point) > near));
	if (one) return "overlapping";
	const gap = rimDistance(a, b);
	if (gap > near) return "apart";
	if (gap > 0) return "touching";
	// Outlines that cross with no corner deep inside: a cross of bars, or two that only just meet.
	const open = !closedOf(a) || !closedOf(b);
	if (open) return crossingOf(a, b, near);
	return boxesShare(a.bounds, b.bounds) > 2 * near ? "overlapping" : "touching";
}

/** Lines that cross overlap; those that meet at an end touch. */
function crossingOf(a: Figure, b: Figure, near: number): OutlineRelation {
	const ends = (f: Figure) => (closedOf(f) ? [] : [f.start, f.end]);
	const meets =
		ends(a).some((e) => toRim(rimPoints(b), closedOf(b), e) <= near) ||
		ends(b).some((e) => toRim(rimPoints(a), closedOf(a), e) <= near);
	return meets ? "touching" : "overlapping";
}
