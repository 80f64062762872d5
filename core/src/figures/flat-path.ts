import { arcPoints } from "../geometry/arc.ts";
import type { Point } from "../geometry/points.ts";
import { PATH, type PathStep } from "../tape/path.ts";

/** Straight pieces that stand for one Bézier curve. */
const PIECES = 24;

/** The sub-paths of a path as points close together; those that a step back to their start closes are closed. */
export function flatPath(steps: readonly PathStep[], up: number): { points: Point[]; closed: boolean }[] {
	const made: { points: Point[]; closed: boolean }[] = [];
	for (const { kind, at } of steps) {
		if (kind === PATH.move) {
			made.push({ points: [[at[0] as number, at[1] as number]], closed: false });
			continue;
		}
		const going = made.at(-1);
		if (!going) continue;
		if (kind === PATH.close) going.closed = true;
		else if (kind === PATH.arc) {
			const [x, y, rx, ry, turned, start, sweep] = at as [number, number, number, number, number, number, number];
			going.points.push(
				...arcPoints({ x, y, rx, ry, turned, start, sweep: Math.max(-360, Math.min(360, sweep)) }, up).slice(1),
			);
		} else going.points.push(...bezier(going.points.at(-1) as Point, at));
	}
	return made.filter((p) => p.points.length > 1);
}

/** Points along a curve of one to three further control points (De Casteljau's construction). */
function bezier(from: Point, at: readonly number[]): Point[] {
	const controls: Point[] = [from];
	for (let i = 0; i < at.length; i += 2) controls.push([at[i] as number, at[i + 1] as number]);
	if (controls.length === 2) return [controls[1] as Point];
	return Array.from({ length: PIECES }, (_, i) => {
		const t = (i + 1) / PIECES;
		let row = controls;
		while (row.length > 1)
			row = row
				.slice(1)
				.map((q, k): Point => [(row[k] as Point)[0] * (1 - t) + q[0] * t, (row[k] as Point)[1] * (1 - t) + q[1] * t]);
		return row[0] as Point;
	});
}
