import { replaced, without, written } from "./edits.ts";
import { colourText } from "./fill-other-colour.ts";
import { roundness } from "./look.ts";
import type { Mistake } from "./mistake.ts";
import { gapsBefore, partsThat, putInAll } from "./pick.ts";

/** A colour or width that isn't set, so that the one before, or the usual one, still holds. */
export const settingCarriedOver: Mistake = {
	id: "setting-carried-over",
	family: "paint",
	changes: ["colour"],
	made: "a colour or width not set",
	did: "a colour or width is missing",
	instead: "`{now}`",
	asks: "A colour or width is missing@. Which one?",
	make: (sites) => partsThat(sites, "no pen").map((p) => without(sites, p)),
	*mend(look) {
		const { sites } = look;
		const { write } = sites;
		const values = {
			fill: look.colours("fill colour").map((c) => colourText(look, c)),
			"pen colour": look
				.colours("pen colour")
				.filter((c) => c !== -1)
				.map((c) => colourText(look, c)),
			"pen width": look
				.numbers("line width")
				.filter((n) => roundness(n) >= 3)
				.map(written),
		};
		for (const s of sites.statements)
			for (const { does, take } of s.room)
				for (const value of [...new Set(values[does as keyof typeof values] ?? [])].slice(0, 4)) {
					const edit = take(value);
					const { line, column } = s;
					const at = { start: edit.start, end: edit.end, line, column };
					yield { ...replaced(sites, at, edit.text, "in"), now: edit.text.trim() };
				}
		const texts = [
			...look.colours("fill colour").map((c) => write.fill(colourText(look, c))),
			...look.colours("pen colour").map((c) => (c === -1 ? write.noPen : write.penColour(colourText(look, c)))),
			...look
				.numbers("line width")
				.filter((n) => roundness(n) >= 3)
				.map((n) => write.penWidth(written(n))),
		];
		yield* putInAll(
			gapsBefore(sites, "shape", "walk", "curve", "loop", "call", "area", "lay"),
			[...new Set(texts.filter((t) => t !== undefined))].slice(0, 10),
		);
	},
	example: {
		right: "fill gold\npen colour navy width 4\nwalk 60\npen none\ncircle centre 100, 80 diameter 60\n",
		wrong: "fill gold\npen colour navy width 4\nwalk 60\ncircle centre 100, 80 diameter 60\n",
	},
};
