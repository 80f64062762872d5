import type { NumberSite, ProgramSites } from "../languages/sites.ts";
import { loopUses } from "./did-not-move-on.ts";
import { replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { isFactor, isInFrames, otherNumbers, statementOf } from "./pick.ts";

/** Whether a number is what something grows by from round to round. */
const isStep = (sites: ProgramSites, n: NumberSite) =>
	isFactor(sites, n) || (statementOf(sites, n).does.has("assign") && !isInFrames(sites, n.statement));

/** The step from one to the next is off, so that each is further off than the one before. */
export const errorAddsUp: Mistake = {
	id: "error-adds-up",
	family: "pen and moving on",
	changes: ["place"],
	made: "a step that is too large each time",
	did: "the step is {was}",
	instead: "{now}",
	asks: "The first one is right, and each next one is a little further off. Look at the step@.",
	make: (sites) => loopUses(sites).map(({ use }) => replaced(sites, use, `${use.name} * 1.15`, "other number")),
	mend: (look) =>
		otherNumbers(
			look,
			["x", "y", "length", "turn"],
			() => [],
			look.sites.numbers.filter((n) => !n.whole && isStep(look.sites, n)),
		),
	example: {
		right: "for i from 0 to 3\n  rect corner 40 + 60 * i, 40 size 30, 30\nend\n",
		wrong: "for i from 0 to 3\n  rect corner 40 + 60 * i * 1.15, 40 size 30, 30\nend\n",
	},
};
