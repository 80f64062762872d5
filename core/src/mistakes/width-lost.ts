import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { partsThat } from "./pick.ts";

/** A pen's width that isn't set. */
export const widthLost: Mistake = {
	id: "width-lost",
	family: "paint",
	changes: ["size"],
	made: "the pen's width not set",
	did: "",
	instead: "",
	asks: "",
	make: (sites) => partsThat(sites, "pen width").map((p) => without(sites, p)),
	mendedBy: ["setting-carried-over"],
	example: { right: "pen width 4\nwalk 60\n", wrong: "walk 60\n" },
};
