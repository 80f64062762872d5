import { likeness } from "../../figures/likeness.ts";
import { sheetBounds } from "../../tape/layout.ts";
import { sameColour } from "../paint-words.ts";
import { number, type Slip } from "./slip.ts";

const ALL = 0.97;

/** What was given out was handed in as it is. */
export const exampleUnchanged: Slip = {
	id: "example-unchanged",
	about: ["source", "number", "place"],
	tries(look) {
		for (const which of ["starter", "example"] as const) {
			const given = look.own.reference(which);
			if (!given || look.own.drawing.figures.length === 0) continue;
			if (given.drawing.figures.length !== look.own.drawing.figures.length) continue;
			const seen = (c: typeof given) => ({ ...c.drawing, sheet: sheetBounds(c.sheet), up: c.scene.up });
			const share =
				look.own.program.source.trim() === given.program.source.trim()
					? 1
					: likeness(seen(given), seen(look.own), {}, sameColour);
			if (share >= ALL)
				return [
					{
						lines: [],
						figures: [],
						claims: ["given"],
						evidence: [number("per cent alike", 100, 100 * share)],
						data: { which },
					},
				];
		}
		return [];
	},
};
