import type { Point } from "../geometry/points.ts";
import type { Contours, Region } from "./region.ts";

/** Level lines through a band of the sheet, each standing for a strip of it; outlines are cut by them. */
export class Rows {
	/** Heights of the lines, growing. */
	readonly ys: readonly number[];
	/** Thickness of the strip around each sample. */
	readonly thick: readonly number[];
	/** Of each line where outlines cut it and which way they go there, in turn; only the first `filled` hold. */
	private readonly cuts: number[][];
	private readonly filled: Int32Array;

	constructor(ys: readonly number[], thick: readonly number[]) {
		this.ys = ys;
		this.thick = thick;
		this.cuts = ys.map(() => []);
		this.filled = new Int32Array(ys.length);
	}

	/** Lines at even distances. */
	static even(low: number, high: number, count: number): Rows {
		const step = (high - low) / count;
		const ys = Array.from({ length: count }, (_, i) => low + (i + 0.5) * step);
		return new Rows(
			ys,
			ys.map(() => step),
		);
	}

	/**
	 * Lines between all heights at which some outlines have corners, so that an area of straight sides is summed
	 * exactly; no strip is thicker than `thickest`.
	 */
	static between(low: number, high: number, corners: readonly number[], thickest: number): Rows {
		const stops = [low, ...corners.filter((y) => y > low && y < high), high].sort((a, b) => a - b);
		const [ys, thick]: [number[], number[]] = [[], []];
		for (let i = 1; i < stops.length; i++) {
			const [from, to] = [stops[i - 1] as number, stops[i] as number];
			if (to - from < 1e-9) continue;
			const parts = Math.max(1, Math.ceil((to - from) / thickest));
			for (let k = 0; k < parts; k++) {
				ys.push(from + ((k + 0.5) * (to - from)) / parts);
				thick.push((to - from) / parts);
			}
		}
		return new Rows(ys, thick);
	}

	/** The first line at or above a height. */
	private first(y: number): number {
		let [from, to] = [0, this.ys.length];
		while (from < to) {
			const middle = (from + to) >> 1;
			if ((this.ys[middle] as number) < y) from = middle + 1;
			else to = middle;
		}
		return from;
	}

	/** Calls back for each line that meets a region with the spans inside it: starts and ends in turn. */
	scan(region: Region, each: (row: number, spans: readonly number[]) => void): void {
		this.scanAreas(region.areas(), region.bounds.low, region.bounds.high, each);
	}

	/** The same for areas that lie between two heights. */
	scanAreas(
		areas: readonly Contours[],
		low: number,
		high: number,
		each: (row: number, spans: readonly number[]) => void,
	): void {
		const first = this.first(low);
		const last = Math.min(this.ys.length, this.first(high) + 1) - 1;
		if (last < first) return;
		const spans: (number[] | undefined)[] = new Array(last - first + 1);
		for (const contours of areas) {
			let [from, to] = [last + 1, first - 1];
			for (const points of contours) {
				const [a, b] = this.cut(points, first, last);
				[from, to] = [Math.min(from, a), Math.max(to, b)];
			}
			for (let row = from; row <= to; row++) {
				if (this.filled[row] === 0) continue;
				spans[row - first] ??= [];
				this.takeSpans(row, spans[row - first] as number[]);
			}
		}
		for (let row = first; row <= last; row++) {
			const own = spans[row - first];
			if (own && own.length > 0) each(row, areas.length > 1 && own.length > 2 ? together(own) : own);
		}
	}

