import { bracketed, without, written } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { putInAll, statementsThat, valuesFor } from "./pick.ts";

/** A turn that isn't there: at the end of a routine or loop, or before what is drawn next. */
export const didNotReturn: Mistake = {
	id: "did-not-return",
	family: "turning",
	changes: [],
	made: "a turn left out",
	did: "there is no turn",
	instead: "{now}",
	asks: "Which way does the pen face@, and which way should it?",
	make: (sites) => statementsThat(sites, "turn").map((s) => without(sites, s)),
	*mend(look) {
		const { sites } = look;
		const own = valuesFor(sites, "turn").map((v) => v.text);
		const loops = valuesFor(sites, "count").map((v) =>
			v.number ? written(360 / v.number) : `360 / ${bracketed(v.text)}`,
		);
		const angles = [
			...new Set(["90", ...own, ...look.numbers("turn").map(written), ...loops, "180", "45", "120", "60"]),
		];
		const moving = new Set(statementsThat(sites, "walk", "curve", "loop", "call", "turn", "go").map((s) => s.index));
		for (const gap of sites.gaps) {
			if (!moving.has(gap.after ?? -1) && !moving.has(gap.before ?? -1)) continue;
			for (const angle of angles.slice(0, 8))
				yield* putInAll([gap], [sites.write.turn(true, angle), sites.write.turn(false, angle)]);
		}
	},
	example: {
		right: "routine side(n)\n  walk n\n  turn left 90\nend\nside(60)\nside(40)\nside(60)\nside(40)\n",
		wrong: "routine side(n)\n  walk n\nend\nside(60)\nside(40)\nside(60)\nside(40)\n",
	},
};
