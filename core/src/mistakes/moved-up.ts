import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { eachStatement, otherNumbers, wholeNumbersFor } from "./pick.ts";

/** A y that is off. */
export const movedUp: Mistake = {
	id: "moved-up",
	family: "placing",
	changes: ["place"],
	made: "moved up or down",
	did: "y is {was}",
	instead: "{now}",
	asks: "How far up or down should this be? Look at the y@.",
	make: (sites, { far }) =>
		eachStatement(sites, "place", ({ second }) => [replaced(sites, second, plus(second.text, far), "other number")]),
	mend: (look) => otherNumbers(look, ["y"], () => [], wholeNumbersFor(look.sites, "y")),
	example: { right: "circle centre 100, 60 diameter 40\n", wrong: "circle centre 100, 90 diameter 40\n" },
};
