import { boundsOf, type Bounds, distance, type Point } from "../geometry/points.ts";
import type { Region } from "../raster/visible.ts";

/** A thin oblong along a piece of line. */
function bar(a: Point, b: Point, half: number): Point[] {
	const length = distance(a[0], a[1], b[0], b[1]) || 1;
	const [ux, uy] = [((b[0] - a[0]) / length) * half, ((b[1] - a[1]) / length) * half];
	return [
		[a[0] - uy, a[1] + ux],
		[b[0] - uy, b[1] + ux],
		[b[0] + uy, b[1] - ux],
		[a[0] + uy, a[1] - ux],
	];
}

/** The area that a figure's paint covers: its inside if it is filled, and its line at its width. */
export function inkOf(points: readonly Point[], closed: boolean, fill: number, outline: number, width: number): Region {
	const outlines: Point[][] = [];
	if (fill !== -1 && closed) outlines.push([...points]);
	if (outline !== -1) {
		const half = Math.max(width, 0.1) / 2;
		for (let i = closed ? 0 : 1; i < points.length; i++) {
			outlines.push(bar(points[(i + points.length - 1) % points.length] as Point, points[i] as Point, half));
		}
	}
	const bounds = boundsOf(outlines.length > 0 ? outlines.flat() : points) as Bounds;
	const solid = (colour: number) => colour !== -1 && (colour & 255) === 255;
	return { outlines, bounds, opaque: solid(fill) || (fill === -1 && solid(outline)) };
}
