import type { Bounds, Point } from "../geometry/points.ts";
import { NearBoxes } from "./near.ts";
import { type Contours, covers, type Region } from "./region.ts";

/** A region in its colour. */
export interface Painted {
	readonly region: Region;
	readonly colour: number;
}

/** Painted regions at a point that are looked at, from the top. */
const TOPMOST = 16;

/**
 * The colour that lies round most of each outline: at each of its points what is on top there is looked up.
 *
 * @param layers all that is painted, in drawing order
 * @param asked for each figure points just outside it, and the numbers of its own layers, which don't count
 * @param paper the colour where nothing is painted
 */
export function coloursAround(
	layers: readonly Painted[],
	asked: readonly { points: readonly Point[]; own: ReadonlySet<number> }[],
	window: Bounds,
	paper: number,
): number[] {
	const near = new NearBoxes(
		layers.map((l) => l.region.bounds),
		window,
	);
	const made = new Map<number, readonly Contours[]>();
	const areasOf = (n: number) => {
		const known = made.get(n);
		if (known) return known;
		const areas = (layers[n] as Painted).region.areas();
		made.set(n, areas);
		return areas;
	};
	const holds = (n: number, x: number, y: number) =>
		(layers[n] as Painted).region.holds?.(x, y) ?? covers(areasOf(n), x, y);
	return asked.map(({ points, own }) => {
		const counts = new Map<number, number>();
		for (const [x, y] of points) {
			if (x < window.left || x > window.right || y < window.low || y > window.high) continue;
			const top = near.topAt(
				x,
				y,
				TOPMOST,
				(n) => !own.has(n) && (layers[n] as Painted).region.opaque && holds(n, x, y),
			);
			const colour = top === undefined ? paper : (layers[top] as Painted).colour;
			counts.set(colour, (counts.get(colour) ?? 0) + 1);
		}
		let [best, most] = [paper, 0];
		for (const [colour, count] of counts) if (count > most) [best, most] = [colour, count];
		return best;
	});
}
