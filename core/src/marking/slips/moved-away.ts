import { distance } from "../../geometry/points.ts";
import { explained, number, type Slip } from "./slip.ts";

/** The try before was nearer. */
export const movedAway: Slip = {
	id: "moved-away",
	about: ["place", "size"],
	tries(look) {
		const last = look.pairs.length > 0 ? look.own.reference("own last try")?.scene : undefined;
		if (!last) return [];
		return look.pairs.flatMap(({ name, slot, found, wanted }) => {
			const before = last.matches.get(name)?.slots[slot];
			if (!before) return [];
			const off = (f: typeof found) => distance(f.centre[0], f.centre[1], wanted.centre[0], wanted.centre[1]);
			const [was, is] = [off(before), off(found)];
			return is > look.position && is > was + look.position
				? [explained(found, ["moved"], [number("off", is, is), number("off before", was, was)])]
				: [];
		});
	},
};
