import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherNumbers, valuesFor } from "./pick.ts";

/** A polygon or star of another number of corners. */
export const cornerMore: Mistake = {
	id: "corner-more",
	family: "size and kind",
	changes: ["kind", "number"],
	made: "one corner too many",
	did: "it has {was}",
	instead: "{now}",
	asks: "Count the corners@.",
	make: (sites) => corners(sites, 1),
	mend: (look) => otherNumbers(look, ["corners"], (n) => [n + 1, n - 1, 2 * n, n / 2]),
	example: { right: "polygon sides 5 centre 100, 80 radius 40\n", wrong: "polygon sides 6 centre 100, 80 radius 40\n" },
};

/** Polygons and stars with more corners, or with fewer. */
export const corners = (sites: ProgramSites, more: number): Change[] =>
	valuesFor(sites, "corners")
		.filter((v) => (v.number ?? 0) + more >= 3)
		.map((v) => replaced(sites, v, plus(v.text, more), "evidence"));
