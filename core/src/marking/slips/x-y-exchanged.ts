import type { Point } from "../../geometry/points.ts";
import { explained, point, type Slip } from "./slip.ts";

const swapped = ([x, y]: Point): Point => [y, x];

/** x was given for y and y for x. */
export const xYExchanged: Slip = {
	id: "x-y-exchanged",
	about: ["place"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (look.near(found.centre, wanted.centre)) return [];
			const line = found.kinds[0] === "line" && wanted.kinds[0] === "line";
			if (!line && !(Math.abs(found.width - wanted.width) <= look.size && Math.abs(found.height - wanted.height) <= look.size)) return [];
			const ends = line && [found.start, found.end].every((p) => [wanted.start, wanted.end].some((q) => look.near(p, swapped(q))));
			const moves = (p: Point) => !look.near(swapped(p), p);
			const middle = !line && moves(wanted.centre) && look.near(found.centre, swapped(wanted.centre));
			const corner = !line && moves(look.corner(wanted)) && look.near(look.corner(found), swapped(look.corner(wanted)));
			if (!ends && !middle && !corner) return [];
			const [expected, at] = corner && !middle ? [swapped(look.corner(wanted)), look.corner(found)] : [swapped(wanted.centre), found.centre];
			return [explained(found, ["place"], [point(corner && !middle ? "corner" : "middle", expected, at)])];
		}),
};
