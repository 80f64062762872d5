import { putIn, without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** A walk or a turn that isn't there, though one like it is beside the place. */
export const sideLeftOut: Mistake = {
	id: "side-left-out",
	family: "turning",
	changes: ["number"],
	made: "a side left out",
	did: "there is no `{now}`",
	instead: "putting it in",
	asks: "Follow the pen with a finger@. Is something missing there?",
	make: (sites) => statementsThat(sites, "walk", "curve").map((s) => without(sites, s)),
	*mend({ sites }) {
		const moves = statementsThat(sites, "walk", "curve", "turn");
		const texts = [...new Set(moves.map((s) => s.text))].slice(0, 6);
		for (const gap of sites.gaps) {
			const beside = moves.some((s) => s.block === gap.block && (s.index === gap.before || s.index === gap.after));
			if (beside) for (const text of texts) yield putIn(gap, text);
		}
	},
	example: {
		right: "walk 80\nturn left 90\nwalk 60\nturn left 90\nwalk 80\nturn left 90\nwalk 60\n",
		wrong: "walk 80\nturn left 90\nwalk 60\nturn left 90\nturn left 90\nwalk 60\n",
	},
};
