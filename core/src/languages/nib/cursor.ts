import type { Fix, Problem, SourceRange } from "../problem.ts";
import type { Line, Token } from "./lexer.ts";
import { Unreadable } from "./unreadable.ts";

const END: Token = { type: "sign", text: "", value: 0, place: { line: 0, column: 0, length: 0 }, touching: false };

/** Walks along the tokens of one statement. */
export class Cursor {
	readonly line: Line;
	/** Things worth saying of the line that are no problems. */
	readonly remarks: Problem[] = [];
	private at = 0;

	constructor(line: Line) {
		this.line = line;
	}

	/** The token in front, or an empty sign at the line's end. */
	get front(): Token {
		return this.line.tokens[this.at] ?? END;
	}

	/** A token further on. */
	ahead(count: number): Token {
		return this.line.tokens[this.at + count] ?? END;
	}

	get done(): boolean {
		return this.at >= this.line.tokens.length;
	}

	take(): Token {
		const token = this.front;
		this.at++;
		return token;
	}

	isSign(text: string): boolean {
		return this.front.type === "sign" && this.front.text === text && !this.done;
	}

	isWord(text: string): boolean {
		return this.front.type === "name" && this.front.text === text;
	}

	takeSign(text: string): boolean {
		if (!this.isSign(text)) return false;
		this.at++;
		return true;
	}

	takeWord(text: string): boolean {
		if (!this.isWord(text)) return false;
		this.at++;
		return true;
	}

	remark(problem: Problem): void {
		this.remarks.push(problem);
	}

	/** The token before the one in front. */
	get last(): Token {
		return this.line.tokens[this.at - 1] ?? END;
	}

	/** Where the line ends, for things that are missing there. */
	get endPlace(): SourceRange {
		const last = this.line.tokens.at(-1) as Token;
		return { line: last.place.line, column: last.place.column + last.place.length, length: 1 };
	}

	/** The place of the token in front, or of the line's end. */
	get place(): SourceRange {
		return this.done ? this.endPlace : this.front.place;
	}

	/** From a place to the end of the last token taken, when both are on one line. */
	span(from: SourceRange): SourceRange {
		const last = this.last.place;
		return last.line === from.line ? { ...from, length: last.column + last.length - from.column } : from;
	}

	/** Leaves the line with a problem. */
	fail(code: string, place: SourceRange, data: Problem["data"] = {}, fix?: Fix): never {
		throw new Unreadable({ code, place, data, ...(fix && { fix }) });
	}

	/** How the rest of the line was written, token by token. */
	rest(): string {
		return this.line.tokens
			.slice(this.at)
			.map((t) => (t.type === "text" ? `"${t.text}"` : t.text))
			.join(" ");
	}
}
