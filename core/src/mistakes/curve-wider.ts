import { replaced, times } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { numbersFor, otherNumbers, statementOf, valuesFor } from "./pick.ts";

/** A curve of another radius. */
export const curveWider: Mistake = {
	id: "curve-wider",
	family: "turning",
	changes: ["size"],
	made: "a wider curve",
	did: "the radius is {was}",
	instead: "{now}",
	asks: "How wide is the curve@?",
	make: (sites) =>
		valuesFor(sites, "radius")
			.filter((v) => statementOf(sites, v).does.has("curve"))
			.map((v) => replaced(sites, v, times(v.text, 1.5), "other number")),
	mend: (look) =>
		otherNumbers(
			look,
			["radius"],
			(n) => [2 * n, n / 2],
			numbersFor(look.sites, "radius").filter((n) => statementOf(look.sites, n).does.has("curve")),
		),
	example: {
		right: "curve left radius 40 sweep 180\n",
		wrong: "curve left radius 60 sweep 180\n",
	},
};
