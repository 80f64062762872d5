import { distance, type Point } from "./points.ts";

/** Side of a cell; far above any tolerance asked for, so that most look-ups stay in one cell. */
const CELL = 1 / 1024;
const STRIDE = 0x4000000;

/** Finds a point again within a tolerance, in nearly constant time. Of several in one place the last one added is found. */
export class PointIndex {
	private readonly cells = new Map<number, { point: Point; value: number }[]>();
	private readonly tolerance: number;

	/** @param tolerance distance at which two points are one; below {@link CELL} */
	constructor(tolerance: number) {
		this.tolerance = tolerance;
	}

	add(point: Point, value: number): void {
		const key = keyOf(Math.floor(point[0] / CELL), Math.floor(point[1] / CELL));
		const cell = this.cells.get(key);
		if (cell) cell.push({ point, value });
		else this.cells.set(key, [{ point, value }]);
	}

	find(point: Point): number | undefined {
		const [x, y] = point;
		const { tolerance } = this;
		const [left, right] = [Math.floor((x - tolerance) / CELL), Math.floor((x + tolerance) / CELL)];
		const [low, high] = [Math.floor((y - tolerance) / CELL), Math.floor((y + tolerance) / CELL)];
		for (let i = left; i <= right; i++) {
			for (let j = low; j <= high; j++) {
				const found = this.cells.get(keyOf(i, j))?.findLast(({ point: p }) => distance(p[0], p[1], x, y) <= tolerance);
				if (found) return found.value;
			}
		}
		return undefined;
	}

	/** Forgets what was added for a point. */
	remove(point: Point): void {
		this.cells.delete(keyOf(Math.floor(point[0] / CELL), Math.floor(point[1] / CELL)));
	}
}

/** Two cells far apart may share a number: the distance tells them apart. */
function keyOf(i: number, j: number): number {
	return i * STRIDE + j;
}
