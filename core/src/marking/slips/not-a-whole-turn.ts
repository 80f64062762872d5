import { explained, number, type Slip } from "./slip.ts";
import { closedByArea, closedByOther, turnsOf, turnsWanted } from "./turning.ts";

/** The turns of a figure that should close don't come to a whole turn. */
export const notAWholeTurn: Slip = {
	id: "not-a-whole-turn",
	about: ["shape", "place"],
	tries: (look) => [
		...closedByOther(look, (turn, all) => [
			Math.sign(turn) * (360 / (all.length + 1)),
			...all.filter((t) => t !== turn && Math.abs(t - turn) < 45),
		]),
		...look.pairs.flatMap(({ found, wanted }) => {
			if (!wanted.closed || (found.closed && !closedByArea(found)) || wanted.kinds[0] === "star") return [];
			const [own, due] = [turnsOf(found), turnsWanted(wanted)];
			if (own.length < 2 || own.length < due.length - (found.closed ? 2 : 1) || own.length > due.length + 1) return [];
			const sum = Math.abs(own.reduce((a, b) => a + b, 0));
			const last = Math.abs(due.slice(own.length).reduce((a, b) => a + b, 0));
			const right = due.filter(
				(d, i) => own[i] !== undefined && Math.abs(Math.abs(own[i] as number) - Math.abs(d)) <= look.angle,
			).length;
			if (right === Math.min(own.length, due.length) || Math.abs(sum + last - 360) <= look.angle) return [];
			return [explained(found, ["shape", "turn"], [number("turns in all", 360, sum + last)])];
		}),
	],
};
