import { distance, type Point } from "./points.ts";

/** Side of a cell; far above any tolerance asked for, so that most look-ups stay in one cell. */
const CELL = 1 / 1024;
const NONE = -1;

/** Finds a point again within a tolerance, in nearly constant time. Of several in one place the last one added is found. */
export class PointIndex {
	private readonly tolerance: number;
	/** First point of each cell of the table; cells share places, the distance tells points apart. */
	private heads = new Int32Array(32).fill(NONE);
	private xs = new Float64Array(16);
	private ys = new Float64Array(16);
	private values = new Int32Array(16);
	/** The next point in the same place of the table. */
	private nexts = new Int32Array(16);
	private count = 0;

	/** @param tolerance distance at which two points are one; below {@link CELL} */
	constructor(tolerance: number) {
		this.tolerance = tolerance;
	}

	add(point: Point, value: number): void {
		if (this.count === this.xs.length) this.grow();
		const n = this.count++;
		this.xs[n] = point[0];
		this.ys[n] = point[1];
		this.values[n] = value;
		this.link(n);
	}

	private link(n: number): void {
		const slot = this.slot(Math.floor((this.xs[n] as number) / CELL), Math.floor((this.ys[n] as number) / CELL));
		this.nexts[n] = this.heads[slot] as number;
		this.heads[slot] = n;
	}

	private slot(i: number, j: number): number {
		return (Math.imul(i | 0, 73_856_093) ^ Math.imul(j | 0, 19_349_663)) & (this.heads.length - 1);
	}

	private grow(): void {
		const wider = (column: Float64Array) => {
			const fresh = new Float64Array(column.length * 2);
			fresh.set(column);
			return fresh;
		};
		[this.xs, this.ys] = [wider(this.xs), wider(this.ys)];
		const values = new Int32Array(this.values.length * 2);
		values.set(this.values);
		this.values = values;
		this.nexts = new Int32Array(values.length);
		this.heads = new Int32Array(values.length * 2).fill(NONE);
		for (let n = 0; n < this.count; n++) if (this.values[n] !== NONE) this.link(n);
	}

	find(point: Point): number | undefined {
		const found = this.row(point);
		return found === NONE ? undefined : this.values[found];
	}

	private row([x, y]: Point): number {
		const { tolerance } = this;
		const [left, right] = [Math.floor((x - tolerance) / CELL), Math.floor((x + tolerance) / CELL)];
		const [low, high] = [Math.floor((y - tolerance) / CELL), Math.floor((y + tolerance) / CELL)];
		for (let i = left; i <= right; i++) {
			for (let j = low; j <= high; j++) {
				for (let n = this.heads[this.slot(i, j)] as number; n !== NONE; n = this.nexts[n] as number) {
					if (this.values[n] !== NONE && distance(this.xs[n] as number, this.ys[n] as number, x, y) <= tolerance) return n;
				}
			}
		}
		return NONE;
	}

	/** Forgets what was added last for a point. */
	remove(point: Point): void {
		const found = this.row(point);
		if (found !== NONE) this.values[found] = NONE;
	}
}
