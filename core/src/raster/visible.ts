import type { Bounds, Point } from "../geometry/points.ts";

/** Closed outlines that are filled together by the non-zero rule. */
export type Contours = readonly (readonly Point[])[];

/** The inked area of a figure: areas taken together. They are made only while they are scanned. */
export interface Region {
	readonly areas: () => readonly Contours[];
	readonly bounds: Bounds;
	/** Whether it hides what lies under it. */
	readonly opaque: boolean;
}

export interface Seen {
	/** Share of the region's area inside the window. */
	readonly inside: number;
	/** Share of the part inside that no later opaque region covers; 1 where nothing is inside. */
	readonly visible: number;
}

/** Cells along the longer side of what is looked at, fewer where there are many regions, and how small and large a cell may be. */
const CELLS = 320;
const FEWEST = 64;
const SMALLEST = 1 / 8;

/** Below this many regions each is set against each other to see which overlap. */
const FEW = 300;

type Cut = { x: number; way: number };

/** The rows of a grid over a window: where outlines cut their middles, and which cells are taken. */
class Grid {
	readonly box: Bounds;
	readonly cell: number;
	readonly rows: number;
	readonly width: number;
	private readonly step: number;
	private readonly next: Int32Array;
	private readonly cuts: Cut[][];

	constructor(box: Bounds, count: number) {
		const longest = Math.max(box.right - box.left, box.high - box.low, SMALLEST);
		const cells = Math.max(FEWEST, Math.min(CELLS, CELLS * Math.sqrt(500 / count)));
		this.box = box;
		this.cell = Math.max(SMALLEST, longest / cells);
		this.rows = Math.max(1, Math.ceil((box.high - box.low) / this.cell));
		this.width = Math.max(1, Math.ceil((box.right - box.left) / this.cell));
		this.step = (box.high - box.low) / this.rows;
		this.next = new Int32Array(this.rows * (this.width + 2));
		for (let i = 0; i < this.next.length; i++) this.next[i] = i % (this.width + 2);
		this.cuts = Array.from({ length: this.rows }, () => []);
	}

	/** Height of a row's middle. */
	middle(row: number): number {
		return this.box.low + (row + 0.5) * this.step;
	}

	/** Calls back for each row with the spans in which it lies inside a region: starts and ends in turn. */
	scan(region: Region, each: (row: number, spans: readonly number[]) => void): void {
		const first = Math.max(0, Math.floor((region.bounds.low - this.box.low) / this.step - 0.5));
		const last = Math.min(this.rows - 1, Math.ceil((region.bounds.high - this.box.low) / this.step));
		const spans: number[][] = Array.from({ length: Math.max(0, last - first + 1) }, () => []);
		const areas = region.areas();
		for (const contours of areas) {
			let [from, to] = [last + 1, first - 1];
			for (const points of contours) {
				const [a, b] = this.cut(points, first, last);
				[from, to] = [Math.min(from, a), Math.max(to, b)];
			}
			for (let row = from; row <= to; row++) inside(this.cuts[row] as Cut[], spans[row - first] as number[]);
		}
		for (let row = first; row <= last; row++) {
			const own = spans[row - first] as number[];
			if (own.length > 0) each(row, areas.length > 1 && own.length > 2 ? together(own) : own);
		}
	}

	/** Notes where an outline cuts the rows; returns the rows it touches. */
	private cut(points: readonly Point[], first: number, last: number): [from: number, to: number] {
		let [from, to] = [last + 1, first - 1];
		let [ax, ay] = points[points.length - 1] as Point;
		for (const [bx, by] of points) {
			if (ay !== by) {
				const [low, high] = ay < by ? [ay, by] : [by, ay];
				const start = Math.max(first, Math.ceil((low - this.box.low) / this.step - 0.5));
				const slope = (bx - ax) / (by - ay);
				const way = by > ay ? 1 : -1;
				for (let row = start; row <= last; row++) {
					const y = this.middle(row);
					if (y >= high) break;
					if (y < low) continue;
					(this.cuts[row] as Cut[]).push({ x: ax + (y - ay) * slope, way });
					if (row < from) from = row;
					if (row > to) to = row;
				}
			}
			[ax, ay] = [bx, by];
		}
		return [from, to];
	}

