import { turning } from "./frames.ts";
import { number, type Slip } from "./slip.ts";

/** The middle turns round at the edge where the rim should. */
export const turnsByMiddle: Slip = {
	id: "turns-by-middle",
	about: ["frames"],
	tries: (look) =>
		turning(look).flatMap(({ own, half, late }) => {
			if (half <= 2 * look.position || !(Math.abs(late - half) <= Math.max(own.usualStep() * 1.5, 2))) return [];
			return [
				{ lines: own.lines, figures: [], claims: ["turns"], evidence: [number("late by", half, late)], data: {} },
			];
		}),
};
