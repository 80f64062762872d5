import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherAngles, otherNumbers, valuesFor } from "./pick.ts";

/** Turned by another angle, or not at all. */
export const rotated: Mistake = {
	id: "rotated",
	family: "size and kind",
	changes: [],
	made: "turned by another angle",
	did: "it is turned by {was}",
	instead: "{now}",
	asks: "By how much should the shape be turned@?",
	make: (sites) => valuesFor(sites, "rotation").map((v) => replaced(sites, v, plus(v.text, 20), "other number")),
	mend: (look) => [
		...otherAngles(look.sites, "rotation", "direction"),
		...otherNumbers(look, ["rotation", "direction"], (n) => [-n, 90 - n, n / 2, 2 * n, 180 - n, n + 90, n - 90, 0]),
	],
	example: {
		right: "rect centre 100, 80 size 60, 30 turned 30\n",
		wrong: "rect centre 100, 80 size 60, 30 turned 50\n",
	},
};
