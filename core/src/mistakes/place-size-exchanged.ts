import type { PairSite, ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { allOf, exchanged } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** The numbers of the place where those of the size should be, and the other way round. */
export const placeSizeExchanged: Mistake = {
	id: "place-size-exchanged",
	family: "placing",
	changes: ["place", "size"],
	made: "place and size exchanged",
	did: "the place is {was}",
	instead: "{now}",
	asks: "Four numbers@: which two are the place, and which two the size?",
	make: (sites) => swaps(sites),
	mend: ({ sites }) => swaps(sites),
	example: { right: "rect corner 60, 80 size 90, 30\n", wrong: "rect corner 90, 30 size 60, 80\n" },
};

const swaps = (sites: ProgramSites): Change[] =>
	placesWithSizes(sites).flatMap(({ place, size }) => {
		const both = [exchanged(sites, place.first, size.first), exchanged(sites, place.second, size.second)];
		const all = allOf(both, "exchange");
		const text = (p: PairSite) => `${p.first.text}, ${p.second.text}`;
		return all ? [{ ...all, also: [], was: text(place), now: text(size) }] : [];
	});

/** Statements with one place and one size. */
export function placesWithSizes(sites: ProgramSites): { readonly place: PairSite; readonly size: PairSite }[] {
	return sites.pairs.flatMap((place) => {
		const size = sites.pairs.find((p) => p.of === "size" && p.statement === place.statement);
		return place.of === "place" && size ? [{ place, size }] : [];
	});
}
