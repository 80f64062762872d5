import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { allOf, replaced, times } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { otherNumbers, statementOf, valuesFor } from "./pick.ts";

/** A size that is too large. */
export const larger: Mistake = {
	id: "larger",
	family: "size and kind",
	changes: ["size"],
	made: "made larger",
	did: "the size is {was}",
	instead: "{now}",
	asks: "How large should this be? Look at the size@.",
	make: (sites) => resizedBy(sites, 1.6),
	mend: (look) => otherNumbers(look, [...SIZES], (n) => [2 * n, n / 2]),
	example: { right: "circle centre 100, 80 diameter 60\n", wrong: "circle centre 100, 80 diameter 96\n" },
};

const SIZES = ["width", "height", "radius", "diameter", "factor"] as const;

/** Each statement's sizes multiplied by a factor. */
export function resizedBy(sites: ProgramSites, factor: number): Change[] {
	const own = valuesFor(sites, "width", "height", "radius", "diameter").filter(
		(v) =>
			!statementOf(sites, v).does.has("declare") &&
			!statementOf(sites, v).does.has("call") &&
			!statementOf(sites, v).does.has("curve") &&
			!statementOf(sites, v).does.has("assign"),
	);
	return sites.statements.flatMap((s) => {
		const values = own.filter((v) => v.statement === s.index);
		const all = allOf(
			values.map((v) => replaced(sites, v, times(v.text, factor), "evidence")),
			"evidence",
		);
		return all
			? [{ ...all, also: [], was: values.map((v) => v.text).join(", "), now: all.edits.map((e) => e.text).join(", ") }]
			: [];
	});
}
