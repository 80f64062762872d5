import { type Arc, arcBounds, arcPoints } from "../geometry/arc.ts";
import { distance, type Point } from "../geometry/points.ts";
import { corners } from "./outline.ts";
import { equalLengths, type Tolerance } from "./tolerance.ts";

/** Classifies an outline with curved pieces: a circle, part of one, a rounded rect, or another shape by its points. */
export type Bent =
	| { readonly is: "circle"; readonly arc: Arc }
	| { readonly is: "arc"; readonly arc: Arc; readonly closed: "open" | "sector" | "segment" }
	| { readonly is: "rounded-rect"; readonly corners: readonly Point[]; readonly radius: number }
	| { readonly is: "points" };

interface Side {
	readonly from: Point;
	readonly to: Point;
	readonly arc?: Arc;
}

/** Pieces as sides: straight ones that run on are one, and arcs that go on along one circle. */
function sidesOf(
	points: readonly Point[],
	arcs: readonly (Arc | undefined)[],
	closed: boolean,
	tolerance: Tolerance,
): Side[] {
	const pieces: Side[] = arcs.map((arc, i) => ({
		from: points[i] as Point,
		to: points[(i + 1) % points.length] as Point,
		...(arc && { arc }),
	}));
	const sides: Side[] = [];
	for (const piece of pieces) {
		const merged = sides.length > 0 ? together(sides.at(-1) as Side, piece, tolerance) : undefined;
		if (merged) sides[sides.length - 1] = merged;
		else sides.push(piece);
	}
	if (closed && sides.length > 1) {
		const merged = together(sides.at(-1) as Side, sides[0] as Side, tolerance);
		if (merged) {
			sides[0] = merged;
			sides.pop();
		}
	}
	return sides;
}

/** Joins two sides if the second continues the first. */
function together(a: Side, b: Side, tolerance: Tolerance): Side | undefined {
	if (a.arc && b.arc) {
		const near = distance(a.arc.x, a.arc.y, b.arc.x, b.arc.y) <= Math.max(1e-6, 0.02 * a.arc.rx);
		const even =
			equalLengths(a.arc.rx, b.arc.rx, tolerance) !== undefined && Math.sign(a.arc.sweep) === Math.sign(b.arc.sweep);
		return near && even ? { from: a.from, to: b.to, arc: { ...a.arc, sweep: a.arc.sweep + b.arc.sweep } } : undefined;
	}
	if (a.arc || b.arc) return undefined;
	return corners([a.from, a.to, b.to], false).length === 2 ? { from: a.from, to: b.to } : undefined;
}

/** Points along the sides, arcs in steps of five degrees. */
export function flattened(
	points: readonly Point[],
	arcs: readonly (Arc | undefined)[],
	closed: boolean,
	up: number,
): Point[] {
	const flat: Point[] = [];
	arcs.forEach((arc, i) => {
		if (arc) flat.push(...arcPoints({ ...arc, sweep: Math.max(-360, Math.min(360, arc.sweep)) }, up).slice(0, -1));
		else flat.push(points[i] as Point);
	});
	if (!closed) flat.push(points.at(-1) as Point);
	return flat;
}

/** Corners of an outline, and for each piece that is bent its arc instead of a straight side. */
interface BentPieces {
	readonly points: readonly Point[];
	readonly arcs: readonly (Arc | undefined)[];
	readonly closed: boolean;
}

/** Says what an outline with bent pieces is. */
export function bentOutline({ points, arcs, closed }: BentPieces, tolerance: Tolerance): Bent {
	const sides = sidesOf(points, arcs, closed, tolerance);
	const [first] = sides;
	const bends = sides.filter((s) => s.arc);
	const only = bends[0]?.arc;
	if (sides.length === 1 && first?.arc) {
		const whole = Math.abs(first.arc.sweep) >= 360 - tolerance.angle;
		return whole && closed ? { is: "circle", arc: first.arc } : { is: "arc", arc: first.arc, closed: "open" };
	}
	if (closed && bends.length === 1 && only && Math.abs(only.sweep) < 360) {
		if (sides.length === 2) return { is: "arc", arc: only, closed: "segment" };
		const straight = sides.filter((s) => !s.arc);
		const near = (p: Point) => distance(p[0], p[1], only.x, only.y) <= Math.max(tolerance.length, 0.05 * only.rx);
		if (straight.length === 2 && (near(straight[0]?.to as Point) || near(straight[1]?.to as Point)))
			return { is: "arc", arc: only, closed: "sector" };
	}
	const rounded = closed && (roundedRect(sides, tolerance) ?? bar(sides, tolerance));
	return rounded || { is: "points" };
}

