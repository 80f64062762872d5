import type { Arc } from "../geometry/arc.ts";
import { distance, distanceToSegment, type Point } from "../geometry/points.ts";

/** A run of drawn pieces: points in order and the tape's row of each piece between them. */
export interface Outline {
	readonly points: readonly Point[];
	/** Rows of the tape, one a piece; one for all where a shape was placed. */
	readonly entries: readonly number[];
	/** For each piece that is bent the circle it lies on; left out where all are straight. */
	readonly arcs?: readonly (Arc | undefined)[];
	readonly closed: boolean;
	/** How far the end missed the start, for closed outlines. */
	readonly gap: number;
	readonly overdrawn: number;
	/** How far the line is from closed where only a fill closes it. */
	readonly missing?: number;
	/** Cut off from a closed figure of the same stroke. */
	readonly stray?: true;
}

/** Sine of the largest change of direction at which pieces still run on as one side. */
const STRAIGHT = 1e-3;

function runsOn(a: Point, b: Point, c: Point): boolean {
	const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]];
	const cross = ux * vy - uy * vx;
	const dot = ux * vx + uy * vy;
	return dot > 0 && Math.abs(cross) <= STRAIGHT * dot;
}

/** Whether a side only bends at a point since its end was drawn to where the outline began. */
function isBentBy(gap: number, a: Point, b: Point, c: Point): boolean {
	return (
		gap > 0 &&
		distanceToSegment(b[0], b[1], a[0], a[1], c[0], c[1]) <= gap &&
		distance(b[0], b[1], c[0], c[1]) > 3 * gap &&
		distance(a[0], a[1], b[0], b[1]) > 3 * gap
	);
}

/**
 * Corners only, without collinear and repeated points.
 *
 * @param gap how far a closed outline's end missed its start: its last side is bent by no more
 */
export function corners(points: readonly Point[], closed: boolean, gap = 0): Point[] {
	const apart: Point[] = [];
	for (const p of points) {
		const last = apart.at(-1);
		if (!last || distance(last[0], last[1], p[0], p[1]) > 1e-9) apart.push(p);
	}
	const first = apart[0];
	if (closed && first && apart.length > 1) {
		const last = apart.at(-1) as Point;
		if (distance(first[0], first[1], last[0], last[1]) <= 1e-9) apart.pop();
	}
	const kept: Point[] = [];
	for (const p of apart) {
		while (kept.length >= 2 && runsOn(kept.at(-2) as Point, kept.at(-1) as Point, p)) kept.pop();
		kept.push(p);
	}
	if (!closed) return kept;
	const last = () => [kept.at(-2) as Point, kept.at(-1) as Point, kept[0] as Point] as const;
	while (kept.length > 3 && (runsOn(...last()) || isBentBy(gap, ...last()))) kept.pop();
	while (kept.length > 3 && runsOn(kept.at(-1) as Point, kept[0] as Point, kept[1] as Point)) kept.shift();
	return kept;
}
