import { explained, type Slip, word } from "./slip.ts";

/** A figure of another kind stands in the right place. */
export const otherKind: Slip = {
	id: "other-kind",
	about: ["shape", "number"],
	tries: (look) =>
		look.pairs.flatMap((pair) => {
			const { found, wanted } = pair;
			const kind = wanted.kinds[0] as string;
			if (
				found.kinds.includes(kind as never) ||
				wanted.kinds.some((k) => k === found.kinds[0]) ||
				found.overdrawn > 0.02
			)
				return [];
			if (!look.isPlaced(pair) || found.closed !== wanted.closed) return [];
			const size =
				Math.abs(found.width - wanted.width) <= 2 * look.size &&
				Math.abs(found.height - wanted.height) <= 2 * look.size;
			return size
				? [
						explained(found, ["kind"], [word("kind", kind, found.kinds[0] as string)], {
							found: (found.kinds[0] as string).replaceAll("-", " "),
						}),
					]
				: [];
		}),
};
