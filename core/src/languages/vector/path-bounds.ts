import { arcBounds } from "../../geometry/arc.ts";
import type { Point } from "../../geometry/points.ts";
import type { VectorPath } from "./vector-path.ts";

/** An upright box in a picture's coordinates. */
export interface PathBounds {
	readonly x: number;
	readonly y: number;
	readonly width: number;
	readonly height: number;
}

/** The smallest upright box round a path, without its line's width; undefined for an empty one. */
export function boundsOfPath({ subPaths }: VectorPath): PathBounds | undefined {
	let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
	const take = ([x, y]: Point) => {
		[left, right] = [Math.min(left, x), Math.max(right, x)];
		[top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
	};
	for (const { start, pieces, waits } of subPaths) {
		if (waits || pieces.length === 0) continue;
		take(start);
		let from = start;
		for (const { to, controls, arc } of pieces) {
			take(to);
			if (controls) for (const t of turnsOf([from, ...controls, to])) take(onCurve([from, ...controls, to], t));
			if (arc) {
				// Here y grows downwards and angles go clockwise: the same as upwards and anticlockwise, mirrored.
				const box = arcBounds(arc, 1);
				take([box.left, box.low]);
				take([box.right, box.high]);
			}
			from = to;
		}
	}
	return left > right ? undefined : { x: left, y: top, width: right - left, height: bottom - top };
}

/** Where a Bézier curve turns back along x or y: the zeros of its derivative between its ends. */
function turnsOf(points: readonly Point[]): number[] {
	return [0, 1].flatMap((k) => {
		const p = points.map((point) => point[k] as number);
		const [p0, p1, p2] = p as [number, number, number];
		if (p.length === 3) {
			const t = (p0 - p1) / (p0 - 2 * p1 + p2);
			return t > 0 && t < 1 ? [t] : [];
		}
		const p3 = p[3] as number;
		const [a, b, c] = [p3 - 3 * p2 + 3 * p1 - p0, 2 * (p2 - 2 * p1 + p0), p1 - p0];
		if (Math.abs(a) < 1e-12) return b !== 0 && -c / b > 0 && -c / b < 1 ? [-c / b] : [];
		const root = b * b - 4 * a * c;
		if (root < 0) return [];
		return [(-b + Math.sqrt(root)) / (2 * a), (-b - Math.sqrt(root)) / (2 * a)].filter((t) => t > 0 && t < 1);
	});
}

/** A point of a Bézier curve (de Casteljau). */
export function onCurve(points: readonly Point[], t: number): Point {
	let row = points;
	while (row.length > 1)
		row = row.slice(1).map((q, i): Point => {
			const p = row[i] as Point;
			return [p[0] * (1 - t) + q[0] * t, p[1] * (1 - t) + q[1] * t];
		});
	return row[0] as Point;
}
