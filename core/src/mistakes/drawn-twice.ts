import { putIn, without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** The same drawn twice in one place. */
export const drawnTwice: Mistake = {
	id: "drawn-twice",
	family: "statements",
	changes: ["number"],
	made: "drawn twice",
	did: "`{was}` is repeated",
	instead: "leaving one out",
	asks: "The same is drawn twice in one place@. The second hides the first.",
	make: (sites) =>
		statementsThat(sites, "shape", "lay").flatMap((s) =>
			sites.gaps
				.filter((g) => g.before === s.index)
				.slice(0, 1)
				.map((g) => putIn(g, s.text)),
		),
	mend: ({ sites }) =>
		statementsThat(sites, "shape", "lay", "call", "walk", "loop")
			.filter((s) => sites.statements.some((o) => o !== s && o.text === s.text))
			.map((s) => without(sites, s)),
	example: {
		right: "circle centre 100, 80 diameter 60\n",
		wrong: "circle centre 100, 80 diameter 60\ncircle centre 100, 80 diameter 60\n",
	},
};
