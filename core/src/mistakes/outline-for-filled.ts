import type { Mistake } from "./mistake.ts";
import { reworded, withAll } from "./pick.ts";

/** The pen's colour set where the fill was meant. */
export const outlineForFilled: Mistake = {
	id: "outline-for-filled",
	family: "paint",
	changes: ["colour"],
	made: "outlined instead of filled",
	did: "`{was}` sets the line",
	instead: "`{now}`",
	asks: "The outline is there and the inside is empty@. What sets the inside?",
	make: (sites) =>
		reworded(sites, "fill", "pen").filter(({ at }) => !/^fill\s+none/.test(sites.source.slice(at.start))),
	mend: ({ sites }) => withAll(reworded(sites, "pen", "fill")),
	example: {
		right: "fill crimson\ncircle centre 100, 80 diameter 60\n",
		wrong: "pen colour crimson\ncircle centre 100, 80 diameter 60\n",
	},
};
