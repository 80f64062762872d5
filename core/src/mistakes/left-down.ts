import { allOf, putIn, without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { partsThat, statementsThat } from "./pick.ts";

/** The pen stays down while it moves on, and leaves a line that wasn't meant. */
export const leftDown: Mistake = {
	id: "left-down",
	family: "pen and moving on",
	changes: [],
	made: "the pen left down",
	did: "this is joined to what was drawn before",
	instead: "`{now}`",
	asks: "There is a line that joins things. Was the pen meant to draw on the way@?",
	make: (sites) => partsThat(sites, "lift").map((p) => without(sites, p)),
	*mend({ sites }) {
		const { lift, lower } = sites.write;
		if (lift === undefined || lower === undefined) return;
		const moves = new Set(statementsThat(sites, "walk", "go", "curve", "turn", "face").map((s) => s.index));
		for (const gap of sites.gaps) {
			if (!moves.has(gap.after ?? -1)) continue;
			yield putIn(gap, lift);
			const same = sites.gaps.filter((g) => g.block === gap.block && g.start > gap.start).slice(0, 5);
			for (const later of same) {
				const both = allOf([putIn(gap, lift), putIn(later, lower)], "in");
				if (both) yield { ...both, also: [] };
			}
		}
	},
	example: {
		right: "walk 60\npen up\nwalk 40\npen down\nwalk 60\n",
		wrong: "walk 60\nwalk 40\npen down\nwalk 60\n",
	},
};
