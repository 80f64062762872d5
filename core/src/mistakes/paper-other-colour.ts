import { replaced } from "./edits.ts";
import { wantedColours } from "./fill-other-colour.ts";
import type { Mistake } from "./mistake.ts";
import { valuesFor } from "./pick.ts";

/** Paper of another colour. */
export const paperOtherColour: Mistake = {
	id: "paper-other-colour",
	family: "paint",
	changes: ["colour"],
	made: "white paper",
	did: "the paper is {was}",
	instead: "{now}",
	asks: "Which colour should the paper have@?",
	make: (sites) => valuesFor(sites, "paper colour").map((v) => replaced(sites, v, "white", "word")),
	mend: (look) => wantedColours(look, "paper colour"),
	example: {
		right: "paper skyblue\ncircle centre 100, 80 diameter 60\n",
		wrong: "paper white\ncircle centre 100, 80 diameter 60\n",
	},
};
