import { frameSteps, motions } from "./frames.ts";
import { number, type Slip } from "./slip.ts";

/** The value that should change is declared anew in each frame. */
export const stuckNewEachFrame: Slip = {
	id: "stuck-new-each-frame",
	about: ["frames"],
	tries(look) {
		const moving = motions(look).filter(({ right }) => right);
		const changed = frameSteps(look.own.program).filter((s) => s.node === "set");
		const kept = look.model.program.steps.some((s) => s.node === "let");
		const [first] = frameSteps(look.own.program).filter(
			(l) => l.node === "let" && l.value.node !== "name" && changed.some((s) => s.node === "set" && s.name === l.name),
		);
		const [one] = moving;
		if (!one || !first || !kept || !look.missed.some((m) => m.check === "movement")) return [];
		return [
			{
				lines: [first.place.line],
				figures: [],
				claims: ["stuck", "turns"],
				evidence: [number("moved", 0, one.own.farthest())],
				data: { name: first.node === "let" ? first.name : "", line: first.place.line },
			},
		];
	},
};
