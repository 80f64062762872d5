import { replaced, written } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherNumbers, statementOf } from "./pick.ts";

/** Another value kept under a name. */
export const variableOther: Mistake = {
	id: "variable-other",
	family: "placing",
	changes: ["place", "size"],
	made: "a different value in a variable",
	did: "the value is {was}",
	instead: "{now}",
	asks: "Which value should this name have@?",
	make: (sites) =>
		sites.values
			.filter((v) => statementOf(sites, v).does.has("declare") && v.number !== undefined)
			.map((v) => replaced(sites, v, written((v.number as number) * 1.4 + 9), "other number")),
	mend: (look) =>
		otherNumbers(
			look,
			[],
			() => [],
			look.sites.numbers.filter((n) => statementOf(look.sites, n).does.has("declare")),
		),
	example: {
		right: "let size = 60\nrect corner 40, 40 size size, size\n",
		wrong: "let size = 93\nrect corner 40, 40 size size, size\n",
	},
};
