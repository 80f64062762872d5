import { sameColour } from "../paint-words.ts";
import { paintEvidence, wrongPaints } from "./paint.ts";
import { explained, type Slip } from "./slip.ts";

/** Two figures have each other's colours. */
export const coloursExchanged: Slip = {
	id: "colours-exchanged",
	about: ["paint"],
	tries: (look) =>
		look.pairs.flatMap((one, i) =>
			look.pairs.slice(i + 1).flatMap((other) => {
				if (one.name === other.name && sameColour(one.wanted.fill, other.wanted.fill)) return [];
				const parts = wrongPaints(one.found, one.wanted).filter((part) => wrongPaints(other.found, other.wanted).includes(part));
				const swapped = parts.find((part) => sameColour(one.found[part], other.wanted[part]) && sameColour(other.found[part], one.wanted[part]));
				if (!swapped) return [];
				const [a, b] = [explained(one.found, [swapped], [paintEvidence(swapped, other.wanted[swapped], one.found[swapped])]), explained(other.found, [swapped], [])];
				return [{ ...a, lines: [...a.lines, ...b.lines], figures: [...a.figures, ...b.figures], claims: [...a.claims, ...b.claims] }];
			}),
		),
};
