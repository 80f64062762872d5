import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** Another sign in a calculation. */
export const otherSign: Mistake = {
	id: "other-sign",
	family: "placing",
	changes: ["place", "size"],
	made: "a different sign in a sum",
	did: "it has `{was}`",
	instead: "`{now}`",
	asks: "Which sign belongs between the two values@?",
	make: (sites) => {
		const conditions = new Set(statementsThat(sites, "condition").map((s) => s.index));
		const inSums = sites.operators.filter((o) => !conditions.has(o.statement));
		return signs({ ...sites, operators: inSums }).filter((_, i) => i % 2 === 0);
	},
	mend: ({ sites }) => signs(sites),
	example: {
		right: "let n = 30\nrect corner 40 + n, 40 size 60, 30\n",
		wrong: "let n = 30\nrect corner 40 - n, 40 size 60, 30\n",
	},
};

const signs = (sites: ProgramSites): Change[] =>
	sites.operators
		.filter((o) => o.sort === "arithmetic")
		.flatMap((o) => o.others.map((other) => replaced(sites, o, other, "sign or brackets")));
