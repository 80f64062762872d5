import { explained, number, type Slip } from "./slip.ts";

/** The far corner's place was given as the size. */
export const farCornerAsSize: Slip = {
	id: "far-corner-as-size",
	about: ["size", "place"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			const [x, y] = look.corner(wanted);
			const [width, height] = [x + wanted.width, y + wanted.height];
			const fits =
				Math.abs(found.width - width) <= look.size &&
				Math.abs(found.height - height) <= look.size &&
				look.near(look.corner(found), [x, y]);
			const own = Math.abs(width - wanted.width) <= look.size && Math.abs(height - wanted.height) <= look.size;
			return fits && !own
				? [
						explained(
							found,
							["size", "place"],
							[number("width", width, found.width), number("height", height, found.height)],
						),
					]
				: [];
		}),
};
