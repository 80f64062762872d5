import { ENTRY, type Sheet, type Style } from "./layout.ts";

/** A finished drawing: one row in every column for each entry, in the order in which things happened. Read only. */
export interface Tape {
	readonly sheet: Sheet;
	readonly length: number;
	/** Numbers of {@link ENTRY}. */
	readonly kind: Uint8Array;
	/** Source line, counted from 1. */
	readonly line: Uint32Array;
	/** Steps of the run so far. */
	readonly step: Uint32Array;
	readonly frame: Uint16Array;
	/** Index into {@link styles}. */
	readonly style: Uint32Array;
	/** The callBegin entry that an entry belongs to, plus one; 0 in the main program. */
	readonly call: Uint32Array;
	/** Where an entry's coordinates begin in {@link coords}; they end where the next entry's begin. */
	readonly at: Uint32Array;
	readonly coords: Float64Array;
	readonly styles: readonly Style[];
	readonly texts: readonly string[];
	/** Names of the routines, by the number that callBegin entries hold. */
	readonly routines: readonly string[];
	/** The pen at the end of the run. */
	readonly pen: { readonly x: number; readonly y: number; readonly facing: number; readonly down: boolean };
}

/** Where an entry's coordinates end. */
export function endOf(tape: Tape, entry: number): number {
	return entry + 1 < tape.length ? (tape.at[entry + 1] as number) : tape.coords.length;
}

/** One coordinate of an entry. */
export function coordinate(tape: Tape, entry: number, index: number): number {
	return tape.coords[(tape.at[entry] as number) + index] as number;
}

/** The style an entry was drawn in. */
export function styleOf(tape: Tape, entry: number): Style {
	return tape.styles[tape.style[entry] as number] as Style;
}

/** The routine whose call drew an entry; undefined in the main program. */
export function routineOf(tape: Tape, entry: number): string | undefined {
	const call = tape.call[entry] as number;
	return call === 0 ? undefined : tape.routines[coordinate(tape, call - 1, 0)];
}

/** Everything that was printed, in order. */
export function messagesOf(tape: Tape): { line: number; text: string }[] {
	const found: { line: number; text: string }[] = [];
	for (let i = 0; i < tape.length; i++) {
		if (tape.kind[i] === ENTRY.message)
			found.push({ line: tape.line[i] as number, text: tape.texts[coordinate(tape, i, 0)] as string });
	}
	return found;
}

/** Whether an entry covers all that was drawn before it. */
export function coversAll(kind: number | undefined): boolean {
	return kind === ENTRY.paper || kind === ENTRY.wipe;
}

/** An area of a drawing: its rows, and the row that its fill lies under. */
export interface Area {
	readonly begin: number;
	readonly end: number;
	/** The first row that is painted over the fill: what was walked in the area since the sheet was last covered. */
	readonly under: number;
	/** The rows of its moves, with or without ink, but not those of pictures laid in it. */
	readonly moves: readonly number[];
}

const MOVES: ReadonlySet<number | undefined> = new Set([ENTRY.segment, ENTRY.travel, ENTRY.curve, ENTRY.curvedTravel]);

/** The areas that were closed, in the order in which they were. */
export function areasOf(tape: Tape): Area[] {
	const areas: Area[] = [];
	if (!tape.kind.includes(ENTRY.areaBegin)) return areas;
	const open: { begin: number; under: number; moves: number[]; pictures: number }[] = [];
	let pictures = 0;
	for (let i = 0; i < tape.length; i++) {
		const kind = tape.kind[i];
		if (kind === ENTRY.areaBegin) open.push({ begin: i, under: i, moves: [], pictures });
		if (open.length === 0) continue;
		const area = open.at(-1) as (typeof open)[number];
		if (kind === ENTRY.pictureBegin) pictures++;
		else if (kind === ENTRY.pictureEnd) pictures--;
		else if (coversAll(kind)) for (const each of open) each.under = i + 1;
		else if (MOVES.has(kind) && area.pictures === pictures) area.moves.push(i);
		else if (kind === ENTRY.areaEnd) {
			areas.push({ begin: area.begin, end: i, under: area.under, moves: area.moves });
			open.pop();
		}
	}
	return areas;
}

/** The calls that an entry was made in, the innermost first: the row of each one's beginning, and its routine. */
export function callsOf(tape: Tape, entry: number): { readonly row: number; readonly routine: string }[] {
	const calls: { row: number; routine: string }[] = [];
	for (let call = tape.call[entry] as number; call !== 0; call = tape.call[call - 1] as number) {
		// A call's own beginning belongs to the call around it.
		if (calls.length > 0 && call - 1 >= (calls.at(-1) as { row: number }).row) break;
		calls.push({ row: call - 1, routine: tape.routines[coordinate(tape, call - 1, 0)] as string });
	}
	return calls;
}
