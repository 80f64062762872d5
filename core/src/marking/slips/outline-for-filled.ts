import { explained, type Slip, word } from "./slip.ts";

/** Only the outline was drawn of what should be filled. */
export const outlineForFilled: Slip = {
	id: "outline-for-filled",
	about: ["fill", "outline"],
	tries: (look) =>
		look.pairs
			.filter(
				({ found, wanted }) =>
					wanted.fill !== -1 && wanted.closed && found.fill === -1 && found.outline !== -1 && !found.lettering,
			)
			.map(({ found }) => explained(found, ["fill", "outline"], [word("fill", "none", "none")])),
};
