import { without } from "./edits.ts";
import { colourText } from "./fill-other-colour.ts";
import type { Mistake } from "./mistake.ts";
import { partsThat, putInAll } from "./pick.ts";

/** The paper isn't set. */
export const paperLost: Mistake = {
	id: "paper-lost",
	family: "paint",
	changes: ["colour"],
	made: "the paper not set",
	did: "the paper isn't set",
	instead: "`{now}`",
	asks: "Which colour should the paper have? Nothing sets it@.",
	make: (sites) => partsThat(sites, "paper").map((p) => without(sites, p)),
	mend(look) {
		const { sites } = look;
		const text = sites.write.paper(colourText(look, look.model.drawing.paper));
		const firsts = sites.gaps.filter(
			(g) =>
				g.before === undefined ||
				sites.statements[g.before]?.does.has("declare") ||
				sites.statements[g.before]?.does.has("routine"),
		);
		return putInAll(
			firsts.filter((g) => g.block === 0 || sites.statements[g.block - 1]?.does.has("frames")),
			[text],
		);
	},
	example: {
		right: "paper skyblue\ncircle centre 100, 80 diameter 60\n",
		wrong: "circle centre 100, 80 diameter 60\n",
	},
};