	/** Counts the free cells of a row from a up to b, and takes them if asked; path halving keeps it nearly constant a cell. */
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

/** Adds the spans inside an outline, by the non-zero rule, and empties the cuts. */
function inside(cuts: Cut[], spans: number[]): void {
	if (cuts.length > 1) cuts.sort((p, q) => p.x - q.x);
	let winding = 0;
	for (const { x, way } of cuts) {
		if (winding === 0) spans.push(x);
		winding += way;
		if (winding === 0) spans.push(x);
	}
	if (spans.length % 2 === 1) spans.pop();
	cuts.length = 0;
}

/** Spans taken together, sorted and without overlaps. */
function together(spans: readonly number[]): number[] {
	const pairs: [number, number][] = [];
	for (let i = 0; i < spans.length; i += 2) pairs.push([spans[i] as number, spans[i + 1] as number]);
	pairs.sort((p, q) => p[0] - q[0]);
	const merged: number[] = [];
	for (const [a, b] of pairs) {
		const last = merged.length - 1;
		if (last > 0 && a <= (merged[last] as number)) merged[last] = Math.max(merged[last] as number, b);
		else merged.push(a, b);
	}
	return merged;
}

const apart = (a: Bounds, b: Bounds) => a.right <= b.left || a.left >= b.right || a.high <= b.low || a.low >= b.high;
const holds = (outer: Bounds, inner: Bounds) => inner.left >= outer.left && inner.right <= outer.right && inner.low >= outer.low && inner.high <= outer.high;

/** Regions that overlap another or stick out of the window; the rest are whole and seen. */
function contested(regions: readonly Region[], window: Bounds): number[] {
	const all = regions.map((_, i) => i).filter((i) => !apart((regions[i] as Region).bounds, window));
	if (all.length > FEW) return all;
	return all.filter((i) => {
		const { bounds } = regions[i] as Region;
		return !holds(window, bounds) || all.some((j) => j !== i && !apart(bounds, (regions[j] as Region).bounds));
	});
}

/** The box round the contested regions; a sheet's size beyond the window on every side is looked at, no more. */
function boxOf(regions: readonly Region[], asked: readonly number[], window: Bounds): Bounds {
	const [wide, tall] = [window.right - window.left, window.high - window.low];
	let box: Bounds = (regions[asked[0] as number] as Region).bounds;
	for (const i of asked) {
		const b = (regions[i] as Region).bounds;
		box = { left: Math.min(box.left, b.left), right: Math.max(box.right, b.right), low: Math.min(box.low, b.low), high: Math.max(box.high, b.high) };
	}
	return {
		left: Math.max(box.left, window.left - wide),
		right: Math.min(box.right, window.right + wide),
		low: Math.max(box.low, window.low - tall),
		high: Math.min(box.high, window.high + tall),
	};
}

/**
 * How much of each region lies in the window, and how much of that is still seen under the regions after it. Regions
 * are gone through from the top down, and each cell is taken once, so that the cost grows with regions and cells, not
 * with their product.
 *
 * @param regions in drawing order
 */
export function seen(regions: readonly Region[], window: Bounds): Seen[] {
	const result: Seen[] = regions.map(({ bounds }) => ({ inside: apart(bounds, window) ? 0 : 1, visible: 1 }));
	const asked = contested(regions, window);
	if (asked.length === 0) return result;
	const grid = new Grid(boxOf(regions, asked, window), asked.length);
	const cellAt = (x: number) => Math.max(0, Math.min(grid.width, Math.round((Math.max(window.left, Math.min(window.right, x)) - grid.box.left) / grid.cell)));
	for (let n = asked.length - 1; n >= 0; n--) {
		const i = asked[n] as number;
		const region = regions[i] as Region;
		let [whole, within, cells, open] = [0, 0, 0, 0];
		grid.scan(region, (row, spans) => {
			const y = grid.middle(row);
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
		result[i] = { inside: whole > 0 ? within / whole : (result[i] as Seen).inside, visible: cells > 0 ? open / cells : 1 };
	}
	return result;
}
