import type { KindRule } from "./kind.ts";
import { isSpiral } from "./spiral.ts";

/** A round line with less than this many degrees per side isn't a polyline: 60 sides would be a full turn. */
const STEPS_SEEN = 6;

export const polyline: KindRule = {
	kind: "polyline",
	definition: `Straight pieces end to end that don't close. A round line in steps below ${STEPS_SEEN}° each isn't one.`,
	fit(shape) {
		if (shape.closed || shape.points.length <= 2) return undefined;
		const step =
			shape.round?.step ??
			(isSpiral(shape) ? shape.bends.reduce((least, turn) => Math.min(least, Math.abs(turn)), 180) : STEPS_SEEN);
		return step >= STEPS_SEEN ? 0 : undefined;
	},
};
