import type { Figure } from "../../figures/figure.ts";
import { sameColour } from "../paint-words.ts";
import { paintEvidence, settingAfter, widthAfter, wrongPaints, wrongWidth } from "./paint.ts";
import { type Evidence, type Explanation, explained, number, type Slip } from "./slip.ts";

/** The setting in that line needs no other explanation: that nothing uses it follows. */
function setAfter(figure: Figure, part: string, line: number, evidence: Evidence): Explanation {
	const one = explained(figure, [part], [evidence], { line });
	return { ...one, lines: [...figure.lines, line], claims: [...one.claims, `setting ${line}`] };
}

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
				return [setAfter(found, part, after.line, paintEvidence(part, after.colour, wanted[part]))];
			});
			const after = wrongWidth(found, wanted) ? widthAfter(look, found) : undefined;
			if (!after || Math.abs(after.width - wanted.outlineWidth) > 0.5) return colours;
			return [...colours, setAfter(found, "width", after.line, number("line", after.width, wanted.outlineWidth))];
		}),
};
