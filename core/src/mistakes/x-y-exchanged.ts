import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { exchanged } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { eachStatement, pairsByStatement, statementOf, withAll } from "./pick.ts";

/** The x where the y should be, and the other way round. */
export const xYExchanged: Mistake = {
	id: "x-y-exchanged",
	family: "placing",
	changes: ["place"],
	made: "x and y exchanged",
	did: "the place is {was}",
	instead: "{now}",
	asks: "Which of the two numbers of the place@ goes across, and which up or down?",
	make: (sites) => swaps(sites),
	mend: ({ sites }) => [...withAll(swaps(sites)), ...single(sites)],
	example: { right: "circle centre 60, 120 diameter 40\n", wrong: "circle centre 120, 60 diameter 40\n" },
};

const swaps = (sites: ProgramSites): Change[] => [
	...eachStatement(sites, "place", ({ first, second }) =>
		first.text === second.text ? [] : [exchanged(sites, first, second)],
	),
	...kept(sites),
];

/** One pair alone, of statements with several: one corner, or one end of a line. */
const single = (sites: ProgramSites): Change[] =>
	pairsByStatement(sites, "place")
		.filter((pairs) => pairs.length > 1)
		.flat()
		.flatMap(({ first, second }) => (first.text === second.text ? [] : [exchanged(sites, first, second)]));

/** The values of names that are used as x and as y. */
function kept(sites: ProgramSites): Change[] {
	const declared = sites.values.filter((v) => statementOf(sites, v).does.has("declare"));
	const only = (role: "x" | "y", other: "x" | "y") => declared.filter((v) => v.roles.has(role) && !v.roles.has(other));
	return only("x", "y").flatMap((x) =>
		only("y", "x").flatMap((y) => (x.text === y.text ? [] : [exchanged(sites, x, y)])),
	);
}
