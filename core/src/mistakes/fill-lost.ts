import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { partsThat } from "./pick.ts";

/** A fill that isn't set. */
export const fillLost: Mistake = {
	id: "fill-lost",
	family: "paint",
	changes: ["colour"],
	made: "the fill not set",
	did: "",
	instead: "",
	asks: "",
	make: (sites) => partsThat(sites, "fill").map((p) => without(sites, p)),
	mendedBy: ["setting-carried-over"],
	example: { right: "fill gold\ncircle centre 100, 80 diameter 60\n", wrong: "circle centre 100, 80 diameter 60\n" },
};
