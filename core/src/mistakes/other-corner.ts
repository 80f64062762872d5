import type { ProgramSites, ValueSite } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { allOf, bracketed, plus } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { changed } from "./pick.ts";

import { placesWithSizes } from "./place-size-exchanged.ts";

/** Placed by another corner, or by a middle that is really a corner: off by the size, or by half of it. */
export const otherCorner: Mistake = {
	id: "other-corner",
	family: "placing",
	changes: ["place"],
	made: "placed by another corner",
	did: "the place is {was}",
	instead: "{now}",
	asks: "Which corner of the shape is at the place@?",
	make: (sites) => moved(sites, [[1, 0]]),
	mend: ({ sites }) =>
		moved(
			sites,
			[-1, 0, 1]
				.flatMap((x) => [-1, 0, 1].map((y): [number, number] => [x, y]))
				.flatMap(([x, y]): [number, number][] => [
					[x, y],
					[x / 2, y / 2],
				]),
		),
	example: { right: "rect corner 60, 80 size 90, 30\n", wrong: "rect corner 150, 80 size 90, 30\n" },
};

/** Places moved by multiples of the size. */
function moved(sites: ProgramSites, steps: readonly (readonly [number, number])[]): Change[] {
	return placesWithSizes(sites).flatMap(({ place, size }) =>
		steps.flatMap(([x, y]) => {
			const value = (own: ValueSite, by: ValueSite, times: number) => {
				if (times === 0) return own.text;
				return by.number === undefined
					? `${own.text} ${times > 0 ? "+" : "-"} ${bracketed(by.text)}${Math.abs(times) === 1 ? "" : " / 2"}`
					: plus(own.text, times * by.number);
			};
			const now: [string, string] = [value(place.first, size.first, x), value(place.second, size.second, y)];
			const changes = [
				changed(sites, place.first, now[0], "evidence"),
				changed(sites, place.second, now[1], "evidence"),
			];
			const all = allOf(
				changes.filter((c) => c !== undefined),
				"evidence",
			);
			return all ? [{ ...all, also: [], was: `${place.first.text}, ${place.second.text}`, now: now.join(", ") }] : [];
		}),
	);
}
