import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { putInAll, statementsThat } from "./pick.ts";
import { remarked } from "./remarked.ts";

/** A routine that is made and not called. */
export const neverCalled: Mistake = {
	id: "never-called",
	family: "source",
	changes: ["number"],
	made: "a call left out",
	did: "the routine is never called",
	instead: "`{now}`",
	asks: "The routine is declared@. Which line should call it?",
	make: (sites) => statementsThat(sites, "call").map((s) => without(sites, s)),
	mend({ sites }) {
		const routines = statementsThat(sites, "routine").filter((r) => /\(\s*\)/.test(r.text));
		const calls = routines.map((r) => `${r.name}()`);
		return putInAll(
			sites.gaps.filter((g) => g.before !== undefined),
			calls,
		);
	},
	notice: (of) => remarked(of, "routine-unused", "called: never"),
	example: {
		right: "routine hull()\n  rect corner 60, 80 size 90, 30\nend\nhull()\n",
		wrong: "routine hull()\n  rect corner 60, 80 size 90, 30\nend\n",
	},
};
