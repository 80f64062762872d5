import { turning } from "./frames.ts";
import { number, type Slip } from "./slip.ts";

/** It turns round before it has come to the edge. */
export const turnsTooEarly: Slip = {
	id: "turns-too-early",
	about: ["frames"],
	tries: (look) =>
		turning(look)
			.filter(({ own, late }) => late < -1.5 * Math.max(own.usualStep(), 1))
			.map(({ own, late }) => ({
				lines: own.lines,
				figures: [],
				claims: ["turns"],
				evidence: [number("early by", -late, -late)],
				data: {},
			})),
};
