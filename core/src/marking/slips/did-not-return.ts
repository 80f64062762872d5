import { TapeRanges } from "../tape-ranges.ts";
import type { Slip } from "./slip.ts";
import { number } from "./slip.ts";

/** A routine doesn't leave the pen where, or facing as, it should for what comes next. */
export const didNotReturn: Slip = {
	id: "did-not-return",
	about: ["place", "shape"],
	tries(look) {
		if (!look.missed.some((m) => m.check === "path")) return [];
		const own = [...look.own.program.routines.keys()];
		return own.flatMap((routine) => {
			const calls = new TapeRanges(look.scene).calls(routine);
			const [first] = calls;
			const others = [...look.model.program.routines.keys()]
				.flatMap((name) => new TapeRanges(look.modelScene).calls(name))
				.slice(0, 1);
			const [model] = others;
			if (!first || !model) return [];
			const step = (s: typeof first) => [s.after.x - s.before.x, s.after.y - s.before.y] as const;
			const [a, b] = [step(first), step(model)];
			const turn = (s: typeof first) => (((s.after.facing - s.before.facing) % 360) + 360) % 360;
			const far = Math.abs(a[0] - b[0]) > look.position || Math.abs(a[1] - b[1]) > look.position;
			const facing = Math.min(Math.abs(turn(first) - turn(model)), 360 - Math.abs(turn(first) - turn(model)));
			if (!far && facing <= look.angle) return [];
			const line = look.own.program.routines.get(routine)?.place.line ?? 1;
			return [
				{
					lines: [line],
					figures: [],
					claims: ["return"],
					evidence: [number("facing", turn(model), turn(first)), number("across", b[0], a[0])],
					data: { routine },
				},
			];
		});
	},
};
