import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { eachStatement, otherNumbers, wholeNumbersFor } from "./pick.ts";

/** An x that is off. */
export const movedAcross: Mistake = {
	id: "moved-across",
	family: "placing",
	changes: ["place"],
	made: "moved to the side",
	did: "x is {was}",
	instead: "{now}",
	asks: "How far to the side should this be? Look at the x@.",
	make: (sites, { far }) =>
		eachStatement(sites, "place", ({ first }) => [replaced(sites, first, plus(first.text, far), "other number")]),
	mend: (look) => otherNumbers(look, ["x"], () => [], wholeNumbersFor(look.sites, "x")),
	example: { right: "circle centre 100, 60 diameter 40\n", wrong: "circle centre 130, 60 diameter 40\n" },
};
