import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** A calculation without the brackets that it needs, or with them elsewhere. */
export const bracketsLeftOut: Mistake = {
	id: "brackets-left-out",
	family: "placing",
	changes: ["place", "size"],
	made: "brackets left out",
	did: "it is {was}",
	instead: "{now}",
	asks: "Work the sum out on paper@, step by step: what is done first?",
	make: (sites) =>
		sites.values
			.filter((v) => v.text.includes("("))
			.flatMap((v) =>
				v
					.rebracketed()
					.filter((t) => !t.includes("("))
					.slice(0, 1)
					.map((t) => replaced(sites, v, t, "sign or brackets")),
			),
	mend: ({ sites }) =>
		sites.values.flatMap((v) => v.rebracketed().map((t) => replaced(sites, v, t, "sign or brackets"))),
	example: {
		right: "let n = 3\nrect corner 40, 40 size (n + 2) * 10, 30\n",
		wrong: "let n = 3\nrect corner 40, 40 size n + 2 * 10, 30\n",
	},
};
