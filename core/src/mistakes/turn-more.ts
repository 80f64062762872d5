import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherNumbers, valuesFor } from "./pick.ts";

/** A turn by another angle. */
export const turnMore: Mistake = {
	id: "turn-more",
	family: "turning",
	changes: [],
	made: "turned by more",
	did: "turned by {was}",
	instead: "turning by {now}",
	asks: "How far does the pen turn@? Draw the corner on paper and measure.",
	make: (sites) => valuesFor(sites, "turn").map((v) => replaced(sites, v, plus(v.text, 15), "other number")),
	mend: (look) =>
		otherNumbers(look, ["turn", "direction"], (n) => [
			180 - n,
			360 - n,
			180 + n,
			n / 2,
			2 * n,
			n - 1,
			n + 1,
			n - 90,
			n + 90,
		]),
	example: {
		right: "walk 80\nturn left 90\nwalk 60\nturn left 135\nwalk 40\n",
		wrong: "walk 80\nturn left 105\nwalk 60\nturn left 135\nwalk 40\n",
	},
};
