import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { exchanged } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { eachStatement, withAll } from "./pick.ts";

/** The width where the height should be, and the other way round. */
export const widthHeightExchanged: Mistake = {
	id: "width-height-exchanged",
	family: "placing",
	changes: ["size"],
	made: "width and height exchanged",
	did: "the size is {was}",
	instead: "{now}",
	asks: "Which of the two numbers of the size@ is the width, and which the height?",
	make: (sites) => swaps(sites),
	mend: ({ sites }) => withAll(swaps(sites)),
	example: { right: "rect corner 60, 80 size 90, 30\n", wrong: "rect corner 60, 80 size 30, 90\n" },
};

const swaps = (sites: ProgramSites): Change[] =>
	eachStatement(sites, "size", ({ first, second }) =>
		first.text === second.text ? [] : [exchanged(sites, first, second)],
	);
