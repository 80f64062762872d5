import type { SourceRange } from "../problem.ts";

/** The text of a line, from 1; empty if there is none. */
export const lineText = (source: string, line: number) => source.split(/\r\n|\r|\n/)[line - 1] ?? "";

/** The UTF-8 bytes of a character, by its code point. */
const bytesOf = (code: number) => 1 + Number(code >= 0x80) + Number(code >= 0x800) + Number(code >= 0x10000);

/** An offset in a line in UTF-16 units, from one in Python's own units: bytes of UTF-8, or characters. */
function unitsAt(text: string, count: number, size: (code: number) => number): number {
	let [units, left] = [0, count];
	for (const sign of text) {
		if (left <= 0) break;
		left -= size(sign.codePointAt(0) as number);
		units += sign.length;
	}
	return units + Math.max(0, left);
}

export interface PythonPlace {
	/** From 1; 0 if it isn't known. */
	readonly line: number;
	/** From 1; 0 if it isn't known. */
	readonly column: number;
	readonly endLine: number;
	readonly endColumn: number;
}

/** A place as Python tells it. @param by what Python counts columns in: bytes for errors of a run */
export function placeFrom(source: string, of: PythonPlace, by: "bytes" | "characters"): SourceRange {
	const line = Math.max(1, of.line);
	const text = lineText(source, line);
	const size = by === "bytes" ? bytesOf : () => 1;
	if (of.column < 1) {
		const start = text.length - text.trimStart().length;
		return { line, column: start + 1, length: Math.max(1, text.trim().length) };
	}
	const start = Math.min(unitsAt(text, of.column - 1, size), text.length);
	const isWithin = of.endLine === line && of.endColumn > of.column;
	const end = isWithin ? unitsAt(text, of.endColumn - 1, size) : of.endLine > line ? text.trimEnd().length : start + 1;
	return { line, column: start + 1, length: Math.max(1, Math.min(end, Math.max(text.length, start + 1)) - start) };
}
