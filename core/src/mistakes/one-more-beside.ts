import { edited } from "../languages/edited.ts";
import { plus, putIn, without } from "./edits.ts";
import type { Mistake } from "./mistake.ts";
import { statementsThat } from "./pick.ts";

/** A statement too many. */
export const oneMoreBeside: Mistake = {
	id: "one-more-beside",
	family: "statements",
	changes: ["number"],
	made: "one extra figure beside it",
	did: "there is `{was}`",
	instead: "leaving it out",
	asks: "Is the statement@ needed? See what is drawn without it.",
	make: (sites, { far }) =>
		statementsThat(sites, "shape").flatMap((s) => {
			const places = sites.pairs.filter((p) => p.of === "place" && p.statement === s.index);
			const gap = sites.gaps.find((g) => g.before === s.index);
			if (!gap || places.length === 0) return [];
			const from = s.start + s.indent.length;
			const edits = places.flatMap(({ first, second }) => [
				{ start: first.start - from, end: first.end - from, text: plus(first.text, 2 * far) },
				{ start: second.start - from, end: second.end - from, text: plus(second.text, far) },
			]);
			return [putIn(gap, edited(s.text, edits))];
		}),
	mend: ({ sites }) =>
		statementsThat(sites, "shape", "lay", "call", "walk", "curve", "loop", "go", "wipe", "paper", "area", "other").map(
			(s) => without(sites, s),
		),
	example: {
		right: "circle centre 100, 80 diameter 60\n",
		wrong: "circle centre 100, 80 diameter 60\ncircle centre 160, 110 diameter 60\n",
	},
};
