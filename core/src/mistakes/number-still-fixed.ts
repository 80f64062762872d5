import type { ProgramSites } from "../languages/sites.ts";
import { replaced, written } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementOf, statementsThat } from "./pick.ts";

/** A fixed number where a name of the same value should be. */
export const numberStillFixed: Mistake = {
	id: "number-still-fixed",
	family: "source",
	changes: [],
	made: "a number instead of a name",
	did: "{was} is fixed",
	instead: "`{now}`",
	asks: "When the variable changes, something stays behind. Which number@ could come from the variable?",
	make: (sites) =>
		sites.names.flatMap((n) => valueUnder(sites, n.name).map((value) => replaced(sites, n, written(value), "term"))),
	mend({ sites }) {
		const names = [...new Set(statementsThat(sites, "declare").map((s) => s.name as string))];
		return sites.numbers.flatMap((n) =>
			names.flatMap((name) => {
				if (statementOf(sites, n).name === name) return [];
				return valueUnder(sites, name).flatMap((value) => {
					if (n.value === value) return [replaced(sites, n, name, "term")];
					const ratio = n.value / value;
					if (!Number.isFinite(ratio) || ![2, 3, 4, 0.5, 0.25].includes(ratio) || !n.whole) return [];
					return [replaced(sites, n, ratio >= 1 ? `${ratio} * ${name}` : `${name} / ${1 / ratio}`, "term")];
				});
			}),
		);
	},
	example: {
		right: "let size = 60\nrect corner 40, 40 size size, size\n",
		wrong: "let size = 60\nrect corner 40, 40 size size, 60\n",
	},
};

/** The number that a name is declared as, where it is one. */
export function valueUnder(sites: ProgramSites, name: string): number[] {
	return statementsThat(sites, "declare")
		.filter((s) => s.name === name)
		.flatMap((s) => sites.values.find((v) => v.statement === s.index)?.number ?? []);
}
