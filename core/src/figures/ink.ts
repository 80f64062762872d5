import { rimOf } from "../geometry/ellipse.ts";
import { distance, type Point } from "../geometry/points.ts";
import { cosDeg, sinDeg } from "../geometry/trig.ts";
import type { Region } from "../raster/region.ts";
import type { Figure, Oval } from "./figure.ts";
import type { Geometry } from "./measure.ts";

/** Pieces of a line that are looked at. */
const MAX_PIECES = 4_000;

/** Points looked at just outside an outline, to tell what lies round it. */
const AROUND = 24;

/** Points a little outside a figure's ink, evenly along its outline. */
export function pointsAround(geometry: Geometry, paint: Pick<Figure, "outline" | "outlineWidth">, up: number): Point[] {
	const { oval, bounds, closed } = geometry;
	const off = (paint.outline === -1 ? 0 : paint.outlineWidth / 2) + 1;
	if (oval) return rimOf(oval.x, oval.y, oval.rx + off, oval.ry + off, oval.turned, up, AROUND);
	const points = geometry.rim ?? geometry.points;
	const sides = closed ? points.length : points.length - 1;
	const found: Point[] = [];
	const [mx, my] = [(bounds.left + bounds.right) / 2, (bounds.low + bounds.high) / 2];
	const each = Math.max(1, Math.round(AROUND / Math.max(1, sides)));
	const step = Math.max(1, Math.floor(sides / AROUND));
	for (let i = 0; i < sides; i += step) {
		const [a, b] = [points[i] as Point, points[(i + 1) % points.length] as Point];
		const length = distance(a[0], a[1], b[0], b[1]) || 1;
		const [nx, ny] = [(-(b[1] - a[1]) / length) * off, ((b[0] - a[0]) / length) * off];
		for (let k = 0; k < each; k++) {
			const t = (k + 0.5) / each;
			const [x, y] = [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
			// Of a closed outline the side away from the middle, of a line both sides by turns.
			const out = closed ? (x - mx) * nx + (y - my) * ny >= 0 : (i + k) % 2 === 0;
			found.push(out ? [x + nx, y + ny] : [x - nx, y - ny]);
		}
	}
	return found;
}

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
export function inkOf(
	geometry: Geometry,
	paint: Pick<Figure, "fill" | "outline" | "outlineWidth">,
	up: number,
): Region {
	const { closed, oval } = geometry;
	const points = geometry.rim ?? geometry.points;
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
		// A line of very many pieces is sampled.
		const step = Math.ceil(points.length / MAX_PIECES);
		for (let i = closed ? 0 : 1; i < points.length; i += step)
			all.push([bar(points[(i + points.length - 1) % points.length] as Point, points[i] as Point, half)]);
		return all;
	};
	const inner = filled || half === 0 ? 0 : half;
	return {
		areas,
		bounds,
		opaque,
		...(oval && { holds: (x: number, y: number) => inOval(oval, x, y, half, inner, up) }),
	};
}

/** Whether a point lies in an ellipse made wider by `half`, and not in the same made narrower by `inner`. */
function inOval(
	{ x, y, rx, ry, turned }: Oval,
	px: number,
	py: number,
	half: number,
	inner: number,
	up: number,
): boolean {
	const [c, s] = [cosDeg(turned), up * sinDeg(turned)];
	const [dx, dy] = [px - x, py - y];
	const [u, v] = [dx * c + dy * s, -dx * s + dy * c];
	const within = (a: number, b: number) => a > 0 && b > 0 && (u * u) / (a * a) + (v * v) / (b * b) <= 1;
	return within(rx + half, ry + half) && !(inner > 0 && within(rx - inner, ry - inner));
}

/** The rim of an ellipse at its outer edge, and unless it is filled the inner one as a hole. */
function ring({ x, y, rx, ry, turned }: Oval, half: number, filled: boolean, up: number): Point[][] {
	const outer = rimOf(x, y, rx + half, ry + half, turned, up);
	return filled || half >= Math.min(rx, ry)
		? [outer]
		: [outer, rimOf(x, y, rx - half, ry - half, turned, up).reverse()];
}
