import type { ProgramSites, ValueSite } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { allOf, bracketed, plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

import { placesWithSizes } from "./place-size-exchanged.ts";

/** The far corner's place given as the size. */
export const farCornerAsSize: Mistake = {
	id: "far-corner-as-size",
	family: "placing",
	changes: ["size", "place"],
	made: "the far corner given as the size",
	did: "the size is {was}",
	instead: "{now}",
	asks: "The two numbers after `size`@: are they how wide and high the shape is, or where it ends?",
	make: (sites) => resized(sites, 1),
	mend: ({ sites }) => resized(sites, -1),
	example: { right: "rect corner 60, 80 size 90, 30\n", wrong: "rect corner 60, 80 size 150, 110\n" },
};

/** Sizes with the place added or subtracted. */
function resized(sites: ProgramSites, sign: 1 | -1): Change[] {
	return placesWithSizes(sites).flatMap(({ place, size }) => {
		const value = (own: ValueSite, at: ValueSite) =>
			at.number === undefined
				? `${own.text} ${sign === 1 ? "+" : "-"} ${bracketed(at.text)}`
				: plus(own.text, sign * at.number);
		const all = allOf(
			[
				replaced(sites, size.first, value(size.first, place.first), "exchange"),
				replaced(sites, size.second, value(size.second, place.second), "exchange"),
			],
			"exchange",
		);
		if (!all) return [];
		const [was, now] = [`${size.first.text}, ${size.second.text}`, all.edits.map((e) => e.text).join(", ")];
		return [{ ...all, also: [], was, now }];
	});
}
