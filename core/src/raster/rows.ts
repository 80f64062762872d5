import type { Point } from "../geometry/points.ts";
import type { Contours, Region } from "./region.ts";

type Cut = { x: number; way: number };

/** Level lines through a band of the sheet, each standing for a strip of it; outlines are cut by them. */
export class Rows {
	/** Heights of the lines, growing. */
	readonly ys: readonly number[];
	/** Thickness of the strip around each sample. */
	readonly thick: readonly number[];
	private readonly cuts: Cut[][];

	constructor(ys: readonly number[], thick: readonly number[]) {
		this.ys = ys;
		this.thick = thick;
		this.cuts = ys.map(() => []);
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
		const spans: number[][] = Array.from({ length: last - first + 1 }, () => []);
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

	/** Notes where an outline cuts the lines; returns the lines it touches. */
	private cut(points: readonly Point[], first: number, last: number): [from: number, to: number] {
		let [from, to] = [last + 1, first - 1];
		let [ax, ay] = points[points.length - 1] as Point;
		for (const [bx, by] of points) {
			if (ay !== by) {
				const [low, high] = ay < by ? [ay, by] : [by, ay];
				const slope = (bx - ax) / (by - ay);
				const way = by > ay ? 1 : -1;
				for (let row = Math.max(first, this.first(low)); row <= last; row++) {
					const y = this.ys[row] as number;
					if (y >= high) break;
					(this.cuts[row] as Cut[]).push({ x: ax + (y - ay) * slope, way });
					if (row < from) from = row;
					if (row > to) to = row;
				}
			}
			[ax, ay] = [bx, by];
		}
		return [from, to];
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
export function together(spans: readonly number[]): number[] {
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
