import { ENTRY } from "../../tape/layout.ts";
import { symmetryOf, turnOff } from "../arranged.ts";
import { explained, number, type Slip } from "./slip.ts";
import type { SlipContext } from "./slip-context.ts";

/** The line of the last turn before a row of the tape that wasn't part of drawing something. */
function lastTurn({ scene }: SlipContext, row: number): number | undefined {
	for (let i = row - 1; i >= 0; i--)
		if (scene.tape.kind[i] === ENTRY.turn || scene.tape.kind[i] === ENTRY.face) return scene.tape.line[i] as number;
	return undefined;
}

/** The figure is right but for the facing that it began with, which something before it left over. */
export const facingLeftOver: Slip = {
	id: "facing-left-over",
	about: ["turn"],
	tries: (look) =>
		look.pairs.flatMap(({ found, wanted }) => {
			if (!found.facing || found.lettering) return [];
			const before = wanted.facing?.before ?? 0;
			const off = turnOff(found.facing.before, before, 360);
			if (off <= 3 * look.angle) return [];
			const sides =
				found.sides.length === wanted.sides.length &&
				found.sides.every((s) => wanted.sides.some((w) => Math.abs(s - w) <= look.size));
			const symmetry = symmetryOf(wanted);
			const rotated =
				symmetry !== 0 &&
				found.kinds[0] === wanted.kinds[0] &&
				turnOff(found.rotation, wanted.rotation, symmetry) > look.angle;
			const swung = look.near(found.start, wanted.start) && !look.near(found.centre, wanted.centre);
			const line = lastTurn(look, found.entries[0] as number);
			const asFaced =
				symmetry !== 0 &&
				turnOff(found.rotation, wanted.rotation + found.facing.before - before, symmetry) <= look.angle;
			if (!sides || !(rotated || swung) || line === undefined || (wanted.facing === null && !asFaced)) return [];
			return [
				{
					...explained(found, ["turn", "place", "size"], [number("facing", before, found.facing.before)], { line }),
					lines: [line, ...found.lines].sort((a, b) => a - b),
				},
			];
		}),
};
