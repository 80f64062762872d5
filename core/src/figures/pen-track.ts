import { ENTRY } from "../tape/layout.ts";
import { coordinate, type Tape } from "../tape/tape.ts";

/** Rows between a figure's first and last that are gone through for its turns, for each row that drew it. */
const MOST_ROWS = 40;

/** What the pen did beside drawing: where it faced before each row, and how it was turned. */
export class PenTrack {
	private readonly tape: Tape;
	private facings: Float64Array | undefined;

	constructor(tape: Tape) {
		this.tape = tape;
	}

	/** The facing before a row, 0 up to 360; not a number inside a picture. A row beyond the last asks for the end. */
	facing(row: number): number {
		this.facings ??= this.follow();
		return this.facings[row] as number;
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
		if (last - first > MOST_ROWS * rows.length) return [];
		const turns: number[] = [];
		for (let i = first; i < tape.length; i++) {
			const kind = tape.kind[i];
			if (kind === ENTRY.turn) turns.push(coordinate(tape, i, 0));
			else if (i > last && kind !== ENTRY.callEnd && kind !== ENTRY.areaEnd) break;
		}
		return turns;
	}
}
