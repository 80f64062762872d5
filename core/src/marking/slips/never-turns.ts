import { isStuck, motions } from "./frames.ts";
import { number, type Slip } from "./slip.ts";

/** It goes on and on where it should turn round. */
export const neverTurns: Slip = {
	id: "never-turns",
	about: ["frames"],
	tries: (look) =>
		motions(look)
			.filter(
				(m) =>
					!isStuck(m) &&
					m.own.turns().length < m.model.turns().length &&
					m.own.span() > m.model.span() + 2 * look.position,
			)
			.slice(0, 1)
			.map(({ own }) => ({
				lines: own.lines,
				figures: [],
				claims: ["turns"],
				evidence: [number("turns", 0, 0), number("went", own.farthest(), own.farthest())],
				data: {},
			})),
};
