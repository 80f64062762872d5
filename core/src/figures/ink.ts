import { rimOf } from "../geometry/ellipse.ts";
import { distance, type Point } from "../geometry/points.ts";
import type { Region } from "../raster/visible.ts";
import type { Figure, Oval } from "./figure.ts";
import type { Geometry } from "./measure.ts";

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
export function inkOf(geometry: Geometry, paint: Pick<Figure, "fill" | "outline" | "outlineWidth">, up: number): Region {
	const { points, closed, oval } = geometry;
	const filled = paint.fill !== -1 && closed;
	const half = paint.outline === -1 ? 0 : Math.max(paint.outlineWidth, 0.1) / 2;
	const { left, low, right, high } = geometry.bounds;
	const bounds = { left: left - half, low: low - half, right: right + half, high: high + half };
	const solid = (colour: number) => colour !== -1 && (colour & 255) === 255;
	const opaque = geometry.lettering === undefined && (solid(paint.fill) || (paint.fill === -1 && solid(paint.outline)));
	const areas = () => {
		if (oval) return [ring(oval, half, filled, up)];
		const all: Point[][][] = filled ? [[[...points]]] : [];
		if (half === 0) return all;
		for (let i = closed ? 0 : 1; i < points.length; i++) all.push([bar(points[(i + points.length - 1) % points.length] as Point, points[i] as Point, half)]);
		return all;
	};
	return { areas, bounds, opaque };
}

/** The rim of an ellipse at its outer edge, and unless it is filled the inner one as a hole. */
function ring({ x, y, rx, ry, turned }: Oval, half: number, filled: boolean, up: number): Point[][] {
	const outer = rimOf(x, y, rx + half, ry + half, turned, up);
	return filled || half >= Math.min(rx, ry) ? [outer] : [outer, rimOf(x, y, rx - half, ry - half, turned, up).reverse()];
}
