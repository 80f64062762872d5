import type { Point } from "../../geometry/points.ts";
import { number, type Slip } from "./slip.ts";

/** All that is in a wrong place is where it would be with zero in another place of the sheet. */
export const otherOrigin: Slip = {
	id: "other-origin",
	about: ["place"],
	tries(look) {
		const { width, height, centred } = look.sheet;
		// What was walked on from the start has its place still.
		const all = look.misplaced;
		if (all.length === 0 || look.pairs.some((p) => !all.includes(p) && look.isSized(p) && p.found.facing === null))
			return [];
		const [dx, dy] = centred ? [width / 2, height / 2] : [-width / 2, -height / 2];
		const shifted = ([x, y]: Point): Point => [x + dx, y + dy];
		const turned = ([x, y]: Point): Point => [x + dx, dy - y + (centred ? 0 : height)];
		for (const move of [shifted, turned]) {
			if (!all.every((p) => look.near(p.found.centre, move(p.wanted.centre), 1.5))) continue;
			const first = (all[0] as (typeof all)[number]).found;
			const to = move((all[0] as (typeof all)[number]).wanted.centre);
			return [
				{
					lines: [...new Set(all.flatMap((p) => p.found.lines))].sort((a, b) => a - b),
					figures: all.map((p) => p.found.index),
					claims: all.map((p) => `place ${p.found.index}`),
					evidence: [number("x", to[0], first.centre[0]), number("y", to[1], first.centre[1])],
					data: {},
				},
			];
		}
		return [];
	},
};
