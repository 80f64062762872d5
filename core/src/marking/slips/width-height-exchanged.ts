import { explained, number, type Slip } from "./slip.ts";

/** Width and height were given in each other's place. */
export const widthHeightExchanged: Slip = {
	id: "width-height-exchanged",
	about: ["size"],
	tries: (look) =>
		look.pairs
			.filter(
				({ found, wanted }) =>
					Math.abs(wanted.width - wanted.height) > look.size &&
					Math.abs(found.width - wanted.height) <= look.size &&
					Math.abs(found.height - wanted.width) <= look.size,
			)
			.map(({ found, wanted }) =>
				explained(
					found,
					["size"],
					[number("width", wanted.height, found.width), number("height", wanted.width, found.height)],
				),
			),
};
