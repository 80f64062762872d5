import { replaced, times } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherNumbers, valuesFor } from "./pick.ts";

/** A side of another length. */
export const walkLonger: Mistake = {
	id: "walk-longer",
	family: "turning",
	changes: ["size", "place"],
	made: "walked further",
	did: "walked {was}",
	instead: "walking {now}",
	asks: "How long should the pen walk@?",
	make: (sites) => valuesFor(sites, "length").map((v) => replaced(sites, v, times(v.text, 1.5), "other number")),
	mend: (look) => otherNumbers(look, ["length"], (n) => [2 * n, n / 2, -n, n * Math.SQRT2, n / Math.SQRT2]),
	example: {
		right: "repeat 2\n  walk 80\n  turn left 90\n  walk 40\n  turn left 90\nend\n",
		wrong: "repeat 2\n  walk 80\n  turn left 90\n  walk 60\n  turn left 90\nend\n",
	},
};
