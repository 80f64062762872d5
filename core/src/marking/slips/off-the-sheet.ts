import { explained, number, type Slip } from "./slip.ts";

/** It lies beyond the edge of the sheet. */
export const offTheSheet: Slip = {
	id: "off-the-sheet",
	about: ["seen", "place"],
	follows: true,
	tries: (look) =>
		look.pairs
			.filter(({ found, wanted }) => found.onSheet < 0.98 && wanted.onSheet > 0.995)
			.map(({ found }) =>
				explained(
					found,
					["sheet", "place", "shape", "size", "turn"],
					[number("per cent on the sheet", 100 * found.onSheet, 100 * found.onSheet)],
				),
			),
};
