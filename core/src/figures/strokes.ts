import { type Arc, arcArea, arcLength } from "../geometry/arc.ts";
import { PointIndex } from "../geometry/point-index.ts";
import { type Bounds, boundsOf, distance, distanceToSegment, type Point, signedArea } from "../geometry/points.ts";
import { directionDeg } from "../geometry/trig.ts";
import { corners, type Outline } from "./outline.ts";
import type { Tolerance } from "./tolerance.ts";

/** Distance at which walked points are one point: far above rounding errors, far below what anyone draws. */
const SAME = 1e-6;

/**
 * From this number of pieces on, loops are recognised by bounding boxes, because a repeated loop rarely closes in the
 * same point.
 */
const ROUND = 20;
/** How far rounded lengths make a stroke miss a corner of its own, at most, in sheet units. */
const MISSES = 1.5;
/** Pieces of a stroke after which only its exact corners count: a scribble comes near everything. */
const MANY = 2_000;
/** The part of the sides that meet at a corner by which it is missed at most. */
const OF_SIDE = 0.06;
/** Pieces shorter than this can't miss by anything that counts. */
const SHORT = 5;

/** Rows that a figure keeps; those of more rounds over the same line are left out. */
const MAX_ROWS = 2_000;

/**
 * Degrees that a smooth loop turns by at a corner, at most; one that turns more crosses itself on purpose, as a star
 * does.
 */
const SMOOTH = 20;

/** Whether points lie on a round loop, within a thirtieth of its radius. */
function goesAlong(points: readonly Point[], loop: Outline): boolean {
	const { left, right, low, high } = boundsOf(loop.points) as Bounds;
	const [x, y, r] = [(left + right) / 2, (low + high) / 2, (right - left) / 2];
	if (Math.abs(right - left - (high - low)) > r / 15) return false;
	return points.every(([px, py]) => Math.abs(distance(px, py, x, y) - r) <= r / 30);
}

/** How many times a loop of many pieces goes round before it closes: its turns in all over 360. */
function roundsOf(points: readonly Point[]): number {
	if (points.length < ROUND) return 1;
	let sum = 0;
	for (let i = 0; i < points.length; i++) {
		const [ax, ay] = points[i] as Point;
		const [bx, by] = points[(i + 1) % points.length] as Point;
		const [cx, cy] = points[(i + 2) % points.length] as Point;
		const [ux, uy, vx, vy] = [bx - ax, by - ay, cx - bx, cy - by];
		const turn = directionDeg(ux * vx + uy * vy, ux * vy - uy * vx);
		sum += turn > 180 ? turn - 360 : turn;
	}
	const rounds = Math.round(Math.abs(sum) / 360);
	return rounds * 360 <= SMOOTH * points.length ? Math.max(1, rounds) : 1;
}

/** Whether two loops of many pieces lie in one place: one box, within a hundredth of its size. */
function alike(one: Outline, other: Outline): boolean {
	const [a, b] = [boundsOf(one.points) as Bounds, boundsOf(other.points) as Bounds];
	const near = Math.max(one.gap + other.gap, 0.01 * Math.max(a.right - a.left, a.high - a.low));
	return (["left", "right", "low", "high"] as const).every((side) => Math.abs(a[side] - b[side]) <= near);
}

/**
 * Splits one walked stroke into closed outlines and the rest. If a stroke returns to one of its points, the loop is a
 * figure, the part before it is a separate piece, and a repeated loop is overdrawing.
 */
export class StrokeCutter {
	readonly outlines: Outline[] = [];
	private readonly tolerance: Tolerance;
	private pieces = 0;
	private points: Point[] = [];
	private entries: number[] = [];
	private arcs: (Arc | undefined)[] = [];
	private bent = false;
	private readonly up: 1 | -1;
	private lengths: number[] = [0];
	private index = new PointIndex(SAME * 4);
	/** The corners that long pieces begin at, found again from nearby; made when there is one. */
	private corners: PointIndex | undefined;
	/** Place in `outlines` of the loop closed last in this stroke. */
	private lastLoop: number | undefined;

	/** @param up 1 where y grows upwards, else -1 */
	constructor(start: Point, tolerance: Tolerance, up: 1 | -1) {
		this.tolerance = tolerance;
		this.up = up;
		this.restart(start);
	}

	private restart(start: Point): void {
		this.points = [start];
		this.entries = [];
		this.arcs = [];
		this.bent = false;
		this.lengths = [0];
		this.index = new PointIndex(SAME * 4);
		this.corners = undefined;
		this.index.add(start, 0);
	}

