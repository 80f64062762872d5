import { NO_COLOUR, parts, type Rgba, rgba } from "../../colour/colour.ts";
import { determinant, enlargement, keepsForm, type Matrix, mapped } from "../../geometry/matrix.ts";
import type { Gradient } from "../../tape/layout.ts";

/** What something is painted with: a colour, or a gradient in the coordinates in which it was made. */
export type VectorPaint = Rgba | VectorGradient;

/** A gradient with its stops in order. */
export interface VectorGradient {
	readonly kind: "linear" | "radial";
	/** x0, y0, x1, y1 of a linear one; x0, y0, r0, x1, y1, r1 of a radial one. */
	readonly at: readonly number[];
	readonly stops: readonly (readonly [offset: number, colour: Rgba])[];
}

/** A colour with its opacity times another one. */
export function faded(colour: Rgba, alpha: number): Rgba {
	if (colour === NO_COLOUR || alpha >= 1) return colour;
	const [r, g, b, opacity] = parts(colour);
	return rgba(r, g, b, (opacity / 255) * alpha);
}

/** The colour that a gradient is on the whole: the mean over its length. */
export function meanColour(stops: VectorGradient["stops"]): Rgba {
	const [first] = stops;
	if (!first) return 0;
	const all = [[0, first[1]] as const, ...stops, [1, (stops.at(-1) as readonly [number, Rgba])[1]] as const];
	const sums = [0, 0, 0, 0];
	for (let i = 1; i < all.length; i++) {
		const [[from, a], [to, b]] = [all[i - 1] as readonly [number, Rgba], all[i] as readonly [number, Rgba]];
		const share = to - from;
		const [one, other] = [parts(a), parts(b)];
		for (let k = 0; k < 4; k++)
			sums[k] = (sums[k] as number) + (share * ((one[k] as number) + (other[k] as number))) / 2;
	}
	const [r, g, b, opacity] = sums as [number, number, number, number];
	return rgba(r, g, b, opacity / 255);
}

/**
 * A gradient as the tape keeps it, put through a map. Along a linear one the colour depends on one coordinate, which stays
 * so under every affine map: its ends become those of the line that crosses its lines of one colour squarely. A radial one
 * is stretched as the map stretches; undefined if the map leaves it no extent.
 */
export function laidGradient({ kind, at, stops }: VectorGradient, map: Matrix, alpha: number): Gradient | undefined {
	const faint = stops.map(([offset, colour]) => [offset, faded(colour, alpha)] as const);
	if (kind === "linear") {
		const [x0, y0, x1, y1] = at as [number, number, number, number];
		const [from, to] = [mapped(map, x0, y0), mapped(map, x1, y1)];
		if (keepsForm(map)) return { kind, at: [...from, ...to], stops: faint };
		const [dx, dy, length] = [x1 - x0, y1 - y0, (x1 - x0) * (x1 - x0) + (y1 - y0) * (y1 - y0)];
		const det = determinant(map);
		if (length === 0 || det === 0) return undefined;
		// The share of the way is t = d · (p - p0) / |d|²; its slope on the sheet is that slope times the map's inverse.
		const [gx, gy] = [(dx * map.d - dy * map.b) / (det * length), (dy * map.a - dx * map.c) / (det * length)];
		const size = gx * gx + gy * gy;
		return { kind, at: [...from, from[0] + gx / size, from[1] + gy / size], stops: faint };
	}
	const [fx, fy, fr, cx, cy, r] = at as [number, number, number, number, number, number];
	const [mx, my] = mapped(map, cx, cy);
	if (keepsForm(map)) {
		const scale = enlargement(map);
		return { kind, at: [...mapped(map, fx, fy), fr * scale, mx, my, r * scale], stops: faint };
	}
	const { a, b, c, d } = map;
	return { kind, at: [mx + fx - cx, my + fy - cy, fr, mx, my, r], stops: faint, stretch: [a, b, c, d] };
}
