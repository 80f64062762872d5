import type { NumberSite } from "../languages/sites.ts";
import type { Look } from "./look.ts";
import type { Mistake } from "./mistake.ts";
import { isInside, otherNumbers } from "./pick.ts";

/** A loop that runs another number of times. */
export const otherCount: Mistake = {
	id: "other-count",
	family: "turning",
	changes: ["number"],
	made: "a different number of rounds",
	did: "the loop runs to {was}",
	instead: "{now}",
	asks: "How often should the loop run@?",
	mend: (look) => otherNumbers(look, ["count", "to", "from", "by"], (n, site) => likely(n, site, look)),
	example: {
		right: "repeat 6\n  walk 40\n  turn left 60\nend\n",
		wrong: "repeat 3\n  walk 40\n  turn left 60\nend\n",
	},
};

/** Counts that go with the turns inside the loop, and neighbours. */
function likely(n: number, site: NumberSite, { sites }: Look): number[] {
	const turns = sites.values.filter((v) => v.roles.has("turn") && isInside(sites, v.statement, site.statement + 1));
	const round = turns.flatMap((t) => (t.number ? [360 / Math.abs(t.number)] : []));
	return [...round.filter((r) => Number.isInteger(r)), 2 * n, n + 1, n - 1, n + 2, n - 2, n / 2];
}
