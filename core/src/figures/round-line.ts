import { distance, type Point } from "../geometry/points.ts";
import { directionDeg } from "../geometry/trig.ts";
import type { Tolerance } from "./tolerance.ts";

/** What an open outline tells of its corners. */
export interface OpenLine {
	readonly points: readonly Point[];
	readonly sides: readonly number[];
	/** What each corner turns by, -180 to 180. */
	readonly bends: readonly number[];
	readonly tolerance: Tolerance;
}

/** A line in small straight steps along a circle. Angles are anticlockwise where y grows upwards. */
export interface RoundLine {
	readonly x: number;
	readonly y: number;
	readonly radius: number;
	readonly start: number;
	readonly sweep: number;
	/** Largest distance of a point from the circle, as a share of the radius. */
	readonly error: number;
	/** Degrees of the circle that a side spans. */
	readonly step: number;
}

/** A side of a round line spans at most as much as one of a circle of twenty sides. */
const WIDEST = 18;
const RIM = 0.03;
const FEWEST = 4;

/** The circle through points that go round it in small steps; undefined if they don't. */
export function roundLine(line: OpenLine): RoundLine | undefined {
	const { points, sides } = line;
	if (sides.length < FEWEST) return undefined;
	const turns = line.bends;
	const way = Math.sign(turns[0] as number);
	if (way === 0 || turns.some((t) => Math.sign(t) !== way || Math.abs(t) > WIDEST + line.tolerance.angle))
		return undefined;
	const circle = circleNear(points);
	if (!circle) return undefined;
	const { x, y, radius } = circle;
	let error = 0;
	for (const [px, py] of points) error = Math.max(error, Math.abs(distance(px, py, x, y) - radius) / radius);
	if (error > RIM) return undefined;
	const around = points.map(([px, py]) => directionDeg(px - x, py - y));
	let sweep = 0;
	for (let i = 1; i < around.length; i++)
		sweep += (((around[i] as number) - (around[i - 1] as number) + 540) % 360) - 180;
	return { x, y, radius, start: around[0] as number, sweep, error, step: Math.abs(sweep) / sides.length };
}

/** The circle with the least sum of squared algebraic distances (Kasa 1976), by its normal equations about the mean. */
function circleNear(points: readonly Point[]): { x: number; y: number; radius: number } | undefined {
	const n = points.length;
	const mx = points.reduce((sum, [x]) => sum + x, 0) / n;
	const my = points.reduce((sum, [, y]) => sum + y, 0) / n;
	let [uu, uv, vv, uz, vz, z] = [0, 0, 0, 0, 0, 0];
	for (const [px, py] of points) {
		const [u, v] = [px - mx, py - my];
		const s = u * u + v * v;
		uu += u * u;
		uv += u * v;
		vv += v * v;
		uz += u * s;
		vz += v * s;
		z += s;
	}
	const det = uu * vv - uv * uv;
	if (!(Math.abs(det) > 1e-12 * (uu + vv) * (uu + vv))) return undefined;
	const a = (uz * vv - vz * uv) / (2 * det);
	const b = (vz * uu - uz * uv) / (2 * det);
	return { x: mx + a, y: my + b, radius: Math.sqrt(a * a + b * b + z / n) };
}
