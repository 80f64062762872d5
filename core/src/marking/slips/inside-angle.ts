import { explained, number, type Slip } from "./slip.ts";
import { closedByOther, turnsOf, turnsWanted } from "./turning.ts";

/** The angle inside a corner was turned by, not the one that is left to the straight line. */
export const insideAngle: Slip = {
	id: "inside-angle",
	about: ["shape", "place"],
	tries: (look) => [
		...closedByOther(look, (turn) => [Math.sign(turn) * (180 - Math.abs(turn))]),
		...look.pairs.flatMap(({ found, wanted }) => {
			const [own, due] = [turnsOf(found), turnsWanted(wanted)];
			if (own.length === 0 || due.length === 0) return [];
			const near = (a: number, b: number) => Math.abs(a - b) <= look.angle;
			const strange = own.filter((t) => !due.some((d) => near(Math.abs(t), Math.abs(d))));
			const inside = strange.filter((t) => due.some((d) => near(Math.abs(t), 180 - Math.abs(d))));
			if (inside.length === 0 || inside.length < strange.length) return [];
			const turn = inside[0] as number;
			return [
				explained(
					found,
					["shape", "turn", "place"],
					[
						number(
							"turn",
							180 - Math.abs(due.find((d) => near(Math.abs(turn), 180 - Math.abs(d))) as number),
							Math.abs(turn),
						),
					],
				),
			];
		}),
	],
};
