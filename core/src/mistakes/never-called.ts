import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { putInAll, statementsThat } from "./pick.ts";

/** A routine that is made and not called. */
export const neverCalled: Mistake = {
	id: "never-called",
	family: "source",
	changes: ["number"],
	made: "a call left out",
	did: "`{now}` isn't called",
	instead: "calling it",
	asks: "The routine is there. Who calls it@?",
	make: (sites) => statementsThat(sites, "call").map((s) => without(sites, s)),
	mend({ sites }) {
		const routines = statementsThat(sites, "routine").filter((r) => /\(\s*\)/.test(r.text));
		const calls = routines.map((r) => `${r.name}()`);
		return putInAll(
			sites.gaps.filter((g) => g.before !== undefined),
			calls,
		);
	},
	notice({ own, missed }) {
		const lines = own.program.remarks.filter((r) => r.code === "routine-unused").map((r) => r.place.line);
		const about = ["number", "source", "shape", "place"] as const;
		const criteria = missed.filter((c) => about.some((a) => c.aspects.includes(a))).map((c) => c.id);
		return lines.length === 0 || criteria.length === 0 ? undefined : { lines, criteria, evidence: "called: never" };
	},
	example: {
		right: "routine hull()\n  rect corner 60, 80 size 90, 30\nend\nhull()\n",
		wrong: "routine hull()\n  rect corner 60, 80 size 90, 30\nend\n",
	},
};
