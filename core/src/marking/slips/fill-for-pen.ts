import { sameColour } from "../paint-words.ts";
import { paintEvidence, wrongPaints } from "./paint.ts";
import { explained, type Slip } from "./slip.ts";

/** The fill was given the colour that the pen should have. */
export const fillForPen: Slip = {
	id: "fill-for-pen",
	about: ["paint"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (!wrongPaints(found, wanted).includes("outline") || wanted.outline === -1) return [];
			const took = found.fill !== -1 && sameColour(found.fill, wanted.outline) && !sameColour(wanted.fill, wanted.outline);
			const set = look.own.program.at(0).length === 0 && took;
			return set ? [explained(found, ["outline", "fill"], [paintEvidence("fill", wanted.outline, found.fill)])] : [];
		}),
};
