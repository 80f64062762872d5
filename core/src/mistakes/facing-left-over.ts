import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { isInside, putInAll, statementsThat } from "./pick.ts";

/** The pen begins with another facing: a turn too many, or one that isn't there. */
export const facingLeftOver: Mistake = {
	id: "facing-left-over",
	family: "turning",
	changes: [],
	made: "begun with another facing",
	did: "{was}",
	instead: "leaving it out",
	asks: "Which way does the pen face@? Look at the turns before it.",
	make: (sites) =>
		sites.gaps
			.filter((g) => g.before !== undefined && sites.statements[g.after ?? -1]?.does.has("loop"))
			.filter((g) =>
				sites.statements.some((s) => s.does.has("walk") && isInside(sites, s.index, (g.after as number) + 1)),
			)
			.flatMap((g) => putInAll([g], [sites.write.turn(true, "20")])),
	mend: ({ sites }) => statementsThat(sites, "turn", "face").map((s) => without(sites, s)),
	example: {
		right: "pen colour navy\nrepeat 4\n  walk 60\n  turn left 90\nend\n",
		wrong: "pen colour navy\nturn left 20\nrepeat 4\n  walk 60\n  turn left 90\nend\n",
	},
};
