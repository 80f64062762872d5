import type { Point } from "./points.ts";
import { cosDeg, directionDeg, sinDeg, tanDeg } from "./trig.ts";

/**
 * An affine map as canvases and SVG write it: (x, y) goes to (a x + c y + e, b x + d y + f). Here y grows downwards,
 * so that a positive angle turns clockwise as seen.
 */
export interface Matrix {
	readonly a: number;
	readonly b: number;
	readonly c: number;
	readonly d: number;
	readonly e: number;
	readonly f: number;
}

export const IDENTITY: Matrix = Object.freeze({ a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 });

/** The map that does `second` first, then `first`: as when a transform is put inside another. */
export function times(first: Matrix, second: Matrix): Matrix {
	return {
		a: first.a * second.a + first.c * second.b,
		b: first.b * second.a + first.d * second.b,
		c: first.a * second.c + first.c * second.d,
		d: first.b * second.c + first.d * second.d,
		e: first.a * second.e + first.c * second.f + first.e,
		f: first.b * second.e + first.d * second.f + first.f,
	};
}

export const translation = (x: number, y: number): Matrix => ({ ...IDENTITY, e: x, f: y });
export const scaling = (x: number, y: number): Matrix => ({ ...IDENTITY, a: x, d: y });

/** A turn about 0, 0, clockwise as seen. @param degrees the angle */
export function rotation(degrees: number): Matrix {
	const [c, s] = [cosDeg(degrees), sinDeg(degrees)];
	return { a: c, b: s, c: -s, d: c, e: 0, f: 0 };
}

/** Each point moved along x by its y times the tangent of the angle. @param degrees the angle */
export const skewX = (degrees: number): Matrix => ({ ...IDENTITY, c: tanDeg(degrees) });

/** A point where a map puts it. */
export function mapped({ a, b, c, d, e, f }: Matrix, x: number, y: number): Point {
	return [a * x + c * y + e, b * x + d * y + f];
}

/** By how much a map changes areas; negative where it mirrors. */
export function determinant({ a, b, c, d }: Matrix): number {
	return a * d - b * c;
}

/** The map back; undefined if there is none. */
export function inverse(of: Matrix): Matrix | undefined {
	const det = determinant(of);
	if (det === 0 || !Number.isFinite(det)) return undefined;
	const { a, b, c, d, e, f } = of;
	return { a: d / det, b: -b / det, c: -c / det, d: a / det, e: (c * f - d * e) / det, f: (b * e - a * f) / det };
}

/** Whether a map keeps forms: it moves, turns, mirrors and enlarges, but stretches nothing. */
export function keepsForm({ a, b, c, d }: Matrix): boolean {
	const size = Math.max(Math.abs(a), Math.abs(b), Math.abs(c), Math.abs(d));
	const near = (u: number, v: number) => Math.abs(u - v) <= 1e-9 * size;
	return (near(a, d) && near(b, -c)) || (near(a, -d) && near(b, c));
}

/** How much a map enlarges lengths, on the whole: the root of how much it enlarges areas. */
export function enlargement(of: Matrix): number {
	return Math.sqrt(Math.abs(determinant(of)));
}

/** Part of an ellipse's rim in coordinates with y downwards: angles are degrees clockwise as seen. */
export interface DownArc {
	readonly x: number;
	readonly y: number;
	readonly rx: number;
	readonly ry: number;
	readonly turned: number;
	readonly start: number;
	readonly sweep: number;
}

/**
 * An arc where a map puts it. The image of an ellipse is an ellipse: its axes are the singular values of the map's
 * linear part times the ellipse's own (two-by-two singular value decomposition, closed form).
 */
export function mappedArc(map: Matrix, { x, y, rx, ry, turned, start, sweep }: DownArc): DownArc {
	const [mx, my] = mapped(map, x, y);
	const linear = times({ ...map, e: 0, f: 0 }, times(rotation(turned), scaling(rx, ry)));
	if (keepsForm(map)) {
		const scale = enlargement(map);
		const mirrored = determinant(map) < 0;
		const facing = directionDeg(map.a, map.b);
		return {
			x: mx,
			y: my,
			rx: rx * scale,
			ry: ry * scale,
			turned: mirrored ? facing - turned : facing + turned,
			start: mirrored ? -start : start,
			sweep: mirrored ? -sweep : sweep,
		};
	}
	const { a, b, c, d } = linear;
	const [e, f, g, h] = [(a + d) / 2, (a - d) / 2, (b + c) / 2, (b - c) / 2];
	const [q, r] = [Math.sqrt(e * e + h * h), Math.sqrt(f * f + g * g)];
	const [first, second] = [directionDeg(f, g), directionDeg(e, h)];
	// linear = rotation(left) · diag(q + r, q - r) · rotation(right)
	const [left, right] = [(second + first) / 2, (second - first) / 2];
	const mirrored = q < r;
	return {
		x: mx,
		y: my,
		rx: q + r,
		ry: Math.abs(q - r),
		turned: left,
		start: mirrored ? -(start + right) : start + right,
		sweep: mirrored ? -sweep : sweep,
	};
}
