import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { partsThat } from "./pick.ts";

/** A pen's colour that isn't set. */
export const penColourLost: Mistake = {
	id: "pen-colour-lost",
	family: "paint",
	changes: ["colour"],
	made: "the pen's colour not set",
	did: "",
	instead: "",
	asks: "",
	make: (sites) => partsThat(sites, "pen colour").map((p) => without(sites, p)),
	mendedBy: ["setting-carried-over"],
	example: { right: "pen colour navy\nwalk 60\n", wrong: "walk 60\n" },
};
