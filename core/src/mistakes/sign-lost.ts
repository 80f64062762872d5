import { negated, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { eachStatement, valuesFor } from "./pick.ts";

/** A minus sign that isn't there, or one too many. */
export const signLost: Mistake = {
	id: "sign-lost",
	family: "placing",
	changes: ["place"],
	made: "a minus sign lost",
	did: "the value is {was}",
	instead: "{now}",
	asks: "On this sheet some places are below zero. Look at the signs@.",
	make: (sites) =>
		valuesFor(sites, "x", "y", "turn", "length")
			.filter((v) => v.text.startsWith("-") && v.number !== undefined)
			.map((v) => replaced(sites, v, negated(v.text), "sign or brackets")),
	mend({ sites }) {
		const values = valuesFor(sites, "x", "y", "length", "turn", "rotation", "sweep");
		const one = values.map((v) => replaced(sites, v, negated(v.text), "sign or brackets"));
		const pairs = eachStatement(sites, "place", ({ first, second }) =>
			[first, second].map((v) => replaced(sites, v, negated(v.text), "sign or brackets")),
		);
		return [...one, ...pairs];
	},
	example: {
		right: "sheet 400, 300 origin centre\ncircle centre -60, 40 diameter 40\n",
		wrong: "sheet 400, 300 origin centre\ncircle centre 60, 40 diameter 40\n",
	},
};
