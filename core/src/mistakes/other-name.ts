import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** A name where another was meant. */
export const otherName: Mistake = {
	id: "other-name",
	family: "placing",
	changes: ["place", "size"],
	made: "a different name",
	did: "it uses `{was}`",
	instead: "`{now}`",
	asks: "Which name do you mean@?",
	make: (sites) => sites.names.flatMap((n) => n.others.slice(0, 1).map((other) => replaced(sites, n, other, "word"))),
	mend: ({ sites }) =>
		sites.names.flatMap((n) => n.others.slice(0, 5).map((other) => replaced(sites, n, other, "word"))),
	example: {
		right: "let wide = 60\nlet high = 30\nrect corner 40, 40 size wide, high\n",
		wrong: "let wide = 60\nlet high = 30\nrect corner 40, 40 size wide, wide\n",
	},
};
