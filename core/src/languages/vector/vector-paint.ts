import { NO_COLOUR, parts, type Rgba, rgba } from "../../colour/colour.ts";
import { type Matrix, mapped } from "../../geometry/matrix.ts";
import type { Gradient } from "../../tape/layout.ts";

/** What something is painted with: a colour, or a gradient in the coordinates in which it was made. */
export type VectorPaint = Rgba | VectorGradient;

/** A gradient with its stops in order. */
export interface VectorGradient {
	readonly kind: "linear" | "radial";
	/** x0, y0, x1, y1 of a linear one; x0, y0, r0, x1, y1, r1 of a radial one. */
	readonly at: readonly number[];
	readonly stops: readonly (readonly [offset: number, colour: Rgba])[];
	/** What happens beyond its ends: the end colours go on unless it says otherwise. */
	readonly map?: Matrix;
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

/** A gradient as the tape keeps it, put through a map; radii grow as lengths do on the whole. */
export function laidGradient({ kind, at, stops }: VectorGradient, map: Matrix, scale: number, alpha: number): Gradient {
	const laid =
		kind === "linear"
			? [...mapped(map, at[0] as number, at[1] as number), ...mapped(map, at[2] as number, at[3] as number)]
			: [
					...mapped(map, at[0] as number, at[1] as number),
					(at[2] as number) * scale,
					...mapped(map, at[3] as number, at[4] as number),
					(at[5] as number) * scale,
				];
	return { kind, at: laid, stops: stops.map(([offset, colour]) => [offset, faded(colour, alpha)] as const) };
}
