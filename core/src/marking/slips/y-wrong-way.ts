import type { Point } from "../../geometry/points.ts";
import { explained, point, type Slip } from "./slip.ts";

/** y was counted from the other side of the sheet. */
export const yWrongWay: Slip = {
	id: "y-wrong-way",
	about: ["place"],
	tries: (look) =>
		look.misplaced.flatMap(({ found, wanted }) => {
			const { height, centred } = look.sheet;
			const over = ([x, y]: Point): Point => [x, centred ? -y : height - y];
			const moves = (p: Point) => !look.near(over(p), p);
			const middle = moves(wanted.centre) && look.near(found.centre, over(wanted.centre));
			// A shape placed by its corner is turned over with the corner, not with its middle.
			const corner = moves(look.corner(wanted)) && look.near(look.corner(found), over(look.corner(wanted)));
			if (!middle && !corner) return [];
			return [explained(found, ["place"], [middle ? point("middle", over(wanted.centre), found.centre) : point("corner", over(look.corner(wanted)), look.corner(found))])];
		}),
};
