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

/** The colour that is seen in each cell of a window, row by row; -2 if nothing is painted. */
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

/** Cells beside one that an edge may lie off by. */
const EDGE = 2;

/** How two pictures are compared. */
export interface Comparing {
	/** Whether two colours count as one. */
	readonly same: (one: number, other: number) => boolean;
	/** What the two lie on, where that counts. */
	readonly papers?: readonly [number, number] | undefined;
}

/**
 * How much two pictures agree, 0 to 1: the smaller of two shares. The one is of what is painted in either, the part
 * that finds its like in the other, in the same cell or one beside it; where the papers differ, all that is painted in
 * neither disagrees. The other is of the edges in either, the part that has an edge nearby in the other, so that a
 * square isn't a disc. 1 where both are empty.
 */
export function likenessOf(a: Cells, b: Cells, { same, papers }: Comparing): number {
	const known = new Map<string, boolean>();
	const alike = (one: number, other: number) => {
		if (one === other) return true;
		if (one === NOTHING || other === NOTHING) return false;
		const key = `${one} ${other}`;
		let found = known.get(key);
		if (found === undefined) {
			found = same(one, other);
			known.set(key, found);
		}
		return found;
	};
	const [p, q] = [agreeing(a, b, alike, papers?.[1]), agreeing(b, a, alike, papers?.[0])];
	const bare = papers && !alike(papers[0], papers[1]) ? 2 * bareIn(a, b) : 0;
	const all = p.all + q.all + bare;
	if (all === 0) return 1;
	return Math.min((p.met + q.met) / all, edgesAgree(edgesOf(a, alike), edgesOf(b, alike), a));
}

/** Cells that are painted in neither. */
function bareIn(a: Cells, b: Cells): number {
	let bare = 0;
	for (let i = 0; i < a.colours.length; i++) if (a.colours[i] === NOTHING && b.colours[i] === NOTHING) bare++;
	return bare;
}

/** 1 for each cell that differs from the one to its right or below it. */
function edgesOf({ width, height, colours }: Cells, alike: (one: number, other: number) => boolean): Uint8Array {
	const edges = new Uint8Array(width * height);
	for (let y = 0; y < height; y++) {
		const last = (y + 1) * width - 1;
		const below = y + 1 < height ? width : 0;
		for (let i = y * width; i <= last; i++) {
			const own = colours[i] as number;
			// Most cells are of one colour with those beside them.
			const right = i < last ? (colours[i + 1] as number) : own;
			const under = colours[i + below] as number;
			if ((right !== own && !alike(own, right)) || (under !== own && !alike(own, under))) edges[i] = 1;
		}
	}
	return edges;
}

/** Of the edges in either, the part that has one nearby in the other; 1 if there are none. */
function edgesAgree(a: Uint8Array, b: Uint8Array, { width, height }: Cells): number {
	let [met, all] = [0, 0];
	for (const [own, other] of [
		[a, b],
		[b, a],
	] as const) {
		for (let y = 0; y < height; y++) {
			for (let x = 0; x < width; x++) {
				if (own[y * width + x] === 0) continue;
				all++;
				if (isMarkedNear(other, x, y, { width, height })) met++;
			}
		}
	}
	return all === 0 ? 1 : met / all;
}

function isMarkedNear(
	marks: Uint8Array,
	x: number,
	y: number,
	{ width, height }: Pick<Cells, "width" | "height">,
): boolean {
	for (let v = Math.max(0, y - EDGE); v <= Math.min(height - 1, y + EDGE); v++)
		for (let u = Math.max(0, x - EDGE); u <= Math.min(width - 1, x + EDGE); u++)
			if (marks[v * width + u] === 1) return true;
	return false;
}

/** Cells painted in one picture, and those of them that are the same in the other, or in one beside. */
function agreeing(
	a: Cells,
	b: Cells,
	alike: (one: number, other: number) => boolean,
	paper: number = NOTHING,
): { met: number; all: number } {
	let [met, all] = [0, 0];
	for (let y = 0; y < a.height; y++) {
		for (let x = 0; x < a.width; x++) {
			const colour = a.colours[y * a.width + x] as number;
			if (colour === NOTHING) continue;
			all++;
			const bare = b.colours[y * b.width + x] === NOTHING;
			if (hasNear(b, x, y, { colour, alike }) || (bare && alike(colour, paper))) met++;
		}
	}
	return { met, all };
}

function hasNear(
	{ width, height, colours }: Cells,
	x: number,
	y: number,
	{ colour, alike }: { readonly colour: number; readonly alike: (one: number, other: number) => boolean },
): boolean {
	for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++) {
		for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
			const other = colours[v * width + u] as number;
			if (other !== NOTHING && alike(colour, other)) return true;
		}
	}
	return false;
}
