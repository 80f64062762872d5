import { NoTape } from "./binary.ts";
import { ENTRY } from "./layout.ts";
import { endOf, type Tape } from "./tape.ts";
import { entryName, tapeProblem } from "./tape-problem.ts";

const FORM = "markpen-tape";
const VERSION = 1;

/** A tape as JSON Lines: first what holds for all of it, then an object for each entry. */
export function* tapeLines(tape: Tape): Generator<string> {
	const { sheet, styles, texts, routines, pen, length } = tape;
	yield JSON.stringify({ form: FORM, version: VERSION, sheet, styles, texts, routines, pen, entries: length });
	for (let i = 0; i < length; i++) {
		const at = [...tape.coords.subarray(tape.at[i] as number, endOf(tape, i))];
		yield JSON.stringify({
			kind: entryName(tape.kind[i] as number),
			line: tape.line[i],
			step: tape.step[i],
			frame: tape.frame[i],
			style: tape.style[i],
			call: tape.call[i],
			at,
		});
	}
}

function parsed(line: string, number: number): Record<string, unknown> {
	try {
		const value: unknown = JSON.parse(line);
		if (typeof value === "object" && value !== null && !Array.isArray(value)) return value as Record<string, unknown>;
	} catch {
		// Told below.
	}
	throw new NoTape(`Line ${number} of this tape isn't an object in JSON.`);
}

function whole(value: unknown, most: number, what: string, line: number): number {
	if (Number.isInteger(value) && (value as number) >= 0 && (value as number) <= most) return value as number;
	throw new NoTape(`Line ${line} of this tape has no ${what}.`);
}

/** The tape that JSON Lines hold. Throws {@link NoTape} for any others. */
export function tapeFromLines(text: string): Tape {
	const lines = text.split("\n").filter((line) => line.trim() !== "");
	const { form, version, sheet, styles, texts, routines, pen, entries } = parsed(lines[0] ?? "", 1);
	if (form !== FORM || version !== VERSION) throw new NoTape("This isn't a tape.");
	const length = lines.length - 1;
	if (entries !== length) throw new NoTape(`This tape should have ${String(entries)} entries and has ${length}.`);
	const columns = {
		kind: new Uint8Array(length),
		line: new Uint32Array(length),
		step: new Uint32Array(length),
		frame: new Uint16Array(length),
		style: new Uint32Array(length),
		call: new Uint32Array(length),
		at: new Uint32Array(length),
	};
	const coords: number[] = [];
	for (let i = 0; i < length; i++) {
		const entry = parsed(lines[i + 1] as string, i + 2);
		const kind =
			typeof entry.kind === "string" && Object.hasOwn(ENTRY, entry.kind)
				? ENTRY[entry.kind as keyof typeof ENTRY]
				: undefined;
		if (kind === undefined || !Array.isArray(entry.at)) throw new NoTape(`Line ${i + 2} of this tape isn't an entry.`);
		columns.kind[i] = kind;
		columns.at[i] = coords.length;
		for (const name of ["line", "step", "style", "call"] as const)
			columns[name][i] = whole(entry[name], 0xffffffff, name, i + 2);
		columns.frame[i] = whole(entry.frame, 0xffff, "frame", i + 2);
		for (const value of entry.at) {
			if (typeof value !== "number")
				throw new NoTape(`Line ${i + 2} of this tape has a coordinate that isn't a number.`);
			coords.push(value);
		}
	}
	// What was read may be no tape at all: that is looked at next.
	const tape = {
		sheet,
		styles,
		texts,
		routines,
		pen,
		length,
		...columns,
		coords: new Float64Array(coords),
	} as unknown as Tape;
	const problem = tapeProblem(tape);
	if (problem !== undefined) throw new NoTape(`This isn't a tape: ${problem}.`);
	return tape;
}
