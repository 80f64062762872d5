import { ENTRY, sheetBounds } from "./layout.ts";
import { coordinate, type Tape } from "./tape.ts";

/** Rows between a figure's first and last that are visited for its turns, for each row that drew it. */
const MAX_ROWS = 40;

/** The pen between two rows. */
export interface PenState {
	readonly x: number;
	readonly y: number;
	/** 0 up to 360. */
	readonly facing: number;
	readonly down: boolean;
}

/** What the pen did beside drawing: where it was and faced before each row, and how it was turned. */
export class PenTrack {
	private readonly tape: Tape;
	private facings: Float64Array | undefined;
	private states: { readonly xs: Float64Array; readonly ys: Float64Array; readonly downs: Uint8Array } | undefined;

	constructor(tape: Tape) {
		this.tape = tape;
	}

	/** The facing before a row, 0 up to 360; not a number inside a picture. A row beyond the last asks for the end. */
	facing(row: number): number {
		this.facings ??= this.follow();
		return this.facings[row] as number;
	}

	/** The pen before a row of the main drawing; a row beyond the last asks for the end. */
	state(row: number): PenState {
		this.states ??= this.places();
		const { xs, ys, downs } = this.states;
		return { x: xs[row] as number, y: ys[row] as number, facing: this.facing(row), down: downs[row] === 1 };
	}

	private places(): { readonly xs: Float64Array; readonly ys: Float64Array; readonly downs: Uint8Array } {
		const { tape } = this;
		const { left, right, low, high } = sheetBounds(tape.sheet);
		const [xs, ys, downs] = [
			new Float64Array(tape.length + 1),
			new Float64Array(tape.length + 1),
			new Uint8Array(tape.length + 1),
		];
		let [x, y, down, pictures] = [(left + right) / 2, (low + high) / 2, 1, 0];
		for (let i = 0; i < tape.length; i++) {
			const kind = tape.kind[i];
			[xs[i], ys[i], downs[i]] = [x, y, down];
			if (kind === ENTRY.pictureBegin) pictures++;
			else if (kind === ENTRY.pictureEnd) pictures--;
			if (pictures > 0) continue;
			if (kind === ENTRY.pen) down = coordinate(tape, i, 0);
			else if (kind === ENTRY.segment || kind === ENTRY.travel || kind === ENTRY.curve || kind === ENTRY.curvedTravel)
				[x, y] = [coordinate(tape, i, 2), coordinate(tape, i, 3)];
		}
		[xs[tape.length], ys[tape.length], downs[tape.length]] = [x, y, down];
		return { xs, ys, downs };
	}

	private follow(): Float64Array {
		const { tape } = this;
		const facings = new Float64Array(tape.length + 1);
		let [facing, pictures] = [0, 0];
		for (let i = 0; i < tape.length; i++) {
			const kind = tape.kind[i];
			facings[i] = pictures > 0 ? Number.NaN : facing;
			if (kind === ENTRY.pictureBegin) pictures++;
			else if (kind === ENTRY.pictureEnd) pictures--;
			if (pictures > 0) continue;
			if (kind === ENTRY.turn) facing += coordinate(tape, i, 0);
			else if (kind === ENTRY.face) facing = coordinate(tape, i, 0);
			else if (kind === ENTRY.curve || kind === ENTRY.curvedTravel) facing += coordinate(tape, i, 8);
			else continue;
			facing = ((facing % 360) + 360) % 360;
		}
		facings[tape.length] = facing;
		return facings;
	}

	/** The turns between some rows, in order, and those right after the last of them. */
	turns(rows: readonly number[]): number[] {
		const { tape } = this;
		const [first, last] = [rows[0] as number, rows.at(-1) as number];
		if (last - first > MAX_ROWS * rows.length) return [];
		const turns: number[] = [];
		for (let i = first; i < tape.length; i++) {
			const kind = tape.kind[i];
			if (kind === ENTRY.turn) turns.push(coordinate(tape, i, 0));
			else if (i > last && kind !== ENTRY.callEnd && kind !== ENTRY.areaEnd) break;
		}
		return turns;
	}
}
