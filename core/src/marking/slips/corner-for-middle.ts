import { explained, point, type Slip } from "./slip.ts";

/** `corner` where `centre` was meant: the figure's corner is where its middle should be. */
export const cornerForMiddle: Slip = {
	id: "corner-for-middle",
	about: ["place"],
	tries: (look) =>
		look.misplaced
			.filter(({ found, wanted }) => look.near(look.corner(found), wanted.centre))
			.map(({ found, wanted }) => explained(found, ["place"], [point("corner", wanted.centre, look.corner(found))])),
};
