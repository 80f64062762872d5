import type { Mistake } from "./mistake.ts";
import { reworded, withAll } from "./pick.ts";

/** `radius` where `diameter` was meant, so that it comes out twice as large. */
export const radiusForDiameter: Mistake = {
	id: "radius-for-diameter",
	family: "size and kind",
	changes: ["size"],
	made: "`radius` in place of `diameter`",
	did: "the number is the {was}",
	instead: "the {now}",
	asks: "Look at the word before the size@: is the number all the way across, or from the middle to the rim?",
	make: (sites) => reworded(sites, "diameter", "radius"),
	mend: ({ sites }) => withAll(reworded(sites, "radius", "diameter")),
	example: { right: "circle centre 100, 80 diameter 60\n", wrong: "circle centre 100, 80 radius 60\n" },
};
