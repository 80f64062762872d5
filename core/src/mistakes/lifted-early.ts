import { replaced, times, without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { partsThat, statementsThat } from "./pick.ts";

/** The pen is lifted before the side is done, or where it should draw. */
export const liftedEarly: Mistake = {
	id: "lifted-early",
	family: "pen and moving on",
	changes: [],
	made: "the pen lifted early",
	did: "the pen is lifted",
	instead: "keeping it down",
	asks: "A part of a side is missing. When is the pen lifted@?",
	make: (sites) =>
		statementsThat(sites, "walk").flatMap((s) => {
			const length = sites.values.find((v) => v.statement === s.index);
			if (!length) return [];
			const { lift, lower } = sites.write;
			const half = s.text.replace(length.text, () => times(length.text, 0.5));
			return [
				replaced(
					sites,
					{ ...s, start: s.start + s.indent.length, end: s.start + s.indent.length + s.text.length },
					[half, lift, half, lower].join(`\n${s.indent}`),
					"in",
				),
			];
		}),
	mend: ({ sites }) => partsThat(sites, "lift").map((p) => without(sites, p)),
	example: {
		right: "walk 80\nturn left 90\nwalk 60\n",
		wrong: "walk 40\npen up\nwalk 40\npen down\nturn left 90\nwalk 60\n",
	},
};
