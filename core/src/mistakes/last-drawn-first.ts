import { movedTogether } from "./edits.ts";
import { drawnGroups } from "./groups.ts";
import type { Mistake } from "./mistake.ts";

/** What should be drawn last is drawn first, and is covered. */
export const lastDrawnFirst: Mistake = {
	id: "last-drawn-first",
	family: "statements",
	changes: ["order"],
	made: "the last figure drawn first",
	did: "",
	instead: "",
	asks: "",
	make: (sites) =>
		drawnGroups(sites).flatMap((groups) => {
			const [first, last] = [groups[0]?.[0], groups.at(-1)];
			const gap = first && groups.length > 1 && sites.gaps.find((g) => g.after === first.index);
			return (gap && last && last.length > 1 && movedTogether(sites, last, gap)) || [];
		}),
	mendedBy: ["drawn-in-other-order"],
	example: {
		right: "fill gold\nrect corner 40, 40 size 90, 60\nfill navy\ncircle centre 100, 80 diameter 60\n",
		wrong: "fill navy\ncircle centre 100, 80 diameter 60\nfill gold\nrect corner 40, 40 size 90, 60\n",
	},
};
