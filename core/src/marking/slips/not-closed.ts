import { distance } from "../../geometry/points.ts";
import { explained, number, type Slip } from "./slip.ts";
import { turnsOf, turnsWanted } from "./turning.ts";

/** A figure that should close stays open though its turns are right: a side is too long or too short. */
export const notClosed: Slip = {
	id: "not-closed",
	about: ["shape"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (!wanted.closed || wanted.oval || found.lettering) return [];
			const gap = found.closed ? found.gap : distance(found.start[0], found.start[1], found.end[0], found.end[1]);
			const open = !found.closed && found.sides.length === wanted.sides.length;
			if (!open && !(found.closed && gap > 2)) return [];
			const [own, due] = [turnsOf(found), turnsWanted(wanted)];
			const right = own.every((t) => due.some((d) => Math.abs(Math.abs(t) - Math.abs(d)) <= 1));
			return right ? [explained(found, ["shape", "gap"], [number("gap", gap, gap)])] : [];
		}),
};
