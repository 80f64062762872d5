import { centroid, distance, type Point } from "../geometry/points.ts";
import { cosDeg, directionDeg } from "../geometry/trig.ts";
import type { StarForm } from "./figure.ts";
import type { Shape } from "./shape.ts";
import { allEqual, equalLengths } from "./tolerance.ts";

/** A star with its middle, the distance to its points, and to the corners between them. */
export interface Star extends StarForm {
	readonly middle: Point;
	readonly outer: number;
	readonly inner: number;
	/** Direction from the middle to a point, anticlockwise where y grows upwards. */
	readonly tip: number;
	readonly error: number;
}

/**
 * Where lines that join every `step`-th of `points` points cross next to the middle, as a share of the points'
 * distance.
 */
const crossing = (points: number, step: number) => cosDeg((180 * step) / points) / cosDeg((180 * (step - 1)) / points);

const ofOneFactor = (a: number, b: number): boolean => (b === 0 ? a === 1 : ofOneFactor(b, a % b));

/** The star of a closed outline, self-intersecting or not; undefined if it isn't a star. */
export function starOf(shape: Shape): Star | undefined {
	if (!shape.closed || shape.corners < 5 || shape.corners > 120) return undefined;
	return crossed(shape) ?? outlined(shape);
}

/**
 * A regular star drawn across itself: sides of one length, and the same turn of more than a polygon's at each corner.
 */
function crossed(shape: Shape): Star | undefined {
	const n = shape.corners;
	const error = allEqual(shape.sides, shape.tolerance);
	if (error === undefined) return undefined;
	const turn = 180 - (shape.angles[0] as number);
	const step = Math.round((turn * n) / 360);
	if (step < 2 || step > n / 2 || !ofOneFactor(n, step)) return undefined;
	if (shape.angles.some((a) => Math.abs(a - (180 - (360 * step) / n)) > shape.tolerance.angle)) return undefined;
	const middle = meanOf(shape.points);
	const [x, y] = shape.points[0] as Point;
	const outer = distance(x, y, middle[0], middle[1]);
	return {
		points: n,
		step,
		middle,
		outer,
		inner: outer * crossing(n, step),
		tip: directionDeg(x - middle[0], y - middle[1]),
		error,
	};
}

function meanOf(points: readonly Point[]): Point {
	return [points.reduce((s, [x]) => s + x, 0) / points.length, points.reduce((s, [, y]) => s + y, 0) / points.length];
}

/** A star by its edge: corners far from and near to the middle by turns, at even angles. */
function outlined(shape: Shape): Star | undefined {
	const corners = shape.corners;
	if (corners % 2 === 1 || corners < 6) return undefined;
	const n = corners / 2;
	const middle = centroid(shape.points);
	const far = shape.points.map(([x, y]) => distance(x, y, middle[0], middle[1]));
	const first = (far[0] as number) >= (far[1] as number) ? 0 : 1;
	const [tips, dents] = [far.filter((_, i) => i % 2 === first), far.filter((_, i) => i % 2 !== first)];
	const [even, evenDents] = [allEqual(tips, shape.tolerance), allEqual(dents, shape.tolerance)];
	if (even === undefined || evenDents === undefined) return undefined;
	const outer = tips.reduce((a, b) => a + b, 0) / n;
	const inner = dents.reduce((a, b) => a + b, 0) / n;
	if (inner >= outer * cosDeg(180 / n) * 0.97) return undefined;
	const around = shape.points.map(([x, y]) => directionDeg(x - middle[0], y - middle[1]));
	for (let i = 0; i < corners; i++) {
		const gap = ((((around[(i + 1) % corners] as number) - (around[i] as number)) % 360) + 360) % 360;
		if (Math.abs(Math.min(gap, 360 - gap) - 180 / n) > shape.tolerance.angle) return undefined;
	}
	return {
		points: n,
		step: stepOf(n, inner, outer, shape),
		middle,
		outer,
		inner,
		tip: around[first] as number,
		error: Math.max(even, evenDents),
	};
}

/** Which points a line without lifting the pen would join to make such dents; 0 if none would. */
function stepOf(n: number, inner: number, outer: number, shape: Shape): number {
	for (let step = 2; step < n / 2; step++)
		if (equalLengths(inner, outer * crossing(n, step), shape.tolerance) !== undefined) return step;
	return 0;
}
