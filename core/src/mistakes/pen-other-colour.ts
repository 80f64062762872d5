import { recoloured, wantedColours } from "./fill-other-colour.ts";
import type { Mistake } from "./mistake.ts";

/** Another colour of the pen. */
export const penOtherColour: Mistake = {
	id: "pen-other-colour",
	family: "paint",
	changes: ["colour"],
	made: "a different colour of the pen",
	did: "the pen is {was}",
	instead: "{now}",
	asks: "Which colour should the line have@?",
	make: (sites) => recoloured(sites, "pen colour"),
	mend: (look) => wantedColours(look, "pen colour"),
	example: { right: "pen colour navy width 4\nwalk 60\n", wrong: "pen colour green width 4\nwalk 60\n" },
};
