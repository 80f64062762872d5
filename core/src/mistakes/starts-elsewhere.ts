import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementOf, statementsThat } from "./pick.ts";

/** What moves begins elsewhere. */
export const startsElsewhere: Mistake = {
	id: "starts-elsewhere",
	family: "frames and chance",
	changes: ["place"],
	made: "started at another place",
	did: "",
	instead: "",
	asks: "",
	make: (sites) =>
		statementsThat(sites, "frames").length === 0
			? []
			: sites.values
					.filter((v) => statementOf(sites, v).does.has("declare") && (v.number ?? 0) > 20)
					.map((v) => replaced(sites, v, plus(v.text, 60), "other number")),
	mendedBy: ["variable-other"],
	example: {
		right: "let x = 30\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + 3\nend\n",
		wrong: "let x = 90\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + 3\nend\n",
	},
};
