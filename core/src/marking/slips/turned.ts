import { symmetryOf, turnOff } from "../arranged.ts";
import { explained, number, type Slip } from "./slip.ts";

/** The figure is right but for a turn. */
export const turned: Slip = {
	id: "turned",
	about: ["turn"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (found.kinds[0] !== wanted.kinds[0] || found.lettering || !found.closed) return [];
			const same = found.sides.length === wanted.sides.length && sortedNear(found.sides, wanted.sides, look.size);
			const symmetry = symmetryOf(wanted);
			if (!same || symmetry === 0) return [];
			const off = turnOff(found.rotation, wanted.rotation, symmetry);
			return off > 3 * look.angle
				? [
						explained(found, ["turn", "place"], [number("degrees", wanted.rotation, found.rotation)], {
							by: Math.round(off),
						}),
					]
				: [];
		}),
};

function sortedNear(a: readonly number[], b: readonly number[], near: number): boolean {
	const [p, q] = [[...a].sort((x, y) => x - y), [...b].sort((x, y) => x - y)];
	return p.every((v, i) => Math.abs(v - (q[i] as number)) <= near);
}
