import type { Point } from "../../geometry/points.ts";
import { explained, point, type Slip } from "./slip.ts";

/** `centre` where `corner` was meant: the figure's middle is where its corner should be. */
export const middleForCorner: Slip = {
	id: "middle-for-corner",
	about: ["place"],
	tries: (look) =>
		look.misplaced
			.filter(({ found, wanted }) => {
				const [x, y] = look.corner(wanted);
				const points: Point[] = [
					[x, y],
					[x, wanted.centre[1]],
					[wanted.centre[0], y],
				];
				return points.some((p) => look.near(found.centre, p));
			})
			.map(({ found, wanted }) => explained(found, ["place"], [point("middle", look.corner(wanted), found.centre)])),
};
