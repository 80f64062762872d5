import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** Another comparison, or `and` for `or`. */
export const otherComparison: Mistake = {
	id: "other-comparison",
	family: "frames and chance",
	changes: [],
	made: "a different comparison",
	did: "it compares with `{was}`",
	instead: "`{now}`",
	asks: "When should this be true@? Read the comparison aloud.",
	make: (sites) => compared(sites).filter((_, i) => i % 2 === 0),
	mend: ({ sites }) => compared(sites),
	example: {
		right: "for i from 1 to 6\n  if i < 4\n    dot at 40 * i, 80 size 20\n  end\nend\n",
		wrong: "for i from 1 to 6\n  if i > 4\n    dot at 40 * i, 80 size 20\n  end\nend\n",
	},
};

const compared = (sites: ProgramSites): Change[] =>
	sites.operators
		.filter((o) => o.sort !== "arithmetic")
		.flatMap((o) => o.others.map((other) => replaced(sites, o, other, "word")));
