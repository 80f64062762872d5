/** Points from one edge to the next, and how many have them. */
export interface PointBin {
	readonly from: number;
	readonly to: number;
	readonly count: number;
}

/** Widths of bins that people read easily. */
const WIDTHS = [0.5, 1, 2, 5, 10, 20, 50, 100];
const MAX_BINS = 12;

/** Points in bins from 0 to the points possible. An upper edge belongs to the next bin; full points to the last one. */
export function pointBins(points: readonly number[], possible: number): PointBin[] {
	const width = WIDTHS.find((w) => possible / w <= MAX_BINS) ?? Math.ceil(possible / MAX_BINS);
	const last = Math.max(1, Math.ceil(possible / width - 1e-9)) - 1;
	const counts = new Array<number>(last + 1).fill(0);
	for (const earned of points) {
		const at = Math.max(0, Math.min(last, Math.floor(earned / width + 1e-9)));
		counts[at] = (counts[at] ?? 0) + 1;
	}
	return counts.map((count, i) => ({ from: i * width, to: (i + 1) * width, count }));
}
