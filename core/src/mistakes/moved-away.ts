import { distance } from "../geometry/points.ts";
import type { Mistake } from "./mistake.ts";

/** The try before was nearer. */
export const movedAway: Mistake = {
	id: "moved-away",
	family: "placing",
	changes: [],
	made: "further off than in the last try",
	did: "further off than in the last try",
	instead: "going back",
	asks: "Your last try was closer here@. What did you change?",
	notice({ own, missed, pairs }) {
		const criteria = missed.filter((c) => c.aspects.includes("place")).map((c) => c.id);
		const last = criteria.length > 0 ? own.reference("own last try")?.scene : undefined;
		if (!last) return undefined;
		for (const { name, slot, found, wanted } of pairs) {
			const before = last.matches.get(name)?.slots[slot];
			if (!before) continue;
			const off = (f: typeof found) => distance(f.centre[0], f.centre[1], wanted.centre[0], wanted.centre[1]);
			const [was, is] = [off(before), off(found)];
			const { position } = own.spec.tolerances;
			if (is > position && is > was + position)
				return { lines: found.lines, criteria, evidence: `off by ${Math.round(is)}, before by ${Math.round(was)}` };
		}
		return undefined;
	},
	example: { right: "dot at 80, 80 size 20\n", wrong: "dot at 140, 80 size 20\n" },
};
