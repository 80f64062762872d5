import { frameSteps, isStuck, motions } from "./frames.ts";
import { number, type Slip } from "./slip.ts";

/** The value that should change is declared anew in each frame. */
export const stuckNewEachFrame: Slip = {
	id: "stuck-new-each-frame",
	about: ["frames"],
	tries(look) {
		const stuck = motions(look).filter(isStuck);
		const lets = frameSteps(look.own.program).filter((s) => s.node === "let");
		const changed = frameSteps(look.own.program).filter((s) => s.node === "set");
		const named = lets.filter((l) => l.node === "let" && changed.some((s) => s.node === "set" && s.name === l.name));
		const [first] = named;
		if (stuck.length === 0 || !first) return [];
		return [
			{
				lines: [first.place.line],
				figures: [],
				claims: ["stuck"],
				evidence: [number("moved", 0, (stuck[0] as (typeof stuck)[number]).own.farthest())],
				data: { name: first.node === "let" ? first.name : "", line: first.place.line },
			},
		];
	},
};
