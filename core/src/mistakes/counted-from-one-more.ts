import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { allOf, plus, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** A loop that counts from one more, or one less. */
export const countedFromOneMore: Mistake = {
	id: "counted-from-one-more",
	family: "pen and moving on",
	changes: ["place"],
	made: "counted from one more",
	did: "the loop counts from `{was}`",
	instead: "counting from `{now}`",
	asks: "From which number does the loop count@?",
	make: (sites) => bounds(sites, [1]),
	mend: ({ sites }) => bounds(sites, [-1, 1]),
	example: {
		right: "for i from 0 to 3\n  rect corner 40 + 60 * i, 40 size 30, 30\nend\n",
		wrong: "for i from 1 to 4\n  rect corner 40 + 60 * i, 40 size 30, 30\nend\n",
	},
};

function bounds(sites: ProgramSites, steps: readonly number[]): Change[] {
	return statementsThat(sites, "loop").flatMap((loop) => {
		const of = (role: "from" | "to") => sites.values.find((v) => v.statement === loop.index && v.roles.has(role));
		const [first, last] = [of("from"), of("to")];
		if (!first || !last) return [];
		return steps.flatMap((by) => {
			const both = [first, last].map((v) => replaced(sites, v, plus(v.text, by), "evidence"));
			const all = allOf(both, "evidence");
			return all ? [{ ...all, also: [] }] : [];
		});
	});
}
