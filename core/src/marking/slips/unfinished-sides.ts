import { distance } from "../../geometry/points.ts";
import { ENTRY } from "../../tape/layout.ts";
import { coordinate, type Tape } from "../../tape/tape.ts";

/** Sides whose rest was walked straight on with the pen up: the row of the rest, and its length. */
export function unfinished(tape: Tape): { readonly row: number; readonly length: number }[] {
	const found: { row: number; length: number }[] = [];
	let last = -1;
	for (let i = 0; i < tape.length; i++) {
		const kind = tape.kind[i];
		if (kind === ENTRY.segment) last = i;
		else if (kind === ENTRY.travel && last >= 0) {
			const at = (row: number, k: number) => coordinate(tape, row, k);
			const [ux, uy] = [at(last, 2) - at(last, 0), at(last, 3) - at(last, 1)];
			const [vx, vy] = [at(i, 2) - at(i, 0), at(i, 3) - at(i, 1)];
			const joined = distance(at(last, 2), at(last, 3), at(i, 0), at(i, 1)) < 1e-6;
			const straight = Math.abs(ux * vy - uy * vx) < 1e-6 * (1 + Math.abs(ux * vx + uy * vy)) && ux * vx + uy * vy > 0;
			if (joined && straight) found.push({ row: i, length: distance(0, 0, vx, vy) });
			last = -1;
		} else if (kind !== ENTRY.pen) last = -1;
	}
	return found;
}
