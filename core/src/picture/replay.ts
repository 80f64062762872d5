import { ENTRY } from "../tape/layout.ts";
import { PenTrack } from "../tape/pen-track.ts";
import { coordinate, type Tape } from "../tape/tape.ts";
import { toPicture } from "./paths.ts";
import { Painter, type Picture, type PictureShape } from "./picture.ts";

/**
 * A drawing in the making: every shape with the row of the tape that it appears with. Coordinates are the picture's.
 */
export interface Replay extends Omit<Picture, "shapes"> {
	readonly shapes: readonly PictureShape[];
	/** For each shape, the row with which it appears. */
	readonly appears: readonly number[];
	/** Rows that cover the whole sheet, how many shapes lie under each, and the paper from then on. */
	readonly covers: readonly { readonly row: number; readonly under: number; readonly paper: string }[];
	readonly rows: number;
	/**
	 * For each row: its source line, its frame, and where the pen is after it and faces, in degrees anticlockwise as
	 * seen.
	 */
	readonly lines: Uint32Array;
	readonly frames: Uint16Array;
	readonly pen: Float64Array;
	/** For each row, whether the pen itself shows after it (1) or not (0). */
	readonly shown: Uint8Array;
	/** Rows after which the program waits, in their order. */
	readonly pauses: readonly { readonly row: number; readonly seconds: number }[];
}

/**
 * Where the pen is after each row: x, y and facing of every row, one after the other. A picture that is laid leaves
 * it where it is.
 */
function penOf(tape: Tape): Float64Array {
	const place = toPicture(tape.sheet);
	const track = new PenTrack(tape);
	const pen = new Float64Array(3 * tape.length);
	let known = 0;
	for (let i = 0; i < tape.length; i++) {
		const { x, y, facing } = track.state(i + 1);
		if (!Number.isNaN(facing)) known = facing;
		const [px, py] = place(x, y);
		pen[3 * i] = px;
		pen[3 * i + 1] = py;
		pen[3 * i + 2] = known;
	}
	return pen;
}

/** Whether the pen itself shows after each row. */
function shownOf(tape: Tape): Uint8Array {
	const shown = new Uint8Array(tape.length);
	let on = 1;
	for (let i = 0; i < tape.length; i++) {
		if (tape.kind[i] === ENTRY.cursor) on = coordinate(tape, i, 0);
		shown[i] = on;
	}
	return shown;
}

function pausesOf(tape: Tape): Replay["pauses"] {
	const pauses: { row: number; seconds: number }[] = [];
	for (let i = 0; i < tape.length; i++)
		if (tape.kind[i] === ENTRY.pause) pauses.push({ row: i, seconds: coordinate(tape, i, 0) });
	return pauses;
}

/**
 * What a tape shows, row by row. At its end it shows the same as the picture, with every step of a walk a shape of
 * its own.
 */
export function replayOf(tape: Tape): Replay {
	const painter = new Painter(tape, { apart: true });
	painter.paint();
	const { width, height, origin } = tape.sheet;
	return {
		width,
		height,
		origin,
		paper: "#ffffff",
		shapes: painter.shapes,
		clips: painter.clips,
		...(painter.gradients.length > 0 && { gradients: painter.gradients }),
		leftOut: painter.leftOut,
		appears: painter.appears,
		covers: painter.covers,
		rows: tape.length,
		lines: tape.line.slice(0, tape.length),
		frames: tape.frame.slice(0, tape.length),
		pen: penOf(tape),
		shown: shownOf(tape),
		pauses: pausesOf(tape),
	};
}
