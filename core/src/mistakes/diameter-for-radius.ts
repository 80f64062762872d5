import type { Mistake } from "./mistake.ts";
import { reworded, withAll } from "./pick.ts";

/** `diameter` where `radius` was meant, so that it comes out half as large. */
export const diameterForRadius: Mistake = {
	id: "diameter-for-radius",
	family: "size and kind",
	changes: ["size"],
	made: "`diameter` instead of `radius`",
	did: "the number is the {was}",
	instead: "the {now}",
	asks: "Look at the size@: is the number all the way across, or from the middle to the rim?",
	make: (sites) => reworded(sites, "radius", "diameter"),
	mend: ({ sites }) => withAll(reworded(sites, "diameter", "radius")),
	example: { right: "circle centre 100, 80 radius 60\n", wrong: "circle centre 100, 80 diameter 60\n" },
};
