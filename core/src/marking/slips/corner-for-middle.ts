import type { Point } from "../../geometry/points.ts";
import { explained, point, type Slip } from "./slip.ts";

/** `corner` where `centre` was meant: the figure's corner is where its middle should be. */
export const cornerForMiddle: Slip = {
	id: "corner-for-middle",
	about: ["place"],
	tries: (look) =>
		look.misplaced
			.filter(({ found, wanted }) => {
				// Both ways, or only across or up and down where the place is worked out.
				const [corner, due] = [look.corner(found), look.corner(wanted)];
				const points: Point[] = [wanted.centre, [wanted.centre[0], due[1]], [due[0], wanted.centre[1]]];
				return points.some((p) => look.near(corner, p));
			})
			.map(({ found, wanted }) => explained(found, ["place"], [point("corner", wanted.centre, look.corner(found))])),
};