	/** Adds the next piece of the stroke, straight or along an arc of a circle. */
	add(to: Point, entry: number, arc?: Arc): void {
		const from = this.points[this.points.length - 1] as Point;
		const length = arc ? arcLength(arc) : distance(from[0], from[1], to[0], to[1]);
		if (length <= SAME) return;
		this.pieces++;
		if (arc && Math.abs(arc.sweep) >= 360 - 1e-9) return this.round(arc, entry);
		this.points.push(to);
		this.entries.push(entry);
		if (arc && !this.bent) {
			// The pieces before it were straight.
			this.arcs = this.entries.slice(1).map(() => undefined);
			this.bent = true;
		}
		if (this.bent) this.arcs.push(arc);
		this.lengths.push((this.lengths[this.lengths.length - 1] as number) + length);
		const at = this.index.find(to);
		if (at === undefined) {
			if (this.nearStart(to) || this.landsInFirst(to) || this.nearCorner(to, length)) return;
			this.index.add(to, this.points.length - 1);
			if (length >= SHORT && this.pieces <= MANY) {
				this.corners ??= new PointIndex(MISSES, 2 * MISSES);
				this.corners.add(from, this.points.length - 2);
			}
			return;
		}
		if (this.points.length - 1 - at >= (this.bent ? 2 : 3) && this.hasArea(at)) this.close(at, 0);
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
			this.outlines[this.lastLoop] = {
				...loop,
				overdrawn: loop.overdrawn + (whole * roundsOf(loop.points)) / this.loopLength(loop),
				entries: [...loop.entries, ...this.entries],
			};
		} else if (
			this.entries.length >= 3 &&
			gap <= this.tolerance.gap * whole &&
			gap <= 0.45 * this.shortestEnd() &&
			gap <= 0.3 * this.shortestSide() &&
			this.hasArea(0)
		) {
			this.outlines.push({
				points: this.points.slice(0, -1),
				entries: this.entries,
				closed: true,
				gap,
				overdrawn: 0,
				...this.bends(0),
			});
		} else
			this.outlines.push({
				points: this.points,
				entries: this.entries,
				closed: false,
				gap: 0,
				overdrawn: 0,
				...this.bends(0),
				...(this.lastLoop !== undefined && { stray: true as const }),
			});
	}

	/** A piece that goes round a whole circle is a figure of its own; the stroke goes on from where it was. */
	private round(arc: Arc, entry: number): void {
		const turns = Math.abs(arc.sweep) / 360;
		this.lastLoop = this.outlines.length;
		this.outlines.push({
			points: [this.points.at(-1) as Point],
			entries: [entry],
			arcs: [arc],
			closed: true,
			gap: 0,
			overdrawn: Math.max(0, turns - 1),
		});
	}

	/** The bent pieces from a point on, where there are any. */
	private bends(from: number, to = this.entries.length): { arcs?: readonly (Arc | undefined)[] } {
		return this.bent ? { arcs: this.arcs.slice(from, to) } : {};
	}

	private shortestEnd(): number {
		const n = this.lengths.length;
		return Math.min(this.lengths[1] as number, (this.lengths[n - 1] as number) - (this.lengths[n - 2] as number));
	}

	/** The shortest of the stroke's sides; of a round one, none counts. */
	private shortestSide(): number {
		if (this.entries.length >= ROUND || this.bent) return Number.POSITIVE_INFINITY;
		const sides = corners(this.points, false);
		return Math.min(
			...sides.slice(1).map((p, i) => distance(p[0], p[1], (sides[i] as Point)[0], (sides[i] as Point)[1])),
		);
	}

	private hasArea(from: number): boolean {
		const loop = this.points.slice(from);
		const length = (this.lengths.at(-1) as number) - (this.lengths[from] as number);
		let area = signedArea(loop);
		if (this.bent) for (const arc of this.arcs.slice(from)) if (arc) area += this.up * arcArea(arc);
		return Math.abs(area) > 1e-6 * length * length;
	}

	/** Closes with a small gap where the stroke comes back near its start, as rounded numbers make it. */
	private nearStart(p: Point): boolean {
		if (this.entries.length < 3) return false;
		const start = this.points[0] as Point;
		const gap = distance(p[0], p[1], start[0], start[1]);
		if (
			gap > this.tolerance.gap * (this.lengths.at(-1) as number) ||
			gap > 0.3 * this.shortestEnd() ||
			!this.hasArea(0)
		)
			return false;
		const before = this.points.at(-2) as Point;
		if (distance(before[0], before[1], start[0], start[1]) <= gap) return false;
		this.close(0, gap);
		return true;
	}

	/** Closes where the stroke comes back near any corner of its own, as rounded numbers make it. */
	private nearCorner(p: Point, length: number): boolean {
		if (length < SHORT || this.pieces > MANY || !this.corners || this.entries.length < 3) return false;
		const at = this.corners.find(p);
		const corner = at === undefined ? undefined : this.points[at];
		const pieces = this.points.length - 1 - (at ?? 0);
		// A round line that doesn't come back to its own point goes on round.
		if (at === undefined || !corner || pieces < 3 || pieces >= ROUND) return false;
		const gap = distance(p[0], p[1], corner[0], corner[1]);
		const next = (this.lengths[at + 1] as number) - (this.lengths[at] as number);
		const round = (this.lengths.at(-1) as number) - (this.lengths[at] as number);
		if (gap > Math.min(MISSES, this.tolerance.gap * round, OF_SIDE * Math.min(next, length)) || !this.hasArea(at))
			return false;
		const before = this.points.at(-2) as Point;
		if (distance(before[0], before[1], corner[0], corner[1]) <= gap) return false;
		this.close(at, gap);
		return true;
	}

	/** A stroke that ends inside its first piece, or nearly: the piece is parted there. */
	private landsInFirst(p: Point): boolean {
		if (this.entries.length < 4 || (this.bent && this.arcs[0])) return false;
		const [a, b] = [this.points[0] as Point, this.points[1] as Point];
		const off = distanceToSegment(p[0], p[1], a[0], a[1], b[0], b[1]);
		if (off > SAME * 4) {
			if (this.entries.length >= ROUND) return false;
			const [lead, rest] = [distance(p[0], p[1], a[0], a[1]), distance(p[0], p[1], b[0], b[1])];
			const [whole, n] = [(this.lengths.at(-1) as number) - lead, this.lengths.length];
			const last = whole + lead - (this.lengths[n - 2] as number);
			// Nearly: by no more than a corner is missed, and well inside the piece.
			if (off > Math.min(MISSES, this.tolerance.gap * whole, OF_SIDE * Math.min(lead, rest, last)) || !this.hasArea(0))
				return false;
		}
		const entry = this.entries[0] as number;
		this.outlines.push({ points: [a, p], entries: [entry], closed: false, gap: 0, overdrawn: 0, stray: true });
		this.points[0] = p;
		this.close(0, off > SAME * 4 ? off : 0);
		return true;
	}

	private close(at: number, gap: number): void {
		const end = this.points.at(-1) as Point;
		if (at > 0)
			this.outlines.push({
				points: this.points.slice(0, at + 1),
				entries: this.entries.slice(0, at),
				closed: false,
				gap: 0,
				overdrawn: 0,
				stray: true,
				...this.bends(0, at),
			});
		const points = this.points.slice(at, -1);
		const rounds = roundsOf(points);
		const loop: Outline = {
			points,
			entries: this.entries.slice(at),
			closed: true,
			gap,
			overdrawn: rounds - 1,
			...this.bends(at),
		};
		const before = this.lastLoop === undefined || at > 0 ? undefined : (this.outlines[this.lastLoop] as Outline);
		if (before && this.sameLoop(before, loop)) {
			this.outlines[this.lastLoop as number] = {
				...before,
				overdrawn: before.overdrawn + rounds,
				entries: before.entries.length < MAX_ROWS ? [...before.entries, ...loop.entries] : before.entries,
			};
		} else {
			this.lastLoop = this.outlines.length;
			this.outlines.push(loop);
		}
		this.restart(end);
	}

	/** A piece that is retraced at once is one line, drawn twice. */
	private wentBack(at: number): void {
		const [from, tip] = [this.points[at] as Point, this.points[at + 1] as Point];
		const rows = this.entries.slice(at);
		this.outlines.push({
			points: [from, tip],
			entries: rows,
			closed: false,
			gap: 0,
			overdrawn: 1,
			...this.bends(at, at + 1),
		});
		this.index.remove(tip);
		this.points.length = at + 1;
		this.entries.length = at;
		if (this.bent) this.arcs.length = at;
		this.lengths.length = at + 1;
	}

	private loopLength(loop: Outline): number {
		let sum = 0;
		loop.points.forEach((p, i) => {
			const arc = loop.arcs?.[i];
			if (arc) {
				sum += arcLength(arc);
				return;
			}
			const q = loop.points[(i + 1) % loop.points.length] as Point;
			sum += distance(p[0], p[1], q[0], q[1]);
		});
		return sum;
	}

	private sameLoop(one: Outline, other: Outline): boolean {
		if (one.points.length >= ROUND && other.points.length >= ROUND && !one.arcs && !other.arcs)
			return alike(one, other);
		if (one.points.length !== other.points.length || (one.arcs === undefined) !== (other.arcs === undefined))
			return false;
		return one.points.every((p, i) => {
			const q = other.points[i] as Point;
			return distance(p[0], p[1], q[0], q[1]) <= Math.max(SAME * 4, one.gap + other.gap);
		});
	}

	/** Whether what is left only runs along the loop before it, point for point. */
	private retraces(index: number): boolean {
		const loop = this.outlines[index] as Outline;
		const { points, arcs } = loop;
		if (arcs || this.bent) return false;
		if (points.length >= ROUND) return goesAlong(this.points, loop);
		if (this.points.length > points.length) return false;
		return this.points.every((p, i) => {
			const q = points[i] as Point;
			if (distance(p[0], p[1], q[0], q[1]) <= SAME * 4) return true;
			const r = points[(i + points.length - 1) % points.length] as Point;
			return i === this.points.length - 1 && distanceToSegment(p[0], p[1], r[0], r[1], q[0], q[1]) <= SAME * 4;
		});
	}
}
