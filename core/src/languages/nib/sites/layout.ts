import type { SourceRange } from "../../problem.ts";
import { commentStart } from "../source-of.ts";
import { everyValue, type Step, valuesOf } from "../tree.ts";

/** The lines of a source, and where things are in them. */
export class Layout {
	readonly source: string;
	/** Offsets of the first character of each line, and one beyond the last. */
	private readonly starts: number[] = [0];

	constructor(source: string) {
		this.source = source;
		for (const { 0: mark, index } of source.matchAll(/\r\n|\r|\n/g)) this.starts.push(index + mark.length);
		if (this.starts.at(-1) !== source.length) this.starts.push(source.length);
	}

	/** Where a line begins, counted from 1; beyond the last line, where the source ends. */
	lineStart(line: number): number {
		return this.starts[line - 1] ?? this.source.length;
	}

	offset({ line, column }: Pick<SourceRange, "line" | "column">): number {
		return this.lineStart(line) + column - 1;
	}

	/** A line without its comment and its line end. */
	line(line: number): string {
		const text = this.source.slice(this.lineStart(line), this.lineStart(line + 1)).replace(/[\r\n]+$/, "");
		return text.slice(0, commentStart(text));
	}

	/** Where the text of a line ends, before a comment and the spaces around it. */
	textEnd(line: number): number {
		return this.lineStart(line) + this.line(line).trimEnd().length;
	}

	indent(line: number): string {
		return /^[ \t]*/.exec(this.line(line))?.[0] ?? "";
	}

	/** The last line that a statement's own words are on, without the block inside it. */
	lastOwnLine(step: Step): number {
		let last = step.place.line;
		const own = step.node === "if" ? valuesOf(step).slice(0, 1) : valuesOf(step);
		for (const value of own) for (const part of everyValue(value)) last = Math.max(last, part.place.line);
		return last;
	}

	/** The first line after one that begins with a word. */
	lineOf(word: string, after: number): number {
		for (let line = after + 1; line < this.starts.length; line++) {
			const text = this.line(line).trimStart();
			if (text.startsWith(word) && !/^\w/.test(text.slice(word.length))) return line;
		}
		return after;
	}

	/** The parts of a stretch between its commas, without the spaces around them; brackets and texts stay whole. */
	parted(start: number, end: number): { start: number; end: number }[] {
		const parts: { start: number; end: number }[] = [];
		let [depth, from, quoted] = [0, start, false];
		for (let i = start; i <= end; i++) {
			const sign = i === end ? "," : (this.source[i] as string);
			if (sign === '"' && i < end) quoted = !quoted;
			if (quoted && i < end) continue;
			if ("([".includes(sign)) depth++;
			else if (")]".includes(sign)) depth--;
			if (i < end && (sign !== "," || depth > 0)) continue;
			const part = this.trimmed(from, i);
			if (part.end > part.start) parts.push(part);
			from = i + 1;
		}
		return parts;
	}

	private trimmed(start: number, end: number): { start: number; end: number } {
		const text = this.source.slice(start, end);
		return { start: start + text.length - text.trimStart().length, end: start + text.trimEnd().length };
	}

	/** The line and column of an offset. */
	at(offset: number): { line: number; column: number } {
		let [low, high] = [0, this.starts.length - 1];
		while (low < high) {
			const middle = (low + high + 1) >> 1;
			if ((this.starts[middle] as number) <= offset) low = middle;
			else high = middle - 1;
		}
		return { line: low + 1, column: offset - (this.starts[low] as number) + 1 };
	}
}
