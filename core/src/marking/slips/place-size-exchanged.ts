import { explained, number, point, type Slip } from "./slip.ts";

/** The numbers of the place stand where those of the size should, and the other way round. */
export const placeSizeExchanged: Slip = {
	id: "place-size-exchanged",
	about: ["place", "size"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			const size: readonly [number, number] = [wanted.width, wanted.height];
			const options = [
				{ what: "corner", own: look.corner(found), wanted: look.corner(wanted) },
				{ what: "middle", own: found.centre, wanted: wanted.centre },
			];
			const hit = options.find(
				(o) =>
					look.near(o.own, size) &&
					Math.abs(found.width - o.wanted[0]) <= look.size &&
					Math.abs(found.height - o.wanted[1]) <= look.size,
			);
			if (!hit || look.near(hit.wanted, size)) return [];
			return [
				explained(
					found,
					["place", "size"],
					[
						point(hit.what, size, hit.own),
						number("width", hit.wanted[0], found.width),
						number("height", hit.wanted[1], found.height),
					],
				),
			];
		}),
};
