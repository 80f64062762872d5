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

/** Rows of cells at the most, and cells a sheet unit. */
const MOST = 512;
const FINE = 4;

/** Where a horizontal line cuts a region: starts and ends in turn, sorted, not overlapping. */
function spansAt(region: Region, y: number): number[] {
	const spans: [number, number][] = [];
	for (const points of region.outlines) {
		const cuts: [x: number, way: number][] = [];
		for (let i = 0, n = points.length; i < n; i++) {
			const [ax, ay] = points[i] as Point;
			const [bx, by] = points[(i + 1) % n] as Point;
			if (ay <= y === by <= y) continue;
			cuts.push([ax + ((y - ay) / (by - ay)) * (bx - ax), by > ay ? 1 : -1]);
		}
		cuts.sort((p, q) => p[0] - q[0]);
		let winding = 0;
		for (let i = 0; i < cuts.length; i++) {
			const [x, way] = cuts[i] as [number, number];
			if (winding === 0) spans.push([x, x]);
			winding += way;
			if (winding === 0) (spans.at(-1) as [number, number])[1] = x;
		}
	}
	spans.sort((p, q) => p[0] - q[0]);
	const merged: number[] = [];
	for (const [a, b] of spans) {
		if (merged.length > 0 && a <= (merged.at(-1) as number)) merged[merged.length - 1] = Math.max(merged.at(-1) as number, b);
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

	constructor(cells: number) {
		this.next = Int32Array.from({ length: cells + 1 }, (_, i) => i);
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

/**
 * How much of each region lies in the window, and how much of that is still seen under the regions after it. Rows are
 * gone through from the top region down, and each cell is taken once, so that the cost grows with regions and cells,
 * not with their product.
 *
 * @param regions in drawing order
 */
export function seen(regions: readonly Region[], window: Bounds): Seen[] {
	const whole = new Float64Array(regions.length);
	const inside = new Float64Array(regions.length);
	const cells = new Float64Array(regions.length);
	const open = new Float64Array(regions.length);
	const result = regions.map(() => ({ inside: 0, visible: 1 }));
	if (regions.length === 0) return result;
	// A sheet's height beyond the window on either side is looked at: further out only "off" matters.
	const tall = window.high - window.low;
	let [bottom, top] = [window.low, window.high];
	for (const { bounds } of regions) {
		bottom = Math.max(window.low - tall, Math.min(bottom, bounds.low));
		top = Math.min(window.high + tall, Math.max(top, bounds.high));
	}
	const rows = Math.max(1, Math.min(MOST, Math.ceil((top - bottom) * FINE)));
	const step = (top - bottom) / rows;
	const perUnit = Math.min(FINE, 2048 / (window.right - window.left));
	const width = Math.ceil((window.right - window.left) * perUnit);
	for (let r = 0; r < rows; r++) {
		const y = bottom + (r + 0.5) * step;
		const on = y > window.low && y < window.high;
		const row = on ? new Row(width) : undefined;
		for (let i = regions.length - 1; i >= 0; i--) {
			const region = regions[i] as Region;
			if (y < region.bounds.low || y > region.bounds.high) continue;
			const spans = spansAt(region, y);
			const [all, within] = lengthOf(spans, window.left, window.right);
			whole[i] = (whole[i] as number) + all;
			if (!row) continue;
			inside[i] = (inside[i] as number) + within;
			for (let s = 0; s < spans.length; s += 2) {
				const a = Math.max(0, Math.min(width, Math.round(((spans[s] as number) - window.left) * perUnit)));
				const b = Math.max(0, Math.min(width, Math.round(((spans[s + 1] as number) - window.left) * perUnit)));
				cells[i] = (cells[i] as number) + (b - a);
				open[i] = (open[i] as number) + row.claim(a, b, region.opaque);
			}
		}
	}
	return regions.map((region, i) => {
		const { left, right, low: l, high: h } = region.bounds;
		const outside = right < window.left || left > window.right || h < window.low || l > window.high;
		const share = outside ? 0 : (whole[i] as number) > 0 ? (inside[i] as number) / (whole[i] as number) : 1;
		return { inside: share, visible: (cells[i] as number) > 0 ? (open[i] as number) / (cells[i] as number) : 1 };
	});
}
