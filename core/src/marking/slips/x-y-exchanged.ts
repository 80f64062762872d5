import type { Point } from "../../geometry/points.ts";
import { placedAs } from "./places.ts";
import { explained, point, type Slip } from "./slip.ts";

const swapped = ([x, y]: Point): Point => [y, x];

/** x was given for y and y for x. */
export const xYExchanged: Slip = {
	id: "x-y-exchanged",
	about: ["place"],
	tries: (look) => [
		...placedAs(look, (p) => [swapped(p)]),
		// The ends of a line: it has another direction then.
		...look.pairs.flatMap(({ found, wanted }) => {
			if (found.kinds[0] !== "line" || wanted.kinds[0] !== "line" || look.near(found.centre, wanted.centre)) return [];
			const ends = [found.start, found.end].every((p) =>
				[wanted.start, wanted.end].some((q) => look.near(p, swapped(q))),
			);
			return ends ? [explained(found, ["place"], [point("middle", swapped(wanted.centre), found.centre)])] : [];
		}),
	],
};
