import type { Sheet, Style } from "./layout.ts";

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
export function messagesOf(tape: Tape, messageKind: number): { line: number; text: string }[] {
	const found: { line: number; text: string }[] = [];
	for (let i = 0; i < tape.length; i++) {
		if (tape.kind[i] === messageKind) found.push({ line: tape.line[i] as number, text: tape.texts[coordinate(tape, i, 0)] as string });
	}
	return found;
}
