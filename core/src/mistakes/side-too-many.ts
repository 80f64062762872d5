import type { Mistake } from "./mistake.ts";

import { rounds } from "./side-too-few.ts";

/** A loop that runs once too often. */
export const sideTooMany: Mistake = {
	id: "side-too-many",
	family: "turning",
	changes: ["number"],
	made: "one extra round of the loop",
	did: "the loop runs as often as `{was}` says",
	instead: "`{now}`",
	asks: "Count how often the loop runs@. Is there one round too many?",
	make: (sites) => rounds(sites, 1),
	mend: ({ sites }) => rounds(sites, -1),
	example: {
		right: "for i from 1 to 3\n  rect corner 60 * i, 40 size 30, 30\nend\n",
		wrong: "for i from 1 to 4\n  rect corner 60 * i, 40 size 30, 30\nend\n",
	},
};
