import { explained, type Slip, word } from "./slip.ts";

/** What should be hollow is filled. */
export const filledForOutline: Slip = {
	id: "filled-for-outline",
	about: ["fill"],
	tries: (look) =>
		look.pairs
			.filter(
				({ found, wanted }) =>
					wanted.fill === -1 &&
					wanted.closed &&
					wanted.outline !== -1 &&
					found.fill !== -1 &&
					found.closed &&
					!found.lettering,
			)
			.map(({ found }) => explained(found, ["fill", "outline"], [word("fill", "some", "some")])),
};
