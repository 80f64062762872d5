import { sameColour } from "../paint-words.ts";
import { type Paint, paintEvidence, wrongPaints } from "./paint.ts";
import { type Explanation, explained, type Slip } from "./slip.ts";
import type { Pair, SlipContext } from "./slip-context.ts";

/** Two figures have each other's colours. */
export const coloursExchanged: Slip = {
	id: "colours-exchanged",
	about: ["paint"],
	tries: (look) => (["fill", "outline"] as const).flatMap((part) => exchanged(look, part)),
};

/** Every figure that is wrong in this paint must have another's: else its cause is another one. */
function exchanged(look: SlipContext, part: Paint): Explanation[] {
	const wrong = look.pairs.filter(({ found, wanted }) => wrongPaints(found, wanted).includes(part));
	const other = (one: Pair) =>
		wrong.find(
			(o) =>
				(o.name !== one.name || !sameColour(o.wanted[part], one.wanted[part])) &&
				sameColour(one.found[part], o.wanted[part]) &&
				sameColour(o.found[part], one.wanted[part]),
		);
	if (wrong.length === 0 || !wrong.every(other)) return [];
	return wrong.map((one) =>
		explained(one.found, [part], [paintEvidence(part, (other(one) as Pair).wanted[part], one.found[part])]),
	);
}
