import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { negated, takenFrom } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { changed, eachStatement, flipped } from "./pick.ts";

/** The y counted from the other side of the sheet. */
export const yWrongWay: Mistake = {
	id: "y-wrong-way",
	family: "placing",
	changes: ["place"],
	made: "y counted from the other side",
	did: "y is {was}",
	instead: "{now}",
	asks: "Where is zero on this sheet, and which way does y grow? Look at the place@ again.",
	make: (sites, { sheet }) => upsideDown(sites, sheet.origin === "centre" ? 0 : sheet.height),
	mend: ({ sites, sheet }) => upsideDown(sites, flipped(sheet)),
	example: { right: "circle centre 100, 60 diameter 40\n", wrong: "circle centre 100, 240 diameter 40\n" },
};

/** Each statement's places with their y turned round. @param sum of the sheet's lowest and highest y */
export function upsideDown(sites: ProgramSites, sum: number): Change[] {
	return eachStatement(sites, "place", ({ second }) => {
		const now = sum === 0 ? negated(second.text) : takenFrom(sum, second.text);
		const change = changed(sites, second, now, second.number === undefined ? "evidence" : "sign or brackets");
		return change && [change];
	});
}
