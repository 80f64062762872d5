import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { negated, takenFrom } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { changed, eachStatement, withAll } from "./pick.ts";

/** Left and right exchanged, as in a mirror. */
export const mirrored: Mistake = {
	id: "mirrored",
	family: "placing",
	changes: ["place"],
	made: "left and right exchanged",
	did: "x is {was}",
	instead: "{now}",
	asks: "Left and right are exchanged@, as in a mirror. From which side does x count?",
	make: (sites, { sheet }) => sideways(sites, sheet.origin === "centre" ? 0 : sheet.width),
	mend: ({ sites, sheet }) => withAll(sideways(sites, sheet.left + sheet.right)),
	example: { right: "circle centre 100, 60 diameter 40\n", wrong: "circle centre 300, 60 diameter 40\n" },
};

const sideways = (sites: ProgramSites, sum: number): Change[] =>
	eachStatement(sites, "place", ({ first }) => {
		const now = sum === 0 ? negated(first.text) : takenFrom(sum, first.text);
		const change = changed(sites, first, now, first.number === undefined ? "other number" : "sign or brackets");
		return change && [change];
	});
