import type { FigureKind } from "../figure.ts";
import type { Shape } from "../shape.ts";
import { equalLengths } from "../tolerance.ts";

/** A kind of figure: what it takes to be one. */
export interface KindRule {
	readonly kind: FigureKind;
	/** In a sentence for the docs. */
	readonly definition: string;
	/**
	 * How far the shape is from the ideal (largest relative error; angles in degrees over 90), or undefined if it isn't
	 * one.
	 */
	readonly fit: (shape: Shape) => number | undefined;
}

/** The larger of two errors; undefined if either is. */
export function worse(a: number | undefined, b: number | undefined): number | undefined {
	return a === undefined || b === undefined ? undefined : Math.max(a, b);
}

/** Largest difference of angles from a wanted value over 90 degrees, if within tolerance. */
export function anglesNear(shape: Shape, wanted: number): number | undefined {
	let off = 0;
	for (const angle of shape.angles) off = Math.max(off, Math.abs(angle - wanted));
	return off <= shape.tolerance.angle ? off / 90 : undefined;
}

/** Angle between two sides as lines, over 90 degrees; undefined beyond the tolerance. */
export function parallel(shape: Shape, one: number, other: number): number | undefined {
	const between = (shape.directions[one] as number) - (shape.directions[other] as number);
	const off = Math.abs((((between % 180) + 270) % 180) - 90);
	return off <= shape.tolerance.angle ? off / 90 : undefined;
}

/** The least error among the pairs of a triangle's sides that count as equal. */
export function equalPair(shape: Shape): number | undefined {
	const [a, b, c] = shape.sides as [number, number, number];
	const errors = [
		equalLengths(a, b, shape.tolerance),
		equalLengths(b, c, shape.tolerance),
		equalLengths(c, a, shape.tolerance),
	].filter((e) => e !== undefined);
	return errors.length > 0 ? Math.min(...errors) : undefined;
}
