import type { Bounds, Point } from "./points.ts";
import { cosDeg, directionDeg, sinDeg } from "./trig.ts";

/**
 * Part of an ellipse's rim. Angles are degrees anticlockwise as seen: `turned` is the ellipse's own, `start` and
 * `sweep` are eccentric (angles of the circle that the ellipse was stretched from, before it is turned); a negative
 * sweep is clockwise.
 */
export interface Arc {
	readonly x: number;
	readonly y: number;
	readonly rx: number;
	readonly ry: number;
	readonly turned: number;
	readonly start: number;
	readonly sweep: number;
}

/** The point of an ellipse's rim at an eccentric angle. `up` is 1 where y grows upwards, else -1. */
export function rimPoint({ x, y, rx, ry, turned }: Omit<Arc, "start" | "sweep">, angle: number, up: number): Point {
	const [u, v] = [rx * cosDeg(angle), ry * sinDeg(angle)];
	if (turned === 0) return [x + u, y + up * v];
	const [c, s] = [cosDeg(turned), sinDeg(turned)];
	return [x + u * c - v * s, y + up * (u * s + v * c)];
}

/** Points along an arc from its start to its end, no further apart than `step` degrees. */
export function arcPoints(arc: Arc, up: number, step = 5): Point[] {
	const pieces = Math.max(1, Math.ceil(Math.abs(arc.sweep) / step - 1e-9));
	return Array.from({ length: pieces + 1 }, (_, i) => rimPoint(arc, arc.start + (arc.sweep * i) / pieces, up));
}

/** Length along an arc of a circle. */
export function arcLength({ rx, sweep }: Arc): number {
	return (Math.abs(sweep) / 180) * Math.PI * rx;
}

/** Area between an arc of a circle and its chord, with the sign of the sweep. */
export function arcArea({ rx, sweep }: Arc): number {
	return ((rx * rx) / 2) * ((sweep / 180) * Math.PI - sinDeg(sweep));
}

/** The same arc gone the other way. */
export function reversedArc(arc: Arc): Arc {
	return { ...arc, start: arc.start + arc.sweep, sweep: -arc.sweep };
}

/** Whether an arc passes an eccentric angle. */
function passes({ start, sweep }: Arc, angle: number): boolean {
	const [first, size] = sweep < 0 ? [start + sweep, -sweep] : [start, sweep];
	const past = (angle - first) % 360;
	return (past < 0 ? past + 360 : past) <= size;
}

/** The smallest upright box round an arc: its ends, and where its tangent is level or upright. */
export function arcBounds(arc: Arc, up: number): Bounds {
	const [c, s] = [cosDeg(arc.turned), sinDeg(arc.turned)];
	const across = directionDeg(arc.rx * c, -arc.ry * s);
	const along = directionDeg(arc.rx * s, arc.ry * c);
	const turns = [across, across + 180, along, along + 180].filter((a) => passes(arc, a));
	let [left, low, right, high] = [
		Number.POSITIVE_INFINITY,
		Number.POSITIVE_INFINITY,
		Number.NEGATIVE_INFINITY,
		Number.NEGATIVE_INFINITY,
	];
	for (const angle of [arc.start, arc.start + arc.sweep, ...turns]) {
		const [x, y] = rimPoint(arc, angle, up);
		[left, right, low, high] = [Math.min(left, x), Math.max(right, x), Math.min(low, y), Math.max(high, y)];
	}
	return { left, low, right, high };
}
