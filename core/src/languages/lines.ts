import type { SourceRange } from "./problem.ts";
import type { Span } from "./sites.ts";

/** Where the lines of a source begin. */
export class Lines {
	readonly source: string;
	private readonly starts: number[] = [0];

	constructor(source: string) {
		this.source = source;
		for (const { index, 0: sign } of source.matchAll(/\r\n|\r|\n/g)) this.starts.push(index + sign.length);
	}

	/** The line of an offset, from 1. */
	lineAt(at: number): number {
		let [low, high] = [0, this.starts.length];
		while (high - low > 1) {
			const middle = (low + high) >> 1;
			if ((this.starts[middle] as number) <= at) low = middle;
			else high = middle;
		}
		return low + 1;
	}

	span(start: number, end: number): Span {
		const line = this.lineAt(start);
		return { start, end, line, column: start - (this.starts[line - 1] as number) + 1 };
	}

	place(start: number, end: number): SourceRange {
		const { line, column } = this.span(start, end);
		return { line, column, length: Math.max(0, end - start) };
	}

	/** Where the line of an offset begins. */
	startOf(at: number): number {
		return this.starts[this.lineAt(at) - 1] as number;
	}

	/** Where the line after that of an offset begins, or the source ends. */
	endOf(at: number): number {
		return this.starts[this.lineAt(at)] ?? this.source.length;
	}
}
