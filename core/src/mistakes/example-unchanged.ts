import { likeness } from "../figures/likeness.ts";
import { sameColour } from "../marking/paint-words.ts";
import type { ProgramRun } from "../marking/scene.ts";
import { sheetBounds } from "../tape/layout.ts";
import type { Mistake } from "./mistake.ts";

const ALL = 0.97;

/** What was given out was handed in as it is. */
export const exampleUnchanged: Mistake = {
	id: "example-unchanged",
	family: "source",
	changes: [],
	made: "the given program unchanged",
	did: "the given program, unchanged",
	instead: "changing it",
	asks: "This is what you were given. What should be changed in it?",
	notice({ own, missed }) {
		for (const which of ["starter", "example"] as const) {
			const given = own.reference(which);
			if (!given || own.drawing.figures.length !== given.drawing.figures.length) continue;
			const share = own.program.source.trim() === given.program.source.trim() ? 1 : alike(given, own);
			if (own.drawing.figures.length > 0 && share >= ALL)
				return {
					lines: [],
					criteria: missed.map((c) => c.id),
					evidence: `${Math.round(100 * share)} % like the ${which}`,
				};
		}
		return undefined;
	},
	example: { right: "dot at 40, 80 size 20\ndot at 80, 80 size 20\n", wrong: "dot at 40, 80 size 20\n" },
};

function alike(given: ProgramRun, own: ProgramRun): number {
	const seen = (c: ProgramRun) => ({ ...c.drawing, sheet: sheetBounds(c.sheet), up: c.scene.up });
	return likeness(seen(given), seen(own), {}, sameColour);
}
