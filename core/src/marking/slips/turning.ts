import type { Figure } from "../../figures/figure.ts";
import { distance, type Point } from "../../geometry/points.ts";
import { cosDeg, sinDeg } from "../../geometry/trig.ts";
import { type Explanation, explained, number } from "./slip.ts";
import type { SlipContext } from "./slip-context.ts";

/** The turns that were written while a figure was walked; those of a figure that goes round often only once. */
export function turnsOf(figure: Figure): readonly number[] {
	const { turns, sides, overdrawn } = figure;
	if (closedByArea(figure)) return turns.slice(0, sides.length - 2);
	return overdrawn > 0.02 || turns.length > sides.length ? turns.slice(0, sides.length) : turns;
}

/**
 * An area closes what the pen left open: its last side was walked by nobody, and what was turned after it is no
 * corner.
 */
export function closedByArea({ closed, turns, sides, overdrawn, facing }: Figure): boolean {
	const round = Math.abs(Math.abs(turns.slice(0, sides.length).reduce((a, b) => a + b, 0)) - 360) < 1;
	return (
		closed &&
		facing !== null &&
		overdrawn <= 0.02 &&
		turns.length >= sides.length - 2 &&
		turns.length <= sides.length &&
		sides.length > 3 &&
		!round
	);
}

/** The turns that walk a figure: those that the model makes, or what its corners leave to the straight line. */
export function turnsWanted({ turns, angles, sides, overdrawn, closed, oval, star }: Figure): readonly number[] {
	if (oval || star) return [];
	if (turns.length > 0 && turns.length <= sides.length + 1 && overdrawn < 0.02) {
		// The last one isn't needed to draw it; a routine that draws sides makes it.
		const sum = turns.reduce((a, b) => a + b, 0);
		return closed && turns.length === sides.length - 1 ? [...turns, Math.sign(sum) * 360 - sum] : turns;
	}
	return angles.map((a) => 180 - a);
}

/** How far from its start a walk along these sides with these turns between them ends. */
function endOf(sides: readonly number[], turns: readonly number[]): number {
	let [[x, y], facing]: [Point, number] = [[0, 0], 0];
	for (let i = 0; i <= turns.length && i < sides.length; i++) {
		const side = sides[i] as number;
		[x, y] = [x + side * cosDeg(facing), y + side * sinDeg(facing)];
		facing += turns[i] ?? 0;
	}
	return distance(0, 0, x, y);
}

/** Figures beyond the wanted ones that are looked at: who draws more has scribbled. */
const MAX_LOOKED = 60;

/**
 * Walked figures that nothing was wanted for by name, and that would close if all turns of one size had been others:
 * the wanted one is known by that.
 */
export function closedByOther(
	look: SlipContext,
	others: (turn: number, all: readonly number[]) => readonly number[],
): Explanation[] {
	return look.extra.slice(0, MAX_LOOKED).flatMap((found) => {
		const turns = turnsOf(found);
		const sides = found.sides.slice(0, turns.length + 1);
		if (
			found.oval ||
			turns.length < 2 ||
			turns.length > 60 ||
			(found.closed && !closedByArea(found)) ||
			endOf(sides, turns) <= look.size
		)
			return [];
		for (const turn of new Set(turns)) {
			const other = others(turn, turns).find(
				(o) =>
					endOf(
						sides,
						turns.map((t) => (t === turn ? o : t)),
					) <= look.size,
			);
			if (other !== undefined)
				return [
					explained(
						found,
						["shape", "place", "turn"],
						[number("turn", other, turn), number("ends from its start", endOf(sides, turns), endOf(sides, turns))],
					),
				];
		}
		return [];
	});
}
