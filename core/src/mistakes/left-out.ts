import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** A shape that isn't drawn. */
export const leftOut: Mistake = {
	id: "left-out",
	family: "statements",
	changes: ["number"],
	made: "left out",
	did: "",
	instead: "",
	asks: "",
	make: (sites) => statementsThat(sites, "shape", "lay").map((s) => without(sites, s)),
	example: { right: "dot at 40, 40 size 9\ndot at 80, 40 size 9\n", wrong: "dot at 40, 40 size 9\n" },
};
