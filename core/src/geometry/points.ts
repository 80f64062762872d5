/**
 * Points of the plane as numbers in twos, and what is measured between them. Lengths are in the units of the points.
 */

export type Point = readonly [x: number, y: number];

export interface Bounds {
	readonly left: number;
	readonly low: number;
	readonly right: number;
	readonly high: number;
}

/** Distance between two points; like hypot, but the same in every engine. */
export function distance(ax: number, ay: number, bx: number, by: number): number {
	const dx = bx - ax;
	const dy = by - ay;
	return Math.sqrt(dx * dx + dy * dy);
}

/** Distance of a point from the segment a–b. */
export function distanceToSegment(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
	const dx = bx - ax;
	const dy = by - ay;
	const size = dx * dx + dy * dy;
	if (size === 0) return distance(px, py, ax, ay);
	const t = Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / size));
	return distance(px, py, ax + t * dx, ay + t * dy);
}

/** The smallest upright box round some points; undefined for none. */
export function boundsOf(points: readonly Point[]): Bounds | undefined {
	const first = points[0];
	if (!first) return undefined;
	let [left, low] = first;
	let [right, high] = first;
	for (const [x, y] of points) {
		if (x < left) left = x;
		if (x > right) right = x;
		if (y < low) low = y;
		if (y > high) high = y;
	}
	return { left, low, right, high };
}

/** Twice the signed area counts positive anticlockwise where y grows upwards (the shoelace formula). */
export function signedArea(points: readonly Point[]): number {
	let sum = 0;
	for (let i = 0, n = points.length; i < n; i++) {
		const [ax, ay] = points[i] as Point;
		const [bx, by] = points[(i + 1) % n] as Point;
		sum += ax * by - bx * ay;
	}
	return sum / 2;
}

/** Middle of the area of a closed outline; the mean of the corners where it has no area. */
export function centroid(points: readonly Point[]): Point {
	const n = points.length;
	let mx = 0;
	let my = 0;
	for (const [x, y] of points) {
		mx += x / n;
		my += y / n;
	}
	let area = 0;
	let cx = 0;
	let cy = 0;
	for (let i = 0; i < n; i++) {
		const [px, py] = points[i] as Point;
		const [qx, qy] = points[(i + 1) % n] as Point;
		const cross = (px - mx) * (qy - my) - (qx - mx) * (py - my);
		area += cross;
		cx += (px + qx - 2 * mx) * cross;
		cy += (py + qy - 2 * my) * cross;
	}
	return Math.abs(area) < 1e-12 ? [mx, my] : [mx + cx / (3 * area), my + cy / (3 * area)];
}
