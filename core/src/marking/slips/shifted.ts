import { number, type Slip } from "./slip.ts";

/** Everything, or all of one name, is off by the same step. */
export const shifted: Slip = {
	id: "shifted",
	about: ["place"],
	tries(look) {
		const off = look.misplaced;
		if (off.length < 2 || off.length < look.pairs.length / 2) return [];
		const [first] = off;
		if (!first) return [];
		const by = [first.found.centre[0] - first.wanted.centre[0], first.found.centre[1] - first.wanted.centre[1]] as const;
		const same = off.every(({ found, wanted }) => look.near([found.centre[0] - by[0], found.centre[1] - by[1]], wanted.centre));
		if (!same) return [];
		return [
			{
				lines: [...new Set(off.flatMap((p) => p.found.lines))].sort((a, b) => a - b),
				figures: off.map((p) => p.found.index),
				claims: off.map((p) => `place ${p.found.index}`),
				evidence: off.slice(0, 2).flatMap(({ found, wanted }) => [number("x", wanted.centre[0] + by[0], found.centre[0]), number("y", wanted.centre[1] + by[1], found.centre[1])]),
				data: {},
			},
		];
	},
};
