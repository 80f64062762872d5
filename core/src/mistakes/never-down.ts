import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { gapsBefore, partsThat, putInAll } from "./pick.ts";

/** The pen is lifted and never put down. */
export const neverDown: Mistake = {
	id: "never-down",
	family: "pen and moving on",
	changes: [],
	made: "the pen never put down",
	did: "the pen is still up",
	instead: "putting it down",
	asks: "The pen moves and nothing appears@. Is it down?",
	make: (sites) => partsThat(sites, "lower").map((p) => without(sites, p)),
	mend: ({ sites }) =>
		putInAll(gapsBefore(sites, "walk", "curve", "loop", "call", "turn", "face", "area"), [sites.write.lower]),
	example: {
		right: "pen up\ngo to 60, 60\npen down\nwalk 80\n",
		wrong: "pen up\ngo to 60, 60\nwalk 80\n",
	},
};
