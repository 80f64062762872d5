import type { Kind } from "../figure.ts";
import type { Shape } from "../shape.ts";

/** A kind of figure: what it takes to be one. */
export interface KindRule {
	readonly kind: Kind;
	/** In a sentence for the docs. */
	readonly definition: string;
	/** How far the shape is from the ideal (largest relative error; angles in degrees over 90), or undefined if it isn't one. */
	readonly fit: (shape: Shape) => number | undefined;
}

/** Largest difference of angles from a wanted value over 90 degrees, if within tolerance. */
export function anglesNear(angles: readonly number[], wanted: number, tolerance: number): number | undefined {
	let off = 0;
	for (const angle of angles) off = Math.max(off, Math.abs(angle - wanted));
	return off <= tolerance ? off / 90 : undefined;
}

/** The larger of two errors; undefined if either is. */
export function worse(a: number | undefined, b: number | undefined): number | undefined {
	return a === undefined || b === undefined ? undefined : Math.max(a, b);
}
