import type { Shape } from "../shape.ts";
import type { KindRule } from "./kind.ts";

/** A spiral turns one way, by this much at least, and its bend grows wider (or narrower) all along. */
const LEAST_TURN = 540;
const LEAST_SIDES = 6;
const LEAST_GROWTH = 1.3;
const SLACK = 0.02;

export function isSpiral(shape: Shape): boolean {
	if (shape.closed || shape.sides.length < LEAST_SIDES) return false;
	const turns = shape.bends;
	const way = Math.sign(turns[0] as number);
	if (way === 0 || turns.some((t) => Math.sign(t) !== way)) return false;
	if (turns.reduce((sum, t) => sum + Math.abs(t), 0) < LEAST_TURN) return false;
	// Path length per degree of turning (radius of curvature); it grows along an opening spiral.
	const widths = turns.map((t, i) => (shape.sides[i] as number) / Math.abs(t));
	const [first, last] = [widths[0] as number, widths.at(-1) as number];
	const growing = widths.every((w, i) => i === 0 || w >= (widths[i - 1] as number) * (1 - SLACK));
	const shrinking = widths.every((w, i) => i === 0 || w <= (widths[i - 1] as number) * (1 + SLACK));
	return (growing && last >= first * LEAST_GROWTH) || (shrinking && first >= last * LEAST_GROWTH);
}

export const spiral: KindRule = {
	kind: "spiral",
	definition: `An open line that turns one way by ${LEAST_TURN}° or more, with a bend that steadily widens or narrows.`,
	fit: (shape) => (isSpiral(shape) ? 0 : undefined),
};
