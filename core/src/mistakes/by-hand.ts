import { linesUsing, repeatedStretch } from "../marking/source/constructs.ts";
import type { Program } from "../marking/source/program.ts";
import type { Mistake } from "./mistake.ts";

/** Written out again and again where a loop or a routine is asked for. Nothing proves it: the same is drawn. */
export const byHand: Mistake = {
	id: "by-hand",
	family: "source",
	changes: [],
	made: "written out by hand",
	did: "the same lines are repeated",
	instead: "a loop or a routine",
	asks: "Some lines repeat@. What could repeat them for you?",
	notice({ own, model, missed }) {
		const criteria = missed.filter((c) => c.check === "code").map((c) => c.id);
		if (criteria.length === 0) return undefined;
		const loops = ({ program }: typeof own) => linesUsing(program, "loop", "anywhere").length;
		const loop = loops(own) === 0 && loops(model) > 0;
		const routine = own.program.routines.size === 0 && model.program.routines.size > 0;
		const lines = loop || routine ? repeated(own.program) : [];
		return lines.length < 2 ? undefined : { lines, criteria, evidence: `${lines.length} times` };
	},
	example: {
		right: "for x from 40 to 160 by 40\n  dot at x, 80 size 20\nend\n",
		wrong: "dot at 40, 80 size 20\ndot at 80, 80 size 20\ndot at 120, 80 size 20\ndot at 160, 80 size 20\n",
	},
};

/** Lines that come again and again: a stretch, or statements of one kind. */
function repeated(program: Program): number[] {
	const stretch = repeatedStretch(program, { where: "anywhere", walked: true }, 2);
	if (stretch) return [...stretch];
	const heads = new Map<string, number[]>();
	for (const step of program.steps)
		if (step.node === "draw") heads.set(step.head, [...(heads.get(step.head) ?? []), step.place.line]);
	const most = [...heads.values()].sort((a, b) => b.length - a.length)[0] ?? [];
	return most.length < 3 ? [] : most.slice(0, 6);
}
