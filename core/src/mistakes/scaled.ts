import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { allOf, replaced, written } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { numbersFor } from "./pick.ts";

import { ratios } from "./smaller.ts";

/** All sizes, or all numbers, off by one factor. */
export const scaled: Mistake = {
	id: "scaled",
	family: "size and kind",
	changes: ["size"],
	made: "all sizes off by one factor",
	did: "every size is off by one factor, here {was}",
	instead: "{now}, and so on,",
	asks: "Everything has the right form, in another size@. What do the lengths have in common?",
	make: (sites) => scaledBy(sites, 0.5, "sizes") ?? [],
	mend: (look) =>
		[...ratios(look), 2, 0.5].flatMap((ratio) => [
			...(scaledBy(look.sites, ratio, "sizes") ?? []),
			...(scaledBy(look.sites, ratio, "all") ?? []),
		]),
	example: {
		right: "circle centre 100, 80 diameter 60\nrect corner 200, 60 size 80, 40\n",
		wrong: "circle centre 100, 80 diameter 30\nrect corner 200, 60 size 40, 20\n",
	},
};

function scaledBy(sites: ProgramSites, factor: number, which: "sizes" | "all"): Change[] | undefined {
	const sizes = ["width", "height", "radius", "diameter", "length"] as const;
	const own = numbersFor(sites, ...sizes, ...(which === "all" ? (["x", "y"] as const) : []));
	const all =
		own.length > 1
			? allOf(
					own.map((n) => replaced(sites, n, written(n.value * factor), "evidence")),
					"evidence",
				)
			: undefined;
	return all && [{ ...all, also: [] }];
}
