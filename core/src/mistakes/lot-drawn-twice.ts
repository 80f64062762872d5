import { allOf, putIn, replaced } from "./edits.ts";
import type { Mistake } from "./mistake.ts";

/** A random value drawn again instead of stored: an expression with chance in it is written more than once. */
export const lotDrawnTwice: Mistake = {
	id: "lot-drawn-twice",
	family: "frames and chance",
	changes: [],
	made: "a random value drawn twice",
	did: "`{was}` draws a new value each time",
	instead: "keeping it under a name",
	asks: "Each `random` draws a new value@. Which of them should be the same one?",
	*mend({ sites }) {
		const chance = sites.values.filter((v) => /\b(random|choose)\s*\(/.test(v.text));
		for (const [i, a] of chance.entries())
			for (const b of chance.slice(i + 1).filter((v) => v.text === a.text)) {
				const gap = sites.gaps.find((g) => g.after === a.statement);
				if (!gap) continue;
				const { declare } = sites.write;
				const both = allOf(
					[putIn(gap, declare("kept", a.text)), replaced(sites, a, "kept", "term"), replaced(sites, b, "kept", "term")],
					"term",
				);
				if (both) yield { ...both, at: a, also: [b], was: a.text };
			}
	},
	example: {
		right: "let kept = random(40, 200)\ncircle centre kept, 60 diameter 20\ncircle centre kept, 90 diameter 20\n",
		wrong: "circle centre random(40, 200), 60 diameter 20\ncircle centre random(40, 200), 90 diameter 20\n",
	},
};
