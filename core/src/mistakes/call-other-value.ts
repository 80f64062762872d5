import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherNumbers, statementOf } from "./pick.ts";

/** Another value given to a routine. */
export const callOtherValue: Mistake = {
	id: "call-other-value",
	family: "placing",
	changes: ["place", "size"],
	made: "a different value given to a routine",
	did: "the call has {was}",
	instead: "{now}",
	asks: "Which values does the routine get@?",
	make: (sites) =>
		sites.values
			.filter((v) => statementOf(sites, v).does.has("call"))
			.map((v) => replaced(sites, v, plus(v.text, 30), "other number")),
	mend: (look) =>
		otherNumbers(
			look,
			[],
			() => [],
			look.sites.numbers.filter((n) => statementOf(look.sites, n).does.has("call")),
		),
	example: {
		right: "routine buoy(x)\n  circle centre x, 100 diameter 40\nend\nbuoy(60)\nbuoy(140)\n",
		wrong: "routine buoy(x)\n  circle centre x, 100 diameter 40\nend\nbuoy(60)\nbuoy(170)\n",
	},
};
