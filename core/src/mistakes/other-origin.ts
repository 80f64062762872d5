import type { ProgramSites } from "../languages/sites.ts";
import type { Change, Sort } from "./change.ts";
import { allOf, plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** Everything placed as if zero were in the middle of the sheet, or in its corner. */
export const otherOrigin: Mistake = {
	id: "other-origin",
	family: "placing",
	changes: ["place"],
	made: "placed for a different origin",
	did: "every place counts from another zero, here {was}",
	instead: "{now}, and so on,",
	asks: "Everything is moved together@. Where is zero on this sheet?",
	make: (sites, { sheet: { origin, width, height } }) =>
		moved(sites, origin === "centre" ? [width / 2, height / 2] : [-width / 2, -height / 2]) ?? [],
	mend: ({ sites, own }) => {
		const { width, height } = own.sheet;
		return [1, -1].flatMap((sign) => moved(sites, [(sign * width) / 2, (sign * height) / 2]) ?? []);
	},
	example: {
		right: "circle centre 250, 210 diameter 40\ncircle centre 150, 90 diameter 20\n",
		wrong: "circle centre 50, 60 diameter 40\ncircle centre -50, -60 diameter 20\n",
	},
};

/** Every place moved by the same step, as one change. */
export function moved(
	sites: ProgramSites,
	[dx, dy]: readonly [number, number],
	sort: Sort = "word everywhere",
): Change[] | undefined {
	const all = allOf(
		sites.pairs
			.filter((p) => p.of === "place")
			.flatMap(({ first, second }) => [
				...(dx === 0 ? [] : [replaced(sites, first, plus(first.text, dx), "evidence")]),
				...(dy === 0 ? [] : [replaced(sites, second, plus(second.text, dy), "evidence")]),
			]),
		sort,
	);
	return all && [{ ...all, also: [] }];
}
