import type { Bounds } from "../geometry/points.ts";
import { apart, common } from "./region.ts";

const ACROSS = 32;
/** A box over more cells than this is kept apart and looked at each time. */
const LARGE = 64;
/** Boxes of one cell that are looked at for one that holds a point. */
const SCANNED = 200;

const NONE: readonly number[] = Object.freeze([]);

/** Finds which of some boxes meet another, without trying each. */
export class NearBoxes {
	private readonly boxes: readonly Bounds[];
	private readonly window: Bounds;
	/** The boxes of each cell, row by row; nothing if there is none. */
	private readonly cells: (number[] | undefined)[] = new Array(ACROSS * ACROSS);
	private readonly large: number[] = [];

	/** @param window where they are looked for; boxes outside it are never found */
	constructor(boxes: readonly Bounds[], window: Bounds) {
		this.boxes = boxes;
		this.window = window;
		boxes.forEach((box, i) => {
			if (apart(box, window)) return;
			const cells = this.cellsOf(box);
			if (cells.length > LARGE) this.large.push(i);
			else {
				for (const cell of cells) {
					const own = this.cells[cell];
					if (own) own.push(i);
					else this.cells[cell] = [i];
				}
			}
		});
	}

	private cellsOf(box: Bounds): number[] {
		const { left, right, low, high } = this.window;
		const inside = common(box, this.window);
		const column = (x: number) => Math.max(0, Math.min(ACROSS - 1, Math.floor(((x - left) / (right - left)) * ACROSS)));
		const row = (y: number) => Math.max(0, Math.min(ACROSS - 1, Math.floor(((y - low) / (high - low)) * ACROSS)));
		const found: number[] = [];
		for (let c = column(inside.left); c <= column(inside.right); c++)
			for (let r = row(inside.low); r <= row(inside.high); r++) found.push(r * ACROSS + c);
		return found;
	}

	/**
	 * The boxes that hold a point, the last one first, until one is taken; no more than `most` are offered, and no more
	 * than {@link SCANNED} looked at.
	 */
	topAt(x: number, y: number, most: number, take: (box: number) => boolean): number | undefined {
		const { left, right, low, high } = this.window;
		if (x < left || x > right || y < low || y > high) return undefined;
		const [column, row] = [
			Math.floor(((x - left) / (right - left)) * ACROSS),
			Math.floor(((y - low) / (high - low)) * ACROSS),
		];
		const own = this.cells[Math.min(ACROSS - 1, row) * ACROSS + Math.min(ACROSS - 1, column)] ?? NONE;
		const { large } = this;
		let [i, j, offered] = [own.length - 1, large.length - 1, 0];
		for (let scanned = 0; (i >= 0 || j >= 0) && offered < most && scanned < SCANNED; scanned++) {
			const n =
				j < 0 || (i >= 0 && (own[i] as number) > (large[j] as number)) ? (own[i--] as number) : (large[j--] as number);
			const box = this.boxes[n] as Bounds;
			if (x < box.left || x > box.right || y < box.low || y > box.high) continue;
			offered++;
			if (take(n)) return n;
		}
		return undefined;
	}

	/** The numbers of the boxes that meet one, growing; at most `most` of them. */
	meeting(box: Bounds, most: number): number[] {
		if (apart(box, this.window)) return [];
		const found = new Set<number>();
		const look = (numbers: readonly number[]) => {
			for (const n of numbers) {
				if (found.size >= most) return;
				if (!apart(this.boxes[n] as Bounds, box)) found.add(n);
			}
		};
		look(this.large);
		for (const cell of this.cellsOf(box)) look(this.cells[cell] ?? NONE);
		return [...found].sort((a, b) => a - b);
	}
}
