import { corners } from "./corner-more.ts";
import type { Mistake } from "./mistake.ts";

/** A corner less. */
export const cornerLess: Mistake = {
	id: "corner-less",
	family: "size and kind",
	changes: ["kind", "number"],
	made: "one corner missing",
	did: "it has {was}",
	instead: "{now}",
	asks: "Count the corners@.",
	make: (sites) => corners(sites, -1),
	mend: ({ sites }) => corners(sites, 1),
	example: { right: "polygon sides 6 centre 100, 80 radius 40\n", wrong: "polygon sides 5 centre 100, 80 radius 40\n" },
};
