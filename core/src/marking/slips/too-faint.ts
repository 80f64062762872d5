import { explained, number, type Slip } from "./slip.ts";

const FAINT = 1.3;

/** The figure is there, in nearly the colour of what it lies on. */
export const tooFaint: Slip = {
	id: "too-faint",
	about: ["paint", "seen"],
	follows: true,
	tries: (look) =>
		look.pairs
			.filter(({ found, wanted }) => found.contrast < FAINT && wanted.contrast >= 1.5 * FAINT && found.visible > 0.3)
			.map(({ found }) =>
				explained(
					found,
					["seen", ...(found.fill === -1 ? ["outline"] : ["fill"])],
					[number("contrast", found.contrast, found.contrast)],
				),
			),
};
