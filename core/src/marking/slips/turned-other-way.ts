import type { Figure } from "../../figures/figure.ts";
import { cosDeg, sinDeg } from "../../geometry/trig.ts";
import { mirrored } from "../arranged.ts";
import { explained, number, point, type Slip } from "./slip.ts";
import type { SlipContext } from "./slip-context.ts";
import { closedByOther, turnsOf, turnsWanted } from "./turning.ts";

/** A turn to the right where one to the left was meant, or the other way round. */
export const turnedOtherWay: Slip = {
	id: "turned-other-way",
	about: ["shape", "place"],
	tries: (look) => [
		...closedByOther(look, (turn) => [-turn]),
		...look.pairs.flatMap(({ found, wanted }) => {
			const [own, due] = [turnsOf(found), turnsWanted(wanted)];
			const near = (a: number, b: number) => Math.abs(a - b) <= look.angle;
			// All right but for their side: some among them against the others, or all against the model's.
			const sizes = own.length >= 2 && own.every((t) => due.some((d) => near(Math.abs(t), Math.abs(d))));
			if (own.length === 0 && isMirrored(found, wanted, look))
				return [explained(found, ["shape", "place", "turn"], [point("middle", found.centre, found.centre)])];
			if (!sizes) return [];
			const left = own.filter((t) => t > 0).length;
			const mixed = left > 0 && left < own.length && due.every((d) => Math.sign(d) === Math.sign(due[0] as number));
			const walked = wanted.turns.length > 0 && wanted.closed === found.closed;
			const against =
				walked &&
				own.every((t) => Math.sign(t) === -Math.sign(due[0] as number)) &&
				due.every((d) => Math.sign(d) === Math.sign(due[0] as number));
			if (!mixed && !(against && !look.near(found.centre, wanted.centre))) return [];
			const turn = own.find((t) => Math.sign(t) !== Math.sign(due[0] as number)) ?? (own[0] as number);
			return [explained(found, ["shape", "place", "turn"], [number("turn", -turn, turn)])];
		}),
	],
};

/** Whether a curved figure is the wanted one seen in a mirror along the direction in which the pen began. */
function isMirrored(found: Figure, wanted: Figure, look: SlipContext): boolean {
	if (
		!found.facing ||
		!wanted.facing ||
		!look.near(found.start, wanted.start) ||
		look.near(found.centre, wanted.centre)
	)
		return false;
	const { before } = wanted.facing;
	const [x, y] = wanted.start;
	const ahead: readonly [number, number] = [x + cosDeg(before), y + look.scene.up * sinDeg(before)];
	return look.near(found.centre, mirrored(wanted.centre, [wanted.start, ahead]));
}
