import { explained, point, type Slip } from "./slip.ts";

/** `centre` where `corner` was meant: the figure's middle is where its corner should be. */
export const middleForCorner: Slip = {
	id: "middle-for-corner",
	about: ["place"],
	tries: (look) =>
		look.misplaced
			.filter(({ found, wanted }) => look.near(found.centre, look.corner(wanted)))
			.map(({ found, wanted }) => explained(found, ["place"], [point("middle", look.corner(wanted), found.centre)])),
};
