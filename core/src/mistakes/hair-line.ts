import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { numbersFor, otherNumbers, valuesFor } from "./pick.ts";

/** A line so thin that it can hardly be seen. */
export const hairLine: Mistake = {
	id: "hair-line",
	family: "paint",
	changes: ["size"],
	made: "a hairline",
	did: "the width is {was}",
	instead: "{now}",
	asks: "The line is so thin that it is hard to see. Look at its width@.",
	make: (sites) => valuesFor(sites, "line width").map((v) => replaced(sites, v, "0.5", "other number")),
	mend: (look) =>
		otherNumbers(
			look,
			["line width"],
			() => [],
			numbersFor(look.sites, "line width").filter((n) => n.value < 1),
		),
	example: { right: "pen width 4\nwalk 60\n", wrong: "pen width 0.5\nwalk 60\n" },
};
