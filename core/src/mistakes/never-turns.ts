import { without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";
import { turningAt } from "./turns-too-early.ts";

/** What should turn round at the edge goes on. */
export const neverTurns: Mistake = {
	id: "never-turns",
	family: "frames and chance",
	changes: [],
	made: "never turning round",
	did: "",
	instead: "",
	asks: "",
	make: (sites) =>
		statementsThat(sites, "condition")
			.filter((s) => sites.statements[s.block - 1]?.does.has("frames"))
			.map((s) => without(sites, s)),
	example: {
		right: turningAt(300),
		wrong: "let x = 20\nlet v = 9\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + v\nend\n",
	},
};
