import type { NumberSite, ProgramSites } from "../languages/sites.ts";
import { replaced, written } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { isFactor, numbersFor, otherNumbers, statementOf } from "./pick.ts";

/** A number in a sum that is off: what is added to a place, a length or a size that is kept under a name. */
export const otherNumber: Mistake = {
	id: "other-number",
	family: "placing",
	changes: ["place", "size"],
	made: "a different number in a sum",
	did: "{was} is added or taken away",
	instead: "{now}",
	asks: "Calculate the number@ again: what is added, and how much should it be?",
	make: (sites) => summands(sites).map((n) => replaced(sites, n, written(n.value + 20), "other number")),
	mend: (look) => otherNumbers(look, [], () => [], summands(look.sites)),
	example: {
		right: "let x = 60\nlet y = 80\nline from x, y to x + 50, y\n",
		wrong: "let x = 60\nlet y = 80\nline from x, y to x + 70, y\n",
	},
};

const summands = (sites: ProgramSites): NumberSite[] =>
	numbersFor(sites, "x", "y", "width", "height", "radius", "diameter", "length").filter(
		(n) => !n.whole && !isFactor(sites, n) && !statementOf(sites, n).does.has("assign"),
	);
