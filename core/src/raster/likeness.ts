import type { Bounds } from "../geometry/points.ts";
import type { Region } from "./region.ts";
import { Rows } from "./rows.ts";

/** Something painted: where, and in which colour. */
export interface Layer {
	readonly region: Region;
	readonly colour: number;
}

/** Cells along the longer side of a window. */
export const CELLS_ACROSS = 160;

const NOTHING = -2;

/** The colour that is seen in each cell of a window, row by row; -2 where nothing is painted. */
export interface Cells {
	readonly width: number;
	readonly height: number;
	readonly colours: Float64Array;
}

/** Paints layers, the first at the bottom, on a grid over a window. */
export function cellsOf(layers: readonly Layer[], window: Bounds, cell: number): Cells {
	const width = Math.max(1, Math.round((window.right - window.left) / cell));
	const height = Math.max(1, Math.round((window.high - window.low) / cell));
	const colours = new Float64Array(width * height).fill(NOTHING);
	const rows = Rows.even(window.low, window.high, height);
	const across = (window.right - window.left) / width;
	for (const { region, colour } of layers) {
		if (region.bounds.high < window.low || region.bounds.low > window.high) continue;
		rows.scan(region, (row, spans) => {
			for (let s = 0; s < spans.length; s += 2) {
				const from = Math.max(0, Math.floor(((spans[s] as number) - window.left) / across + 0.25));
				const to = Math.min(width, Math.ceil(((spans[s + 1] as number) - window.left) / across - 0.25));
				for (let x = from; x < to; x++) colours[row * width + x] = colour;
			}
		});
	}
	return { width, height, colours };
}

/**
 * How much two pictures agree: of the cells that are painted in either, the part that finds its like in the other, in
 * the same cell or one beside it. 1 where both are empty.
 */
export function likenessOf(a: Cells, b: Cells, same: (one: number, other: number) => boolean): number {
	const known = new Map<string, boolean>();
	const alike = (one: number, other: number) => {
		if (one === other) return true;
		const key = `${one} ${other}`;
		let found = known.get(key);
		if (found === undefined) {
			found = same(one, other);
			known.set(key, found);
		}
		return found;
	};
	const [p, q] = [agreeing(a, b, alike), agreeing(b, a, alike)];
	return p.all + q.all === 0 ? 1 : (p.met + q.met) / (p.all + q.all);
}

function agreeing(a: Cells, b: Cells, alike: (one: number, other: number) => boolean): { met: number; all: number } {
	let [met, all] = [0, 0];
	for (let y = 0; y < a.height; y++) {
		for (let x = 0; x < a.width; x++) {
			const colour = a.colours[y * a.width + x] as number;
			if (colour === NOTHING) continue;
			all++;
			if (hasNear(b, x, y, colour, alike)) met++;
		}
	}
	return { met, all };
}

function hasNear(
	{ width, height, colours }: Cells,
	x: number,
	y: number,
	colour: number,
	alike: (one: number, other: number) => boolean,
): boolean {
	for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++) {
		for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
			const other = colours[v * width + u] as number;
			if (other !== NOTHING && alike(colour, other)) return true;
		}
	}
	return false;
}