/** Four straight sides and four quarter turns of one radius, by turns. */
function roundedRect(sides: readonly Side[], tolerance: Tolerance): Bent | undefined {
	if (sides.length !== 8) return undefined;
	const start = sides.findIndex((s) => !s.arc);
	const order = [...sides.slice(start), ...sides.slice(0, start)];
	if (start < 0 || order.some((s, i) => (s.arc !== undefined) !== (i % 2 === 1))) return undefined;
	const bends = order.flatMap((s) => (s.arc ? [s.arc] : []));
	const [first] = bends as [Arc, ...Arc[]];
	if (
		bends.some(
			(b) => Math.abs(Math.abs(b.sweep) - 90) > tolerance.angle || Math.sign(b.sweep) !== Math.sign(first.sweep),
		)
	)
		return undefined;
	if (bends.some((b) => equalLengths(b.rx, first.rx, tolerance) === undefined)) return undefined;
	const lengths = order.filter((s) => !s.arc).map((s) => distance(s.from[0], s.from[1], s.to[0], s.to[1]));
	const [a, b, c, d] = lengths as [number, number, number, number];
	if (equalLengths(a, c, tolerance) === undefined || equalLengths(b, d, tolerance) === undefined) return undefined;
	// The corner that a quarter turn cuts off: where its two sides would meet.
	const corner = (i: number): Point => meetingOf(order[(i * 2) % 8] as Side, order[(i * 2 + 2) % 8] as Side);
	return { is: "rounded-rect", corners: [0, 1, 2, 3].map(corner), radius: first.rx };
}

/** Where two sides would meet if they went on. */
function meetingOf(a: Side, b: Side): Point {
	const [ux, uy, vx, vy] = [a.to[0] - a.from[0], a.to[1] - a.from[1], b.to[0] - b.from[0], b.to[1] - b.from[1]];
	const t = ((b.from[0] - a.to[0]) * vy - (b.from[1] - a.to[1]) * vx) / (ux * vy - uy * vx || 1);
	return [a.to[0] + t * ux, a.to[1] + t * uy];
}

/** Two straight sides and two half turns of one radius, by turns: a rect whose ends are wholly round. */
function bar(sides: readonly Side[], tolerance: Tolerance): Bent | undefined {
	if (sides.length !== 4) return undefined;
	const order = sides[0]?.arc ? [...sides.slice(1), sides[0]] : sides;
	const [one, first, other, second] = order as [Side, Side, Side, Side];
	if (one.arc || other.arc || !first.arc || !second.arc) return undefined;
	const bends = [first.arc, second.arc] as const;
	if (bends.some((b) => Math.abs(Math.abs(b.sweep) - 180) > tolerance.angle)) return undefined;
	if (Math.sign(bends[0].sweep) !== Math.sign(bends[1].sweep)) return undefined;
	if (equalLengths(bends[0].rx, bends[1].rx, tolerance) === undefined) return undefined;
	const length = distance(one.from[0], one.from[1], one.to[0], one.to[1]);
	if (equalLengths(length, distance(other.from[0], other.from[1], other.to[0], other.to[1]), tolerance) === undefined)
		return undefined;
	const [ux, uy] = [(one.to[0] - one.from[0]) / length, (one.to[1] - one.from[1]) / length];
	const along = (x: number, y: number) => (x - one.from[0]) * ux + (y - one.from[1]) * uy;
	const across = (other.from[0] - one.from[0]) * -uy + (other.from[1] - one.from[1]) * ux;
	const [near, far] = [along(bends[1].x, bends[1].y) - bends[1].rx, along(bends[0].x, bends[0].y) + bends[0].rx];
	const corner = (t: number, v: number): Point => [one.from[0] + t * ux - v * uy, one.from[1] + t * uy + v * ux];
	return {
		is: "rounded-rect",
		corners: [corner(near, 0), corner(far, 0), corner(far, across), corner(near, across)],
		radius: Math.min(bends[0].rx, Math.abs(across) / 2),
	};
}

/** The pieces of an open chain of arcs, each as the places of its first piece and of that after its last. */
export function arcChain(
	points: readonly Point[],
	arcs: readonly (Arc | undefined)[],
	tolerance: Tolerance,
): (readonly [number, number])[] | undefined {
	if (arcs.length < 2 || arcs.some((arc) => arc === undefined)) return undefined;
	const runs: { first: number; end: number; side: Side }[] = [];
	arcs.forEach((arc, i) => {
		const side: Side = { from: points[i] as Point, to: points[i + 1] as Point, arc: arc as Arc };
		const last = runs.at(-1);
		const merged = last && together(last.side, side, tolerance);
		if (last && merged) runs[runs.length - 1] = { first: last.first, end: i + 1, side: merged };
		else runs.push({ first: i, end: i + 1, side });
	});
	return runs.length < 2 ? undefined : runs.map(({ first, end }) => [first, end] as const);
}

/** The box of an arc's own line, with its middle where it is a sector. */
export function arcBox(arc: Arc, closed: "open" | "sector" | "segment", up: number): ReturnType<typeof arcBounds> {
	const box = arcBounds(arc, up);
	if (closed !== "sector") return box;
	return {
		left: Math.min(box.left, arc.x),
		right: Math.max(box.right, arc.x),
		low: Math.min(box.low, arc.y),
		high: Math.max(box.high, arc.y),
	};
}