	/** Notes where an outline cuts the lines; returns the lines it touches. */
	private cut(points: readonly Point[], first: number, last: number): [from: number, to: number] {
		const { ys, cuts, filled } = this;
		let [from, to] = [last + 1, first - 1];
		const end = points[points.length - 1] as Point;
		let [ax, ay] = [end[0], end[1]];
		// The first line at or above the point before: an outline goes on where its last side ended.
		let at = this.first(ay);
		for (const point of points) {
			const [bx, by] = [point[0], point[1]];
			if (ay !== by) {
				let next = at;
				if (by > ay) while (next < ys.length && (ys[next] as number) < by) next++;
				else while (next > 0 && (ys[next - 1] as number) >= by) next--;
				const slope = (bx - ax) / (by - ay);
				const way = by > ay ? 1 : -1;
				const [low, high] = [Math.max(first, Math.min(at, next)), Math.min(last, Math.max(at, next) - 1)];
				for (let row = low; row <= high; row++) {
					const own = cuts[row] as number[];
					const count = filled[row] as number;
					own[count] = ax + ((ys[row] as number) - ay) * slope;
					own[count + 1] = way;
					filled[row] = count + 2;
				}
				if (low <= high) [from, to] = [Math.min(from, low), Math.max(to, high)];
				at = next;
			}
			[ax, ay] = [bx, by];
		}
		return [from, to];
	}

	/** Adds a line's spans inside an outline, by the non-zero rule, and empties its cuts. */
	private takeSpans(row: number, spans: number[]): void {
		const [cuts, count] = [this.cuts[row] as number[], this.filled[row] as number];
		this.filled[row] = 0;
		sortPairs(cuts, count);
		const before = spans.length;
		let winding = 0;
		for (let i = 0; i < count; i += 2) {
			if (winding === 0) spans.push(cuts[i] as number);
			winding += cuts[i + 1] as number;
			if (winding === 0) spans.push(cuts[i] as number);
		}
		if ((spans.length - before) % 2 === 1) spans.pop();
	}
}

/** Pairs of numbers up to which they are sorted in place: most outlines cut a line twice. */
const FEW_PAIRS = 32;

/** Sorts the pairs in the first `count` numbers of a list by their first number; equal ones keep their order. */
function sortPairs(numbers: number[], count: number): void {
	if (count > 2 * FEW_PAIRS) {
		const order = Array.from({ length: count / 2 }, (_, i): [number, number] => [
			numbers[2 * i] as number,
			numbers[2 * i + 1] as number,
		]);
		order.sort((p, q) => p[0] - q[0]);
		order.forEach(([first, second], i) => {
			numbers[2 * i] = first;
			numbers[2 * i + 1] = second;
		});
		return;
	}
	for (let i = 2; i < count; i += 2) {
		const [first, second] = [numbers[i] as number, numbers[i + 1] as number];
		let k = i - 2;
		for (; k >= 0 && (numbers[k] as number) > first; k -= 2) {
			numbers[k + 2] = numbers[k] as number;
			numbers[k + 3] = numbers[k + 1] as number;
		}
		numbers[k + 2] = first;
		numbers[k + 3] = second;
	}
}

/** Spans taken together, sorted and without overlaps. */
export function together(spans: readonly number[]): number[] {
	const pairs = spans.slice();
	sortPairs(pairs, pairs.length);
	const merged: number[] = [];
	for (let i = 0; i < pairs.length; i += 2) {
		const [a, b] = [pairs[i] as number, pairs[i + 1] as number];
		const last = merged.length - 1;
		if (last > 0 && a <= (merged[last] as number)) merged[last] = Math.max(merged[last] as number, b);
		else merged.push(a, b);
	}
	return merged;
}

/** What is left of spans when others are taken away; both sorted and without overlaps. */
export function without(spans: readonly number[], away: readonly number[]): number[] {
	const left: number[] = [];
	let k = 0;
	for (let i = 0; i < spans.length; i += 2) {
		let a = spans[i] as number;
		const b = spans[i + 1] as number;
		while (k > 0 && (away[k - 1] as number) > a) k -= 2;
		for (; k < away.length && (away[k] as number) < b; k += 2) {
			const [c, d] = [away[k] as number, away[k + 1] as number];
			if (d <= a) continue;
			if (c > a) left.push(a, c);
			a = Math.max(a, d);
			if (a >= b) break;
		}
		if (a < b) left.push(a, b);
	}
	return left;
}
