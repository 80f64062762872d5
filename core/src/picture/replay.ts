import { ENTRY } from "../tape/layout.ts";
import { coordinate, type Tape } from "../tape/tape.ts";
import { toPicture } from "./paths.ts";
import { Painter, type Picture, type PictureShape } from "./picture.ts";

/** A drawing in the making: every shape with the row of the tape that it appears with. Coordinates are the picture's. */
export interface Replay extends Omit<Picture, "shapes"> {
	readonly shapes: readonly PictureShape[];
	/** For each shape, the row with which it appears. */
	readonly appears: readonly number[];
	/** Rows that cover the whole sheet, how many shapes lie under each, and the paper from then on. */
	readonly covers: readonly { readonly row: number; readonly under: number; readonly paper: string }[];
	readonly rows: number;
	/** For each row: its source line, its frame, and where the pen is after it and faces, in degrees anticlockwise as seen. */
	readonly lines: Uint32Array;
	readonly frames: Uint16Array;
	readonly pen: Float64Array;
}

const MOVES: ReadonlySet<number | undefined> = new Set([ENTRY.segment, ENTRY.curve, ENTRY.travel, ENTRY.curvedTravel]);
const CURVES: ReadonlySet<number | undefined> = new Set([ENTRY.curve, ENTRY.curvedTravel]);

/** Where the pen is after each row: x, y and facing of every row, one after the other. */
function penOf(tape: Tape): Float64Array {
	const place = toPicture(tape.sheet);
	const pen = new Float64Array(3 * tape.length);
	let [x, y, facing] = [0, 0, 0];
	for (let i = 0; i < tape.length; i++) {
		const kind = tape.kind[i];
		if (MOVES.has(kind)) [x, y] = [coordinate(tape, i, 2), coordinate(tape, i, 3)];
		if (kind === ENTRY.turn) facing += coordinate(tape, i, 0);
		else if (kind === ENTRY.face) facing = coordinate(tape, i, 0);
		else if (CURVES.has(kind)) facing += coordinate(tape, i, 8);
		const [px, py] = place(x, y);
		pen[3 * i] = px;
		pen[3 * i + 1] = py;
		pen[3 * i + 2] = facing;
	}
	// A drawing that never says where it faces began where its turns, taken back from the end, lead.
	if (!tape.kind.includes(ENTRY.face) && tape.length > 0) {
		const from = tape.pen.facing - (pen[3 * tape.length - 1] as number);
		for (let i = 0; i < tape.length; i++) pen[3 * i + 2] = (pen[3 * i + 2] as number) + from;
	}
	return pen;
}

/** What a tape shows, row by row. At its end it shows the same as the picture, with every step of a walk a shape of its own. */
export function replayOf(tape: Tape): Replay {
	const painter = new Painter(tape, true);
	painter.paint();
	const { width, height, origin } = tape.sheet;
	return {
		width,
		height,
		origin,
		paper: "#ffffff",
		shapes: painter.shapes,
		clips: painter.clips,
		leftOut: painter.leftOut,
		appears: painter.appears,
		covers: painter.covers,
		rows: tape.length,
		lines: tape.line.slice(0, tape.length),
		frames: tape.frame.slice(0, tape.length),
		pen: penOf(tape),
	};
}
