import type { ProgramSites } from "../languages/sites.ts";
import type { Change } from "./change.ts";
import { movedTo } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** A statement that belongs before or after its neighbour, or into or out of the block beside it. */
export const statementMoved: Mistake = {
	id: "statement-moved",
	family: "statements",
	changes: ["order", "colour"],
	made: "a statement in the wrong place",
	did: "`{was}` is in the wrong place",
	instead: "moving it",
	asks: "When does the statement@ run, and how often? Does it belong inside the loop?",
	make: (sites) => {
		const drawing = new Set(statementsThat(sites, "shape", "lay", "call").map((s) => s.start));
		return moves(sites).filter(({ at }) => !drawing.has(at.start));
	},
	mend: ({ sites }) => moves(sites),
	example: {
		right: "repeat 3\n  walk 60\n  turn left 120\nend\npen up\nwalk 20\n",
		wrong: "repeat 3\n  walk 60\nend\nturn left 120\npen up\nwalk 20\n",
	},
};

/** Each statement past its neighbours, out of its block, and into the block beside it. */
function moves(sites: ProgramSites): Change[] {
	return sites.statements.flatMap((s) => {
		if (s.does.has("routine") || s.does.has("frames")) return [];
		const gaps = sites.gaps.filter((g) => g.block === s.block);
		const at = gaps.findIndex((g) => g.after === s.index);
		const beside = [gaps[at - 1], gaps[at + 2]];
		const around = s.block === 0 ? [] : sites.gaps.filter((g) => g.after === s.block - 1 || g.before === s.block - 1);
		const [before, after] = [gaps[at]?.before, gaps[at + 1]?.after];
		const into = [before, after].flatMap((i) => {
			if (i === undefined) return [];
			const inner = sites.gaps.filter((g) => g.block === i + 1);
			return i === before ? inner.slice(-1) : inner.slice(0, 1);
		});
		return [...beside, ...around, ...into].flatMap((gap) => (gap && movedTo(sites, s, gap)) ?? []);
	});
}
