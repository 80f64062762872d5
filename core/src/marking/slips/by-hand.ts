import { linesUsing, repeatedStretch, statementLines } from "../source/constructs.ts";
import { number, type Slip } from "./slip.ts";

/** What a loop would do was written out again and again. */
export const byHand: Slip = {
	id: "by-hand",
	about: ["source"],
	tries(look) {
		const { program } = look.own;
		if (!program.checked || !look.missed.some((m) => m.check === "code")) return [];
		const loops = (of: typeof program) => linesUsing(of, "loop", "anywhere").length;
		const loop = loops(program) === 0 && loops(look.model.program) > 0;
		const routine = program.routines.size === 0 && look.model.program.routines.size > 0;
		if (!loop && !routine) return [];
		const stretch = repeatedStretch(program, { where: "anywhere", walked: true }, 2);
		const heads = new Map<string, number[]>();
		for (const step of program.steps)
			if (step.node === "draw")
				heads.set(step.statement.head, [...(heads.get(step.statement.head) ?? []), step.place.line]);
		const most = [...heads.values()].sort((a, b) => b.length - a.length)[0] ?? [];
		if (!stretch && most.length < 3) return [];
		return [
			{
				lines: stretch ? [...stretch] : most.slice(0, 6),
				figures: [],
				claims: ["source"],
				evidence: [
					number("statements", statementLines(program, "anywhere").length, statementLines(program, "anywhere").length),
				],
				data: {},
			},
		];
	},
};
