import { replaced, times } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherAngles, otherNumbers, valuesFor } from "./pick.ts";

/** A curve that goes round by another angle. */
export const curveShorter: Mistake = {
	id: "curve-shorter",
	family: "turning",
	changes: [],
	made: "a shorter curve",
	did: "it goes round by {was}",
	instead: "{now}",
	asks: "How far round does the curve go@?",
	make: (sites) => valuesFor(sites, "sweep").map((v) => replaced(sites, v, times(v.text, 0.75), "other number")),
	mend: (look) => [
		...otherAngles(look.sites, "sweep"),
		...otherNumbers(look, ["sweep"], (n) => [360 - n, 180 - n, 2 * n, n / 2, 360, 180, 90]),
	],
	example: {
		right: "curve left radius 40 sweep 180\n",
		wrong: "curve left radius 40 sweep 135\n",
	},
};
