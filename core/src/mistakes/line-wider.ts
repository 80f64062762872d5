import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherNumbers, valuesFor } from "./pick.ts";

/** A line of another width. */
export const lineWider: Mistake = {
	id: "line-wider",
	family: "paint",
	changes: ["size"],
	made: "a wider line",
	did: "the width is {was}",
	instead: "{now}",
	asks: "How wide should the line be@?",
	make: (sites) => valuesFor(sites, "line width").map((v) => replaced(sites, v, plus(v.text, 4), "other number")),
	mend: (look) => otherNumbers(look, ["line width"]),
	example: { right: "pen width 4\nwalk 60\n", wrong: "pen width 8\nwalk 60\n" },
};
