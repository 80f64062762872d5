import { explained, number, type Slip } from "./slip.ts";

const ROUND = ["circle", "ellipse", "arc", "regular-polygon", "star"] as const;

/** The radius was given the number of the diameter: it comes out twice as large. */
export const radiusForDiameter: Slip = {
	id: "radius-for-diameter",
	about: ["size"],
	tries: (look) =>
		look.pairs
			.filter(
				({ found, wanted }) =>
					ROUND.some((k) => wanted.kinds.includes(k)) &&
					Math.abs(found.width - 2 * wanted.width) <= look.size &&
					Math.abs(found.height - 2 * wanted.height) <= look.size,
			)
			.map(({ found, wanted }) =>
				explained(
					found,
					["size"],
					[number("width", 2 * wanted.width, found.width), number("height", 2 * wanted.height, found.height)],
				),
			),
};
