import { distance, type Point } from "./points.ts";

/** Side of a cell; far above any tolerance asked for, so that most look-ups stay in one cell. */
const CELL = 1 / 1024;
const NONE = -1;
const FEW = 16;
/** Points from which the table grows fourfold: linking all of them again costs more than its room. */
const MANY = 1_024;
const NO_NEXTS = new Int32Array(0);

/** The place of a cell in a table of a power of two places. */
function slotOf(i: number, j: number, places: number): number {
	return (Math.imul(i | 0, 73_856_093) ^ Math.imul(j | 0, 19_349_663)) & (places - 1);
}

/**
 * Finds a point again within a tolerance, in nearly constant time. Of several in one place the last one added is
 * found.
 */
export class PointIndex {
	private readonly tolerance: number;
	private readonly cell: number;
	/** First point of each cell of the table; cells share places, the distance tells points apart. */
	private heads: Int32Array | undefined;
	private xs: number[] | Float64Array = [];
	private ys: number[] | Float64Array = [];
	private values: number[] | Int32Array = [];
	/** The next point in the same place of the table. */
	private nexts = NO_NEXTS;
	private count = 0;

	/**
	 * @param tolerance distance at which two points are one; below the side of a cell
	 * @param cell side of a cell of the table
	 */
	constructor(tolerance: number, cell = CELL) {
		this.tolerance = tolerance;
		this.cell = cell;
	}

	add(point: Point, value: number): void {
		// Few points are found faster by trying each than by a table that must be made first.
		if (this.heads ? this.count === this.xs.length : this.count === FEW) this.grow();
		const n = this.count++;
		this.xs[n] = point[0];
		this.ys[n] = point[1];
		this.values[n] = value;
		if (this.heads) this.link(n, this.heads);
	}

	private link(n: number, heads: Int32Array): void {
		const { cell } = this;
		const slot = slotOf(
			Math.floor((this.xs[n] as number) / cell),
			Math.floor((this.ys[n] as number) / cell),
			heads.length,
		);
		this.nexts[n] = heads[slot] as number;
		heads[slot] = n;
	}

	private grow(): void {
		const room = this.count * (this.count < MANY ? 2 : 4);
		const wider = (column: ArrayLike<number>) => {
			const fresh = new Float64Array(room);
			fresh.set(column);
			return fresh;
		};
		[this.xs, this.ys] = [wider(this.xs), wider(this.ys)];
		const values = new Int32Array(room);
		values.set(this.values);
		this.values = values;
		this.nexts = new Int32Array(room);
		this.heads = new Int32Array(room * 2).fill(NONE);
		for (let n = 0; n < this.count; n++) if (this.values[n] !== NONE) this.link(n, this.heads);
	}

	find(point: Point): number | undefined {
		const found = this.row(point);
		return found === NONE ? undefined : this.values[found];
	}

	private row([x, y]: Point): number {
		const { tolerance, heads, cell } = this;
		if (!heads) {
			for (let n = this.count - 1; n >= 0; n--) if (this.isAt(n, x, y)) return n;
			return NONE;
		}
		const left = Math.floor((x - tolerance) / cell);
		const right = Math.floor((x + tolerance) / cell);
		const low = Math.floor((y - tolerance) / cell);
		const high = Math.floor((y + tolerance) / cell);
		if (left === right && low === high) {
			for (let n = heads[slotOf(left, low, heads.length)] as number; n !== NONE; n = this.nexts[n] as number)
				if (this.isAt(n, x, y)) return n;
			return NONE;
		}
		for (let i = left; i <= right; i++) {
			for (let j = low; j <= high; j++) {
				for (let n = heads[slotOf(i, j, heads.length)] as number; n !== NONE; n = this.nexts[n] as number)
					if (this.isAt(n, x, y)) return n;
			}
		}
		return NONE;
	}

	private isAt(n: number, x: number, y: number): boolean {
		return this.values[n] !== NONE && distance(this.xs[n] as number, this.ys[n] as number, x, y) <= this.tolerance;
	}

	/** Forgets what was added last for a point. */
	remove(point: Point): void {
		const found = this.row(point);
		if (found !== NONE) this.values[found] = NONE;
	}
}
