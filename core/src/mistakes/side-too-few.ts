import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementOf, valuesFor } from "./pick.ts";

/** A loop that runs once too few. */
export const sideTooFew: Mistake = {
	id: "side-too-few",
	family: "turning",
	changes: ["number"],
	made: "one round of the loop missing",
	did: "the loop runs as often as `{was}` says",
	instead: "`{now}`",
	asks: "Count how often the loop runs@. Is one round missing?",
	make: (sites) => rounds(sites, -1),
	mend: ({ sites }) => rounds(sites, 1),
	example: {
		right: "repeat 4\n  walk 60\n  turn left 90\nend\n",
		wrong: "repeat 3\n  walk 60\n  turn left 90\nend\n",
	},
};

/** Loops that run more often, or less often. */
export function rounds(sites: ProgramSites, more: number): Change[] {
	return valuesFor(sites, "count", "to").flatMap((value) => {
		const loop = statementOf(sites, value);
		if (!loop.does.has("loop")) return [];
		const by = sites.values.find((v) => v.statement === loop.index && v.roles.has("by"));
		const step = value.roles.has("count") ? 1 : (by?.number ?? 1);
		if (value.roles.has("count") && (value.number ?? 1) + more < 0) return [];
		return [replaced(sites, value, plus(value.text, more * step), "evidence")];
	});
}
