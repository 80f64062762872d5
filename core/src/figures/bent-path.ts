import { type Arc, rimPoint } from "../geometry/arc.ts";
import { distance, type Point } from "../geometry/points.ts";
import type { Sheet } from "../tape/layout.ts";
import { PATH, type PathStep } from "../tape/path.ts";
import { bentGeometry } from "./bent-geometry.ts";
import { type Geometry, measureBend, measureOval } from "./measure.ts";
import type { Tolerance } from "./tolerance.ts";

/** A sub-path's corners, with the arc of each piece that is one; a closed one ends before it is back. */
interface Pieces {
	readonly points: Point[];
	readonly arcs: (Arc | undefined)[];
	closed: boolean;
}

/** Where a path's sub-paths begin, each with its steps. */
export function subPathSteps(steps: readonly PathStep[]): PathStep[][] {
	const made: PathStep[][] = [];
	for (const step of steps) {
		if (step.kind === PATH.move) made.push([step]);
		else made.at(-1)?.push(step);
	}
	return made;
}

/** Undefined for a sub-path with Bézier curves. */
function piecesOf(steps: readonly PathStep[], up: number): Pieces | undefined {
	const [first, ...rest] = steps;
	const start: Point = [first?.at[0] as number, first?.at[1] as number];
	const made: Pieces = { points: [start], arcs: [], closed: false };
	for (const { kind, at } of rest) {
		if (kind === PATH.close) made.closed = true;
		else if (kind === PATH.line) {
			made.points.push([at[0] as number, at[1] as number]);
			made.arcs.push(undefined);
		} else if (kind === PATH.arc) {
			const [x, y, rx, ry, turned, from, sweep] = at as [number, number, number, number, number, number, number];
			const arc =
				rx === ry
					? { x, y, rx, ry, turned: 0, start: from + turned, sweep }
					: { x, y, rx, ry, turned, start: from, sweep };
			made.points.push(rimPoint(arc, arc.start + sweep, up));
			made.arcs.push(arc);
		} else return undefined;
	}
	return made;
}

/**
 * Classifies a sub-path with arcs: a circle, an ellipse, part of one, or a rounded rect. Undefined if the points alone
 * decide.
 *
 *
 *
 * @param filled whether it has an inside, which closes it
 */
export function bentPath(
	steps: readonly PathStep[],
	{
		filled,
		sheet,
		up,
		tolerance,
	}: { readonly filled: boolean; readonly sheet: Sheet; readonly up: 1 | -1; readonly tolerance: Tolerance },
): Geometry | undefined {
	const pieces = piecesOf(steps, up);
	if (!pieces?.arcs.some((arc) => arc !== undefined)) return undefined;
	const { points, arcs } = pieces;
	const closed = pieces.closed || filled;
	const [only] = arcs;
	if (arcs.length === 1 && only) {
		if (Math.abs(only.sweep) >= 360 - tolerance.angle && closed) return measureOval({ ...only }, tolerance);
		return measureBend(only, closed ? "segment" : "open", up, tolerance);
	}
	if (arcs.some((arc) => arc && arc.rx !== arc.ry)) return undefined;
	const [start, end] = [points[0] as Point, points.at(-1) as Point];
	if (closed) {
		if (distance(start[0], start[1], end[0], end[1]) <= 1e-6) points.pop();
		else arcs.push(undefined);
	}
	return bentGeometry({ points, arcs, closed }, { sheet, up, tolerance });
}
