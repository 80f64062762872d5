import { bracketed, written } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { changed, isInside, valuesFor } from "./pick.ts";

/** The turns of a loop don't add up to a whole turn. */
export const notAWholeTurn: Mistake = {
	id: "not-a-whole-turn",
	family: "turning",
	changes: [],
	made: "turns that don't add up",
	did: "turned by {was}",
	instead: "turning by {now}",
	asks: "Going once round, the pen turns by 360 in all. Add up the turns@.",
	mend: ({ sites }) =>
		valuesFor(sites, "turn").flatMap((value) => {
			const loop = sites.statements[(sites.statements.find((s) => s.index === value.statement)?.block ?? 0) - 1];
			const count = loop && sites.values.find((v) => v.statement === loop.index && v.roles.has("count"));
			if (!count) return [];
			const turns = sites.values.filter((v) => v.roles.has("turn") && isInside(sites, v.statement, loop.index + 1));
			const others = turns.filter((t) => t !== value).reduce((sum, t) => sum + (t.number ?? 0), 0);
			const whole = count.number ? written(360 / count.number - others) : `360 / ${bracketed(count.text)}`;
			return [whole, `360 / ${bracketed(count.text)}`].flatMap((now) => changed(sites, value, now, "evidence") ?? []);
		}),
	example: {
		right: "repeat 5\n  walk 60\n  turn left 72\nend\n",
		wrong: "repeat 5\n  walk 60\n  turn left 70\nend\n",
	},
};
