import { sameColour } from "../paint-words.ts";
import { paintEvidence, settingAfter, wrongPaints } from "./paint.ts";
import { explained, type Slip } from "./slip.ts";

/** The colour was set after the figure, and so came to the next one. */
export const colourAfter: Slip = {
	id: "colour-after",
	about: ["paint"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) =>
			wrongPaints(found, wanted).flatMap((part) => {
				const after = settingAfter(look, found, part);
				if (!after || !sameColour(after.colour, wanted[part])) return [];
				return [{ ...explained(found, [part], [paintEvidence(part, after.colour, wanted[part])], { line: after.line }), lines: [...found.lines, after.line] }];
			}),
		),
};
