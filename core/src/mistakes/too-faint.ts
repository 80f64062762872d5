import { familiesOf } from "../colour/family.ts";
import type { ValueSite } from "../languages/sites.ts";
import { replaced } from "./edits.ts";
import { wantedColours } from "./fill-other-colour.ts";
import type { Mistake } from "./mistake.ts";
import { valuesFor } from "./pick.ts";

/** A colour that can hardly be seen on what lies under it. */
export const tooFaint: Mistake = {
	id: "too-faint",
	family: "paint",
	changes: ["colour"],
	made: "a colour that is hard to see",
	did: "the fill is {was}",
	instead: "{now}",
	asks: "The shape is hard to see. Look at its colour@.",
	make: (sites) =>
		valuesFor(sites, "fill colour")
			.filter((v) => v.colour !== undefined && v.colour !== -1 && !isWhite(v))
			.map((v) => replaced(sites, v, "#fefefe", "word")),
	mend: (look) => wantedColours(look, "fill colour", valuesFor(look.sites, "fill colour").filter(isWhite)),
	example: {
		right: "fill crimson\npen none\ncircle centre 100, 80 diameter 60\n",
		wrong: "fill #fefefe\npen none\ncircle centre 100, 80 diameter 60\n",
	},
};

const isWhite = ({ colour }: ValueSite) => colour !== undefined && familiesOf(colour).includes("white");
