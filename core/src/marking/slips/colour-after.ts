import { sameColour } from "../paint-words.ts";
import { paintEvidence, settingAfter, widthAfter, wrongPaints, wrongWidth } from "./paint.ts";
import { explained, number, type Slip } from "./slip.ts";

/** The colour was set after the figure, and so came to the next one. */
export const colourAfter: Slip = {
	id: "colour-after",
	about: ["paint"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			const colours = wrongPaints(found, wanted).flatMap((part) => {
				// No line at all was meant so: it has no colour that could have been another.
				if (part === "outline" && found.outline === -1) return [];
				const after = settingAfter(look, found, part);
				if (!after || !sameColour(after.colour, wanted[part])) return [];
				return [{ ...explained(found, [part], [paintEvidence(part, after.colour, wanted[part])], { line: after.line }), lines: [...found.lines, after.line] }];
			});
			const after = wrongWidth(found, wanted) ? widthAfter(look, found) : undefined;
			if (!after || Math.abs(after.width - wanted.outlineWidth) > 0.5) return colours;
			return [...colours, { ...explained(found, ["width"], [number("line", after.width, wanted.outlineWidth)], { line: after.line }), lines: [...found.lines, after.line] }];
		}),
};
