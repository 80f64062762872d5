import { symmetryOf, turnOff } from "../arranged.ts";
import { explained, number, type Slip } from "./slip.ts";

/** The figure is turned by twice what it should be. */
export const turnedTwice: Slip = {
	id: "turned-twice",
	about: ["turn"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			const symmetry = symmetryOf(wanted);
			if (
				symmetry === 0 ||
				found.kinds[0] !== wanted.kinds[0] ||
				turnOff(wanted.rotation, 0, symmetry) < 3 * look.angle
			)
				return [];
			const twice =
				turnOff(found.rotation, 2 * wanted.rotation, symmetry) <= look.angle &&
				turnOff(found.rotation, wanted.rotation, symmetry) > 3 * look.angle;
			return twice && look.isPlaced({ found, wanted })
				? [explained(found, ["turn"], [number("degrees", 2 * wanted.rotation, found.rotation)])]
				: [];
		}),
};
