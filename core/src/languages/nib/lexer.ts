import { codedColour } from "../../colour/colour.ts";
import type { Fix, Problem, SourceRange } from "../problem.ts";

export interface Token {
	readonly type: "number" | "text" | "name" | "colour" | "sign";
	/** As written; a text without its quote marks. */
	readonly text: string;
	readonly value: number;
	readonly place: SourceRange;
	/** Whether nothing separates it from the token before. */
	readonly touching: boolean;
}

/** One statement's tokens: a line of the source, or several where brackets let it run on. */
export interface Line {
	readonly tokens: readonly Token[];
	/** Width of the white space at the start of its first line. */
	readonly indent: number;
	readonly number: number;
	/** Column after its last character. */
	readonly end: number;
	/** Set where the line can't be split into tokens; the parser then takes only its first word. */
	readonly problem?: Problem;
}

const SPACE = /[ \t\u00a0\r\ufeff]/;
const NAME = /[\p{L}_][\p{L}\p{N}\p{M}_]*/uy;
const NUMBER = /\d+(?:\.\d+)?/y;
const SIGNS = ["==", "!=", "<=", ">=", "(", ")", "[", "]", ",", "+", "-", "*", "/", "^", "<", ">", "=", "."];
const EXCHANGES: Readonly<Record<string, string>> = {
	"×": "*",
	"·": "*",
	"÷": "/",
	"≤": "<=",
	"≥": ">=",
	"≠": "!=",
	"<>": "!=",
	"−": "-",
	"–": "-",
	"**": "^",
};

/** Signs that are no part of a longer one. */
const PLAIN_SIGNS = new Set(["(", ")", "[", "]", ",", "+", "^"]);
/** What a number ends before without a doubt. */
const NUMBER_ENDS = new Set([undefined, " ", ",", ")", "]", "\r"]);

/** A letter, digit or _ of ASCII, by its code. */
const isPlainLetter = (code: number) =>
	(code >= 97 && code <= 122) || (code >= 65 && code <= 90) || (code >= 48 && code <= 57) || code === 95;

/** Largest number of digits: far more than a drawing needs, and too few to overflow. */
const MAX_DIGITS = 100;

const isDigit = (c: string) => c >= "0" && c <= "9";

class LineLexer {
	readonly tokens: Token[] = [];
	problem: Problem | undefined;
	private readonly text: string;
	private readonly number: number;
	private at = 0;

	constructor(text: string, number: number) {
		this.text = text;
		this.number = number;
	}

	place(column: number, length: number): SourceRange {
		return { line: this.number, column: column + 1, length };
	}

	/** Notes the line's first problem: `length` characters that begin where the lexer is. */
	fail(code: string, length: number, data: Problem["data"], replacement?: string): void {
		if (this.problem) return;
		const place = this.place(this.at, length);
		const fix: Fix | undefined = replacement === undefined ? undefined : { place, text: replacement };
		this.problem = { code, place, data, ...(fix && { fix }) };
	}

	push(type: Token["type"], text: string, length: number, value = 0): void {
		const before = this.tokens.at(-1);
		const touching =
			before !== undefined &&
			before.place.line === this.number &&
			before.place.column - 1 + before.place.length === this.at;
		this.tokens.push({ type, text, value, place: this.place(this.at, length), touching });
		this.at += length;
	}

	run(): void {
		const { text } = this;
		while (this.at < text.length && !this.problem) {
			const c = text[this.at] as string;
			if (c === " " || SPACE.test(c)) this.at++;
			else if ((c >= "a" && c <= "z") || (c >= "A" && c <= "Z")) this.word();
			else if (isDigit(c)) this.numeral();
			else if (c === "-" && text[this.at + 1] === "-") {
				if (this.comment()) return;
			} else if (c === "." && isDigit(text[this.at + 1] ?? "") && !this.afterName()) this.pointFirst();
			else if (c === '"') this.quoted();
			else if (c === "#") this.hash();
			else if (!this.word() && !this.sign(c)) this.strange(c);
		}
	}

	private afterName(): boolean {
		const before = this.tokens.at(-1);
		return before?.type === "name" && before.place.column - 1 + before.place.length === this.at;
	}

	private match(pattern: RegExp): string | undefined {
		pattern.lastIndex = this.at;
		return pattern.exec(this.text)?.[0];
	}

	private comment(): boolean {
		const before = this.at === 0 || SPACE.test(this.text[this.at - 1] as string) || this.tokens.length === 0;
		const after = this.text[this.at + 2];
		if (before && (after === undefined || after === "-" || SPACE.test(after))) return true;
		if (this.tokens.length === 0) {
			this.fail("comment-space", 2, { rest: this.text.slice(this.at + 2).trim() }, "-- ");
			return true;
		}
		this.fail("minus-minus", 2, { around: this.text.slice(Math.max(0, this.at - 1), this.at + 3) }, " - -");
		return true;
	}

	private numeral(): void {
		const digits = this.match(NUMBER) as string;
		if (digits.length > MAX_DIGITS)
			return this.fail("number-long", digits.length, {
				most: MAX_DIGITS,
				written: `${digits.slice(0, 12)}…`,
			});
		if (NUMBER_ENDS.has(this.text[this.at + digits.length]))
			return this.push("number", digits, digits.length, Number(digits));
		const rest = this.text.slice(this.at + digits.length);
		const power = /^e[+-]?\d+/i.exec(rest)?.[0];
		if (power)
			return this.fail(
				"number-power",
				digits.length + power.length,
				{ written: digits + power },
				String(Number(digits + power)),
			);
		if (/^\.(?!\p{L})/u.test(rest))
			return this.fail("number-point", digits.length + 1, { written: `${digits}.` }, digits);
		const named =
			this.tokens.length === 1 && ["let", "for", "routine", "picture"].includes(this.tokens[0]?.text as string);
		const whole = named ? /^[\p{L}_][\p{L}\p{N}_]*/u.exec(rest)?.[0] : undefined;
		if (whole) return this.fail("name-digit", digits.length + whole.length, { written: digits + whole });
		const unit = /^(?:[°%]|[\p{L}_]+)/u.exec(rest)?.[0];
		if (unit)
			return this.fail(
				"number-unit",
				digits.length + unit.length,
				{ written: digits + unit, unit, number: digits },
				digits,
			);
		this.push("number", digits, digits.length, Number(digits));
	}

