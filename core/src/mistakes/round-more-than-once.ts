import { replaced, times } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { valuesFor } from "./pick.ts";

/** The outline is walked round twice. */
export const roundMoreThanOnce: Mistake = {
	id: "round-more-than-once",
	family: "turning",
	changes: [],
	made: "walked round twice",
	did: "the loop runs as often as `{was}` says",
	instead: "`{now}`",
	asks: "The pen goes round the same shape more than once@. How often does it need to?",
	make: (sites) => valuesFor(sites, "count").map((v) => replaced(sites, v, times(v.text, 2), "evidence")),
	mend: ({ sites }) => valuesFor(sites, "count").map((v) => replaced(sites, v, times(v.text, 0.5), "evidence")),
	example: {
		right: "repeat 4\n  walk 60\n  turn left 90\nend\n",
		wrong: "repeat 8\n  walk 60\n  turn left 90\nend\n",
	},
};
