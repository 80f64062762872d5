import type { Figure } from "../../figures/figure.ts";

/** The turns that were written while a figure was walked; those of a figure that goes round often only once. */
export function turnsOf(figure: Figure): readonly number[] {
	const { turns, sides, overdrawn } = figure;
	return overdrawn > 0.02 || turns.length > sides.length ? turns.slice(0, sides.length) : turns;
}

/** The turns that walk a figure: those that the model makes, or what its corners leave to the straight line. */
export function turnsWanted({ turns, angles, sides, overdrawn, oval, star }: Figure): readonly number[] {
	if (oval || star) return [];
	if (turns.length > 0 && turns.length <= sides.length + 1 && overdrawn < 0.02) return turns;
	return angles.map((a) => 180 - a);
}
