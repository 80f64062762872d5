import { number, type Slip } from "./slip.ts";

/** The drawing is the wanted one seen in a mirror, left and right exchanged. */
export const mirrored: Slip = {
	id: "mirrored",
	about: ["place"],
	tries(look) {
		const { middle } = look.sheet;
		const off = look.misplaced;
		if (off.length === 0 || off.length < look.pairs.length - 1) return [];
		const image = (x: number) => 2 * middle[0] - x;
		if (!off.every(({ found, wanted }) => look.near(found.centre, [image(wanted.centre[0]), wanted.centre[1]])))
			return [];
		return [
			{
				lines: [...new Set(off.flatMap((p) => p.found.lines))].sort((a, b) => a - b),
				figures: off.map((p) => p.found.index),
				claims: off.map((p) => `place ${p.found.index}`),
				evidence: off.slice(0, 2).map(({ found, wanted }) => number("x", image(wanted.centre[0]), found.centre[0])),
				data: {},
			},
		];
	},
};
