import { explained, number, type Slip } from "./slip.ts";

const ROUND = ["circle", "ellipse", "arc", "regular-polygon", "star"] as const;

/** The diameter was given the number of the radius: it comes out half as large. */
export const diameterForRadius: Slip = {
	id: "diameter-for-radius",
	about: ["size"],
	tries: (look) =>
		look.pairs
			.filter(
				({ found, wanted }) =>
					ROUND.some((k) => wanted.kinds.includes(k)) &&
					wanted.width > 4 * look.size &&
					Math.abs(found.width - wanted.width / 2) <= look.size &&
					Math.abs(found.height - wanted.height / 2) <= look.size,
			)
			.map(({ found, wanted }) =>
				explained(
					found,
					["size"],
					[number("width", wanted.width / 2, found.width), number("height", wanted.height / 2, found.height)],
				),
			),
};
