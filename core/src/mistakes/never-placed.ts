import type { Mistake } from "./mistake.ts";
import { remarked } from "./remarked.ts";

/** A picture is made and never laid on the sheet. */
export const neverPlaced: Mistake = {
	id: "never-placed",
	family: "source",
	changes: ["number"],
	made: "a picture never laid",
	did: "the picture is never laid on the sheet",
	instead: "laying it",
	asks: "A picture is made@ but never laid on the sheet. Where should it go?",
	notice: (of) => remarked(of, "picture-unlaid", "laid: never"),
	example: {
		right: "picture boat size 60, 30\n  rect corner 0, 0 size 60, 30\nend\nlay boat at 80, 80\n",
		wrong: "picture boat size 60, 30\n  rect corner 0, 0 size 60, 30\nend\n",
	},
};
