import { PointIndex } from "../geometry/point-index.ts";
import { distance, distanceToSegment, type Point, signedArea } from "../geometry/points.ts";
import type { Outline } from "./outline.ts";
import type { Tolerance } from "./tolerance.ts";

/** Distance at which walked points are one point: far above rounding errors, far below what anyone draws. */
const SAME = 1e-6;

/**
 * Cuts one stroke of walked pieces into closed outlines and what is left over. Where a stroke comes back to a point of
 * its own, the loop is a figure; what led up to it is a stray piece; a loop gone round again is overdrawing.
 */
export class StrokeCutter {
	readonly outlines: Outline[] = [];
	private readonly tolerance: Tolerance;
	private points: Point[] = [];
	private entries: number[] = [];
	private lengths: number[] = [0];
	private index = new PointIndex(SAME * 4);
	/** Place in `outlines` of the loop closed last in this stroke. */
	private lastLoop: number | undefined;

	constructor(start: Point, tolerance: Tolerance) {
		this.tolerance = tolerance;
		this.restart(start);
	}

	private restart(start: Point): void {
		this.points = [start];
		this.entries = [];
		this.lengths = [0];
		this.index = new PointIndex(SAME * 4);
		this.index.add(start, 0);
	}

	/** Adds the next piece of the stroke. */
	add(to: Point, entry: number): void {
		const from = this.points.at(-1) as Point;
		const length = distance(from[0], from[1], to[0], to[1]);
		if (length <= SAME) return;
		this.points.push(to);
		this.entries.push(entry);
		this.lengths.push((this.lengths.at(-1) as number) + length);
		const at = this.index.find(to);
		if (at === undefined) {
			if (!this.nearStart(to) && !this.landsInFirst(to)) this.index.add(to, this.points.length - 1);
			return;
		}
		if (this.points.length - 1 - at >= 3 && this.hasArea(at)) this.close(at, 0);
		else if (this.points.length - 1 - at === 2) this.wentBack(at);
	}

	/** Ends the stroke: what is left is closed if its ends nearly meet, else open. */
	finish(): void {
		if (this.entries.length === 0) return;
		const [a, b] = [this.points[0] as Point, this.points.at(-1) as Point];
		const gap = distance(a[0], a[1], b[0], b[1]);
		const whole = this.lengths.at(-1) as number;
		if (this.lastLoop !== undefined && this.retraces(this.lastLoop)) {
			const loop = this.outlines[this.lastLoop] as Outline;
			this.outlines[this.lastLoop] = { ...loop, overdrawn: loop.overdrawn + whole / this.loopLength(loop), entries: [...loop.entries, ...this.entries] };
		} else if (this.entries.length >= 3 && gap <= this.tolerance.gap * whole && gap <= 0.45 * this.shortestEnd() && this.hasArea(0)) {
			this.outlines.push({ points: this.points.slice(0, -1), entries: this.entries, closed: true, gap, overdrawn: 0 });
		} else this.outlines.push({ points: this.points, entries: this.entries, closed: false, gap: 0, overdrawn: 0, ...(this.lastLoop !== undefined && { stray: true as const }) });
	}

	private shortestEnd(): number {
		const n = this.lengths.length;
		return Math.min(this.lengths[1] as number, (this.lengths[n - 1] as number) - (this.lengths[n - 2] as number));
	}

	private hasArea(from: number): boolean {
		const loop = this.points.slice(from);
		const length = (this.lengths.at(-1) as number) - (this.lengths[from] as number);
		return Math.abs(signedArea(loop)) > 1e-6 * length * length;
	}

	/** Closes with a small gap where the stroke comes back near its start, as rounded numbers make it. */
	private nearStart(p: Point): boolean {
		if (this.entries.length < 3) return false;
		const start = this.points[0] as Point;
		const gap = distance(p[0], p[1], start[0], start[1]);
		if (gap > this.tolerance.gap * (this.lengths.at(-1) as number) || gap > 0.3 * this.shortestEnd() || !this.hasArea(0)) return false;
		const before = this.points.at(-2) as Point;
		if (distance(before[0], before[1], start[0], start[1]) <= gap) return false;
		this.close(0, gap);
		return true;
	}

	/** A stroke that ends inside its first piece: the piece is parted there. */
	private landsInFirst(p: Point): boolean {
		if (this.entries.length < 4) return false;
		const [a, b] = [this.points[0] as Point, this.points[1] as Point];
		if (distanceToSegment(p[0], p[1], a[0], a[1], b[0], b[1]) > SAME * 4) return false;
		const entry = this.entries[0] as number;
		this.outlines.push({ points: [a, p], entries: [entry], closed: false, gap: 0, overdrawn: 0, stray: true });
		this.points[0] = p;
		this.close(0, 0);
		return true;
	}

	private close(at: number, gap: number): void {
		const end = this.points.at(-1) as Point;
		if (at > 0) this.outlines.push({ points: this.points.slice(0, at + 1), entries: this.entries.slice(0, at), closed: false, gap: 0, overdrawn: 0, stray: true });
		const loop: Outline = { points: this.points.slice(at, -1), entries: this.entries.slice(at), closed: true, gap, overdrawn: 0 };
		const before = this.lastLoop === undefined || at > 0 ? undefined : (this.outlines[this.lastLoop] as Outline);
		if (before && this.sameLoop(before, loop)) {
			this.outlines[this.lastLoop as number] = { ...before, overdrawn: before.overdrawn + 1, entries: [...before.entries, ...loop.entries] };
		} else {
			this.lastLoop = this.outlines.length;
			this.outlines.push(loop);
		}
		this.restart(end);
	}

	/** A piece gone back over at once is one line, gone over twice. */
	private wentBack(at: number): void {
		const [from, tip] = [this.points[at] as Point, this.points[at + 1] as Point];
		const rows = this.entries.slice(at);
		this.outlines.push({ points: [from, tip], entries: rows, closed: false, gap: 0, overdrawn: 1 });
		this.index.remove(tip);
		this.points.length = at + 1;
		this.entries.length = at;
		this.lengths.length = at + 1;
	}

	private loopLength(loop: Outline): number {
		let sum = 0;
		loop.points.forEach((p, i) => {
			const q = loop.points[(i + 1) % loop.points.length] as Point;
			sum += distance(p[0], p[1], q[0], q[1]);
		});
		return sum;
	}

	private sameLoop(one: Outline, other: Outline): boolean {
		if (one.points.length !== other.points.length) return false;
		return one.points.every((p, i) => {
			const q = other.points[i] as Point;
			return distance(p[0], p[1], q[0], q[1]) <= Math.max(SAME * 4, one.gap + other.gap);
		});
	}

	/** Whether what is left only runs along the loop before it, point for point. */
	private retraces(index: number): boolean {
		const { points } = this.outlines[index] as Outline;
		if (this.points.length > points.length) return false;
		return this.points.every((p, i) => {
			const q = points[i] as Point;
			if (distance(p[0], p[1], q[0], q[1]) <= SAME * 4) return true;
			const r = points[(i + points.length - 1) % points.length] as Point;
			return i === this.points.length - 1 && distanceToSegment(p[0], p[1], r[0], r[1], q[0], q[1]) <= SAME * 4;
		});
	}
}
