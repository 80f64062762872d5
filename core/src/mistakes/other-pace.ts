import { replaced, written } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { isInFrames, numbersFor, otherNumbers, statementOf } from "./pick.ts";

/** Another step from frame to frame. */
export const otherPace: Mistake = {
	id: "other-pace",
	family: "frames and chance",
	changes: [],
	made: "a different pace",
	did: "the step is {was}",
	instead: "{now}",
	asks: "How far does it go in each frame@?",
	make: (sites) =>
		numbersFor(sites, "x", "y", "rotation", "other", "length", "turn", "radius", "diameter")
			.filter((n) => statementOf(sites, n).does.has("assign") && !n.whole)
			.map((n) => replaced(sites, n, written(n.value * 2), "other number")),
	mend: (look) =>
		otherNumbers(
			look,
			[],
			(n) => [-n, 2 * n, n / 2],
			look.sites.numbers.filter(
				(n) => statementOf(look.sites, n).does.has("assign") && isInFrames(look.sites, n.statement),
			),
		),
	example: {
		right: "let x = 20\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + 3\nend\n",
		wrong: "let x = 20\neach frame\n  wipe\n  circle centre x, 80 diameter 30\n  x = x + 6\nend\n",
	},
};
