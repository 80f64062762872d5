import type { StatementSite } from "../languages/sites.ts";
import { movedTogether } from "./edits.ts";
import { drawnGroups, swappedGroups } from "./groups.ts";
import type { Mistake } from "./mistake.ts";

/** What should lie on top is drawn first. */
export const drawnInOtherOrder: Mistake = {
	id: "drawn-in-other-order",
	family: "statements",
	changes: ["order"],
	made: "drawn in another order",
	did: "`{was}` is drawn in another order",
	instead: "moving it",
	asks: "What is drawn later lies on top. When should this be drawn@?",
	make: (sites) =>
		drawnGroups(sites).flatMap((groups) =>
			groups.slice(1).flatMap((group, i) => {
				const first = groups[i]?.[0];
				const gap =
					first &&
					group.length === 1 &&
					groups[i]?.length === 1 &&
					isShape(group[0]) &&
					isShape(first) &&
					sites.gaps.find((g) => g.after === first.index);
				return (gap && movedTogether(sites, group, gap)) || [];
			}),
		),
	mend: ({ sites }) => swappedGroups(sites),
	example: {
		right: "rect corner 40, 40 size 90, 60\ncircle centre 100, 80 diameter 60\n",
		wrong: "circle centre 100, 80 diameter 60\nrect corner 40, 40 size 90, 60\n",
	},
};

const isShape = (s: StatementSite | undefined) => s !== undefined && (s.does.has("shape") || s.does.has("lay"));
