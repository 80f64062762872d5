import { sameColour } from "../paint-words.ts";
import { paintEvidence, settingsOf, wrongPaints } from "./paint.ts";
import { explained, type Slip } from "./slip.ts";

/** The fill was given the colour that the pen should have. */
export const fillForPen: Slip = {
	id: "fill-for-pen",
	about: ["paint"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (
				!wrongPaints(found, wanted).includes("outline") ||
				wanted.outline === -1 ||
				sameColour(wanted.fill, wanted.outline)
			)
				return [];
			const set = settingsOf(look.own, "fill").find((s) => sameColour(s.colour, wanted.outline));
			const meant = settingsOf(look.model, "fill").some((s) => sameColour(s.colour, wanted.outline));
			const pen = settingsOf(look.own, "outline").some((s) => sameColour(s.colour, wanted.outline));
			if (!set || meant || pen) return [];
			return [
				{
					...explained(found, ["outline", "fill"], [paintEvidence("fill", wanted.outline, set.colour)]),
					lines: [set.line],
				},
			];
		}),
};
