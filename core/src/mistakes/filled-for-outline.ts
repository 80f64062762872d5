import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { changed, valuesFor } from "./pick.ts";

/** Filled where it should be hollow. */
export const filledForOutline: Mistake = {
	id: "filled-for-outline",
	family: "paint",
	changes: ["colour"],
	made: "filled instead of outlined",
	did: "the fill is {was}",
	instead: "{now}",
	asks: "The inside is painted@. Should it be?",
	make: (sites) =>
		valuesFor(sites, "fill colour")
			.filter((v) => v.colour === -1)
			.map((v) => replaced(sites, v, "hotpink", "word")),
	mend: ({ sites }) =>
		valuesFor(sites, "fill colour").flatMap((v) => changed(sites, v, sites.write.colour(-1), "word") ?? []),
	example: {
		right: "fill gold\ndot at 40, 40 size 9\nfill none\ncircle centre 100, 80 diameter 60\n",
		wrong: "fill gold\ndot at 40, 40 size 9\nfill hotpink\ncircle centre 100, 80 diameter 60\n",
	},
};
