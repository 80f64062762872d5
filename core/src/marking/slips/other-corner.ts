import type { Point } from "../../geometry/points.ts";
import { explained, point, type Slip } from "./slip.ts";

/**
 * Another corner of the figure is where its corner should be: it lies one width, one height, or both beside its
 * place.
 */
export const otherCorner: Slip = {
	id: "other-corner",
	about: ["place"],
	tries: (look) =>
		look.misplaced.flatMap(({ found, wanted }) => {
			const [x, y] = look.corner(wanted);
			const shifts = [-1, 0, 1]
				.flatMap((i) => [-1, 0, 1].map((j): Point => [x + i * wanted.width, y + j * wanted.height]))
				.filter((p) => !look.near(p, [x, y]));
			const hit = shifts.find((p) => look.near(look.corner(found), p));
			return hit ? [explained(found, ["place"], [point("corner", hit, look.corner(found))])] : [];
		}),
};
