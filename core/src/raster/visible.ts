import type { Bounds, Point } from "../geometry/points.ts";

/** The inked area of a figure: outlines that are filled by the non-zero rule and taken together. */
export interface Region {
	readonly outlines: readonly (readonly Point[])[];
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

/** Cells along the longer side of what is looked at, and how small and large a cell may be in sheet units. */
const CELLS = 320;
const SMALLEST = 1 / 8;
const LARGEST = 2;

/** Below this many regions each is set against each other to see which overlap. */
const FEW = 300;

/** An outline laid out flat, with the rows that it can touch. */
interface Flat {
	readonly xs: Float64Array;
	readonly ys: Float64Array;
	readonly low: number;
	readonly high: number;
}

function flat(points: readonly Point[]): Flat {
	const xs = Float64Array.from(points, (p) => p[0]);
	const ys = Float64Array.from(points, (p) => p[1]);
	let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
	for (const y of ys) {
		if (y < low) low = y;
		if (y > high) high = y;
	}
	return { xs, ys, low, high };
}

/** Where a horizontal line cuts outlines taken together: starts and ends in turn, sorted, not overlapping. */
function spansAt(outlines: readonly Flat[], y: number): number[] {
	const spans: [number, number][] = [];
	for (const { xs, ys, low, high } of outlines) {
		if (y < low || y >= high) continue;
		const cuts: { x: number; way: number }[] = [];
		const n = xs.length;
		let ay = ys[n - 1] as number;
		for (let i = 0, before = n - 1; i < n; before = i++) {
			const by = ys[i] as number;
			if (ay <= y !== by <= y) {
				const ax = xs[before] as number;
				cuts.push({ x: ax + ((y - ay) / (by - ay)) * ((xs[i] as number) - ax), way: by > ay ? 1 : -1 });
			}
			ay = by;
		}
		cuts.sort((p, q) => p.x - q.x);
		let winding = 0;
		for (const { x, way } of cuts) {
			if (winding === 0) spans.push([x, x]);
			winding += way;
			if (winding === 0) (spans[spans.length - 1] as [number, number])[1] = x;
		}
	}
	if (spans.length > 1) spans.sort((p, q) => p[0] - q[0]);
	const merged: number[] = [];
	for (const [a, b] of spans) {
		const last = merged.length - 1;
		if (last > 0 && a <= (merged[last] as number)) merged[last] = Math.max(merged[last] as number, b);
		else merged.push(a, b);
	}
	return merged;
}

function lengthOf(spans: readonly number[], left: number, right: number): [whole: number, within: number] {
	let whole = 0;
	let within = 0;
	for (let i = 0; i < spans.length; i += 2) {
		const [a, b] = [spans[i] as number, spans[i + 1] as number];
		whole += b - a;
		within += Math.max(0, Math.min(b, right) - Math.max(a, left));
	}
	return [whole, within];
}

/** Which cells of one row are taken; finds the next free one in nearly constant time by path halving. */
class Row {
	private readonly next: Int32Array;
	private readonly fresh: Int32Array;

	constructor(cells: number) {
		this.fresh = new Int32Array(cells + 2);
		for (let i = 0; i < cells + 2; i++) this.fresh[i] = i;
		this.next = this.fresh.slice();
	}

	clear(): void {
		this.next.set(this.fresh);
	}

	private free(cell: number): number {
		const { next } = this;
		let at = cell;
		while (next[at] !== at) {
			next[at] = next[next[at] as number] as number;
			at = next[at] as number;
		}
		return at;
	}

	/** Counts the free cells from a up to b, and takes them if asked. */
	claim(a: number, b: number, take: boolean): number {
		let count = 0;
		for (let cell = this.free(a); cell < b; cell = this.free(cell + 1)) {
			count++;
			if (take) this.next[cell] = cell + 1;
		}
		return count;
	}
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

/**
 * How much of each region lies in the window, and how much of that is still seen under the regions after it. Rows are
 * gone through from the top region down, and each cell is taken once, so that the cost grows with regions and cells,
 * not with their product.
 *
 * @param regions in drawing order
 */
export function seen(regions: readonly Region[], window: Bounds): Seen[] {
	const result: Seen[] = regions.map(({ bounds }) => ({ inside: apart(bounds, window) ? 0 : 1, visible: 1 }));
	const asked = contested(regions, window);
	if (asked.length === 0) return result;
	// A sheet's size beyond the window on every side is looked at: further out only "off" matters.
	const [wide, tall] = [window.right - window.left, window.high - window.low];
	let box: Bounds = (regions[asked[0] as number] as Region).bounds;
	for (const i of asked) {
		const b = (regions[i] as Region).bounds;
		box = { left: Math.min(box.left, b.left), right: Math.max(box.right, b.right), low: Math.min(box.low, b.low), high: Math.max(box.high, b.high) };
	}
	box = { left: Math.max(box.left, window.left - wide), right: Math.min(box.right, window.right + wide), low: Math.max(box.low, window.low - tall), high: Math.min(box.high, window.high + tall) };
	const cell = Math.max(SMALLEST, Math.min(LARGEST, Math.max(box.right - box.left, box.high - box.low) / CELLS));
	const rows = Math.max(1, Math.ceil((box.high - box.low) / cell));
	const width = Math.max(1, Math.ceil((box.right - box.left) / cell));
	const step = (box.high - box.low) / rows;
	const [whole, inside, cells, open] = [0, 1, 2, 3].map(() => new Float64Array(regions.length)) as [Float64Array, Float64Array, Float64Array, Float64Array];
	const outlines = asked.map((i) => (regions[i] as Region).outlines.map(flat));
	const row = new Row(width);
	const cellAt = (x: number) => Math.round((Math.max(window.left, Math.min(window.right, x)) - box.left) / cell);
	for (let r = 0; r < rows; r++) {
		const y = box.low + (r + 0.5) * step;
		const on = y > window.low && y < window.high;
		row.clear();
		for (let n = asked.length - 1; n >= 0; n--) {
			const i = asked[n] as number;
			const region = regions[i] as Region;
			if (y < region.bounds.low || y > region.bounds.high) continue;
			const spans = spansAt(outlines[n] as Flat[], y);
			const [all, within] = lengthOf(spans, window.left, window.right);
			whole[i] = (whole[i] as number) + all;
			if (!on) continue;
			inside[i] = (inside[i] as number) + within;
			for (let s = 0; s < spans.length; s += 2) {
				const a = Math.max(0, Math.min(width, cellAt(spans[s] as number)));
				const b = Math.max(0, Math.min(width, cellAt(spans[s + 1] as number)));
				cells[i] = (cells[i] as number) + (b - a);
				open[i] = (open[i] as number) + row.claim(a, b, region.opaque);
			}
		}
	}
	for (const i of asked) {
		const share = (whole[i] as number) > 0 ? (inside[i] as number) / (whole[i] as number) : (result[i] as Seen).inside;
		result[i] = { inside: share, visible: (cells[i] as number) > 0 ? (open[i] as number) / (cells[i] as number) : 1 };
	}
	return result;
}