	private pointFirst(): void {
		const digits = /^\.\d+/.exec(this.text.slice(this.at))?.[0] as string;
		this.fail("number-point", digits.length, { written: digits }, `0${digits}`);
	}

	private quoted(): void {
		let i = this.at + 1;
		let value = "";
		for (; i < this.text.length; i++) {
			if (this.text[i] !== '"') value += this.text[i];
			else if (this.text[i + 1] === '"') {
				value += '"';
				i++;
			} else return this.push("text", value, i + 1 - this.at);
		}
		const written = this.text.slice(this.at).trimEnd();
		this.fail("text-open", written.length, { written }, `${written}"`);
	}

	private hash(): void {
		const code = /^#[0-9a-z]*/i.exec(this.text.slice(this.at))?.[0] as string;
		const colour = codedColour(code);
		if (colour !== undefined) return this.push("colour", code, code.length, colour);
		if (/^#[0-9a-f]+$/i.test(code)) return this.fail("colour-code", code.length, { written: code });
		if (code.length > 1 && this.tokens.length > 0) return this.fail("colour-code", code.length, { written: code });
		this.fail("comment-sign", 1, { sign: "#" }, "--");
	}

	private word(): boolean {
		const { text } = this;
		let end = this.at;
		while (isPlainLetter(text.charCodeAt(end))) end++;
		// Letters of other alphabets, and what goes with them, are left to the pattern.
		const word = text.charCodeAt(end) > 127 || end === this.at ? this.match(NAME) : text.slice(this.at, end);
		if (word === undefined) return false;
		this.push("name", word, word.length);
		return true;
	}

	private sign(c: string): boolean {
		if (PLAIN_SIGNS.has(c)) {
			this.push("sign", c, 1);
			return true;
		}
		const rest = this.text.slice(this.at);
		if (rest.startsWith("//")) {
			this.fail("comment-sign", 2, { sign: "//" }, "--");
			return true;
		}
		const exchange = Object.keys(EXCHANGES).find((sign) => rest.startsWith(sign));
		if (exchange) {
			this.fail(
				"sign-exchange",
				exchange.length,
				{ sign: exchange, ours: EXCHANGES[exchange] as string },
				EXCHANGES[exchange] as string,
			);
			return true;
		}
		const sign = SIGNS.find((s) => rest.startsWith(s));
		if (!sign) return c === "";
		this.push("sign", sign, sign.length);
		return true;
	}

	private strange(c: string): void {
		const curly = /^([“”„«‘’'`])(.*?)[“”»‘’'`]/.exec(this.text.slice(this.at));
		if (curly) return this.fail("quote-sign", curly[0].length, { sign: c, written: curly[0] }, `"${curly[2]}"`);
		if (/[“”„«‘’'`]/.test(c)) return this.fail("quote-sign", 1, { sign: c, written: c }, '"');
		if (c === ";" || c === ":" || c === "{") return this.fail("sign-drop", 1, { sign: c }, "");
		if (c === "}") return this.fail("sign-exchange", 1, { sign: c, ours: "end" }, "end");
		const whole = String.fromCodePoint(this.text.codePointAt(this.at) as number);
		this.fail("sign-unknown", whole.length, { sign: whole });
	}
}

function depthAfter(depth: number, tokens: readonly Token[]): number {
	let d = depth;
	for (const { type, text } of tokens) {
		if (type !== "sign") continue;
		if (text === "(" || text === "[") d++;
		else if ((text === ")" || text === "]") && d > 0) d--;
	}
	return d;
}

const RUNS_ON = /^(?:[([,+\-*/^<>]|==|!=|<=|>=)$/;

/** Splits a source into statements' tokens. Every line is split, whatever is wrong on another. */
export function linesOf(source: string): Line[] {
	const lines: Line[] = [];
	let open: { tokens: Token[]; indent: number; number: number; depth: number } | undefined;
	const rows = source.split("\n");
	for (let i = 0; i < rows.length; i++) {
		const row = rows[i] as string;
		const lexer = new LineLexer(row, i + 1);
		lexer.run();
		const { tokens, problem } = lexer;
		if (tokens.length === 0 && !problem) continue;
		const indent = row.length - row.trimStart().length;
		const closing = tokens[0]?.text === ")" || tokens[0]?.text === "]";
		if (open && (closing || RUNS_ON.test(open.tokens.at(-1)?.text ?? ""))) open.tokens.push(...tokens);
		else {
			if (open) lines.push(finish(open));
			open = { tokens: [...tokens], indent, number: i + 1, depth: 0 };
		}
		open.depth = depthAfter(open.depth, tokens);
		if (problem) {
			lines.push({ ...finish(open), problem });
			open = undefined;
		} else if (open.depth === 0) {
			lines.push(finish(open));
			open = undefined;
		}
	}
	if (open) lines.push(finish(open));
	return lines;
}

function finish(open: { tokens: Token[]; indent: number; number: number }): Line {
	const last = open.tokens.at(-1);
	return {
		tokens: open.tokens,
		indent: open.indent,
		number: open.number,
		end: last ? last.place.column + last.place.length : open.indent + 1,
	};
}
