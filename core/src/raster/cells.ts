import type { Bounds } from "../geometry/points.ts";
import type { Region } from "./region.ts";
import { Rows } from "./rows.ts";

/**
 * Cells along the longer side of what is looked at, fewer where there are many regions, and how small a cell may be.
 */
const CELLS = 320;
const FEWEST = 64;
const SMALLEST = 1 / 8;

/** A grid over a window, used when there are too many regions to compare in pairs. */
class Cells {
	readonly box: Bounds;
	readonly cell: number;
	readonly width: number;
	readonly rows: Rows;
	private readonly next: Int32Array;

	constructor(box: Bounds, count: number) {
		const longest = Math.max(box.right - box.left, box.high - box.low, SMALLEST);
		const cells = Math.max(FEWEST, Math.min(CELLS, CELLS * Math.sqrt(500 / count)));
		this.box = box;
		this.cell = Math.max(SMALLEST, longest / cells);
		const rows = Math.max(1, Math.ceil((box.high - box.low) / this.cell));
		this.width = Math.max(1, Math.ceil((box.right - box.left) / this.cell));
		this.rows = Rows.even(box.low, box.high, rows);
		this.next = new Int32Array(rows * (this.width + 2));
		for (let i = 0; i < this.next.length; i++) this.next[i] = i % (this.width + 2);
	}

	/**
	 * Counts the free cells of a row from a up to b, and takes them if asked; path halving keeps it nearly constant a
	 * cell.
	 */
	claim(row: number, a: number, b: number, take: boolean): number {
		const base = row * (this.width + 2);
		const { next } = this;
		const free = (from: number) => {
			let at = from;
			while (next[base + at] !== at) {
				next[base + at] = next[base + (next[base + at] as number)] as number;
				at = next[base + at] as number;
			}
			return at;
		};
		let count = 0;
		for (let cell = free(a); cell < b; cell = free(cell + 1)) {
			count++;
			if (take) next[base + cell] = cell + 1;
		}
		return count;
	}
}

/**
 * Area of each region in the window, and its visible part: regions are visited from top to bottom and each cell is
 * taken once, so the cost is O(regions + cells).
 */
export function seenByCells(
	regions: readonly Region[],
	{ asked, box, window }: { readonly asked: readonly number[]; readonly box: Bounds; readonly window: Bounds },
	tell: (i: number, inside: number, visible: number) => void,
): void {
	const grid = new Cells(box, asked.length);
	const cellAt = (x: number) =>
		Math.max(
			0,
			Math.min(grid.width, Math.round((Math.max(window.left, Math.min(window.right, x)) - grid.box.left) / grid.cell)),
		);
	for (let n = asked.length - 1; n >= 0; n--) {
		const i = asked[n] as number;
		const region = regions[i] as Region;
		let [whole, within, cells, open] = [0, 0, 0, 0];
		grid.rows.scan(region, (row, spans) => {
			const y = grid.rows.ys[row] as number;
			const on = y > window.low && y < window.high;
			for (let s = 0; s < spans.length; s += 2) {
				const [a, b] = [spans[s] as number, spans[s + 1] as number];
				whole += b - a;
				if (!on) continue;
				within += Math.max(0, Math.min(b, window.right) - Math.max(a, window.left));
				const [from, to] = [cellAt(a), cellAt(b)];
				cells += to - from;
				open += grid.claim(row, from, to, region.opaque);
			}
		});
		tell(i, whole > 0 ? within / whole : 1, cells > 0 ? open / cells : 1);
	}
}
