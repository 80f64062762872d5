import type { SourceRange } from "../problem.ts";
import type { Cursor } from "./cursor.ts";
import type { Token } from "./lexer.ts";
import type { NameNode, Sign, Value } from "./tree.ts";

/*
 * value    = and { "or" and }
 * and      = not { "and" not }
 * not      = "not" not | compare
 * compare  = sum [ ( "==" | "!=" | "<" | "<=" | ">" | ">=" ) sum ]
 * sum      = product { ( "+" | "-" ) product }
 * product  = minus { ( "*" | "/" | "mod" ) minus }
 * minus    = "-" minus | power
 * power    = picked [ "^" minus ]
 * picked   = atom { "[" value "]" | "." NAME }      the bracket touches what it picks from
 * atom     = NUMBER | TEXT | COLOUR | "true" | "false" | "none" | NAME | ( "pen" | "sheet" | "frame" ) "." NAME
 *          | NAME "(" [ value { "," value } ] ")" | "(" value ")" | "[" value { "," value } "]"
 */

const COMPARES = new Set<string>(["==", "!=", "<", "<=", ">", ">="]);
/** Words that have values after a point. */
export const OBJECTS: ReadonlySet<string> = new Set(["pen", "sheet", "frame"]);
/** Reserved words that can't begin a value. */
const NO_VALUE = new Set([
	"let",
	"if",
	"else",
	"repeat",
	"for",
	"each",
	"while",
	"routine",
	"return",
	"break",
	"end",
	"and",
	"or",
	"mod",
]);

/** Signs in one value at most: each makes the tree of it a step deeper. */
const MAX_SIGNS = 500;

/** Reads values from the tokens of a line, no deeper than `nesting` brackets and signs. */
export class ValueReader {
	private readonly cursor: Cursor;
	private readonly nesting: number;
	private depth = 0;
	private signs = 0;

	constructor(cursor: Cursor, nesting: number) {
		this.cursor = cursor;
		this.nesting = nesting;
	}

	private binary(sign: Sign, left: Value, right: Value): Value {
		const { cursor } = this;
		if (++this.signs > MAX_SIGNS) cursor.fail("value-long", left.place, { most: MAX_SIGNS });
		return { node: "binary", sign, left, right, place: cursor.span(left.place) };
	}

	/** @param owner what the value is for, as messages name it */
	value(owner: string): Value {
		const { cursor } = this;
		if (++this.depth > this.nesting) cursor.fail("nesting-deep", cursor.place, { most: this.nesting });
		let left = this.and(owner);
		while (cursor.isWord("or")) {
			cursor.take();
			left = this.binary("or", left, this.and("or"));
		}
		this.depth--;
		return left;
	}

	private and(owner: string): Value {
		let left = this.not(owner);
		while (this.cursor.isWord("and")) {
			this.cursor.take();
			left = this.binary("and", left, this.not("and"));
		}
		return left;
	}

	private not(owner: string): Value {
		const { cursor } = this;
		if (!cursor.isWord("not")) return this.compare(owner);
		const { place } = cursor.take();
		if (++this.depth > this.nesting) cursor.fail("nesting-deep", place, { most: this.nesting });
		const value = this.not("not");
		this.depth--;
		return { node: "unary", sign: "not", value, place: cursor.span(place) };
	}

	private compare(owner: string): Value {
		const { cursor } = this;
		const left = this.sum(owner);
		if (cursor.front.type !== "sign" || !COMPARES.has(cursor.front.text)) return left;
		const sign = cursor.take().text;
		const whole = this.binary(sign as Sign, left, this.sum(sign));
		if (cursor.front.type === "sign" && COMPARES.has(cursor.front.text))
			cursor.fail("compare-chain", cursor.place, { sign: cursor.front.text });
		return whole;
	}

	private sum(owner: string): Value {
		const { cursor } = this;
		let left = this.product(owner);
		while (cursor.isSign("+") || cursor.isSign("-")) {
			const { text, touching, place } = cursor.take();
			const sign = text as "+" | "-";
			if (sign === "-" && !touching && cursor.front.touching && !cursor.done) {
				const [before, after] = [cursor.ahead(-2).text, cursor.front.text];
				cursor.remark({ code: "minus-read", place, data: { before, after }, fix: { place, text: "- " } });
			}
			left = this.binary(sign, left, this.product(sign));
		}
		return left;
	}

	private product(owner: string): Value {
		const { cursor } = this;
		let left = this.minus(owner);
		while (cursor.isSign("*") || cursor.isSign("/") || cursor.isWord("mod")) {
			const sign = cursor.take().text as "*" | "/" | "mod";
			left = this.binary(sign, left, this.minus(sign));
		}
		return left;
	}

	private minus(owner: string): Value {
		const { cursor } = this;
		if (!cursor.isSign("-")) return this.power(owner);
		const { place } = cursor.take();
		if (++this.depth > this.nesting) cursor.fail("nesting-deep", place, { most: this.nesting });
		const value = this.minus("-");
		this.depth--;
		return value.node === "number"
			? { ...value, value: -value.value + 0, place: cursor.span(place) }
			: { node: "unary", sign: "-", value, place: cursor.span(place) };
	}

	private power(owner: string): Value {
		const base = this.picked(owner);
		const { cursor } = this;
		if (!cursor.takeSign("^")) return base;
		if (++this.depth > this.nesting) cursor.fail("nesting-deep", cursor.place, { most: this.nesting });
		const exponent = this.minus("^");
		this.depth--;
		return this.binary("^", base, exponent);
	}

	private picked(owner: string): Value {
		const { cursor } = this;
		let value = this.atom(owner);
		for (;;) {
			const { front, last } = cursor;
			const after = last.type === "name" || (last.type === "sign" && (last.text === ")" || last.text === "]"));
			if (cursor.done || front.type !== "sign" || !after) return value;
			if (front.text === "[" && front.touching) {
				value = { node: "index", list: value, index: this.index(), place: cursor.span(value.place) };
			} else if (front.text === ".") {
				cursor.take();
				if (cursor.done || cursor.front.type !== "name")
					cursor.fail("property-missing", cursor.place, { of: value.node === "name" ? value.name : last.text });
				value = { node: "member", value, name: cursor.take().text, place: cursor.span(value.place) };
			} else return value;
			if (++this.signs > MAX_SIGNS) cursor.fail("value-long", value.place, { most: MAX_SIGNS });
		}
	}

	/** An index in its brackets, of which the first is in front. */
	index(): Value {
		const { place } = this.cursor.take();
		const index = this.value("[ ]");
		this.close("]", place, "[");
		return index;
	}

	private atom(owner: string): Value {
		const { cursor } = this;
		if (cursor.done) cursor.fail("value-missing", cursor.endPlace, { owner });
		const token = cursor.front;
		const { place } = token;
		if (token.type === "number") return { node: "number", value: cursor.take().value, place };
		if (token.type === "text") return { node: "text", value: cursor.take().text, place };
		if (token.type === "colour") return { node: "colour", value: cursor.take().value, place };
		if (token.type === "name") return this.named(owner, cursor.take());
		if (cursor.takeSign("(")) {
			const value = this.value("(");
			this.close(")", place, "(");
			return value;
		}
		if (cursor.takeSign("[")) return this.list(place);
		if (token.text === "=") cursor.fail("equals-lone", place, { owner }, { place, text: "" });
		return cursor.fail("value-missing-before", place, { owner, found: token.text });
	}

	private named(owner: string, token: Token): Value {
		const { cursor } = this;
		const { place, text } = token;
		if (text === "true" || text === "false") return { node: "boolean", value: text === "true", place };
		if (text === "none") return { node: "colour", value: -1, place };
		if (NO_VALUE.has(text)) cursor.fail("value-missing-before", place, { owner, found: text });
		if (OBJECTS.has(text) && cursor.isSign(".")) return this.property(text, place);
		if (OBJECTS.has(text)) cursor.fail("value-missing-before", place, { owner, found: text });
		if (!cursor.takeSign("(")) return { node: "name", name: text, place } satisfies NameNode;
		const values: Value[] = [];
		if (!cursor.isSign(")")) values.push(...this.several(text, ")"));
		this.close(")", place, `${text}(`);
		return { node: "call", name: text, values, place: cursor.span(place) };
	}

	private property(of: string, place: SourceRange): Value {
		const { cursor } = this;
		cursor.take();
		if (cursor.front.type !== "name") cursor.fail("property-missing", cursor.place, { of });
		const name = cursor.take().text;
		return { node: "property", of, name, place: cursor.span(place) };
	}

	private list(place: SourceRange): Value {
		const items = this.cursor.isSign("]") ? [] : this.several("[", "]");
		this.close("]", place, "[");
		return { node: "list", items, place: this.cursor.span(place) };
	}

	/** Values parted by commas, up to a closing sign that is left in front; a last comma may stay. */
	private several(owner: string, closing: string): Value[] {
		const values = [this.value(owner)];
		while (this.cursor.takeSign(",")) {
			if (this.cursor.isSign(closing)) break;
			values.push(this.value(","));
		}
		return values;
	}

	private close(sign: string, opened: SourceRange, what: string): void {
		const { cursor } = this;
		if (cursor.takeSign(sign)) return;
		if (cursor.done)
			cursor.fail(
				"bracket-open",
				opened,
				{ opened: what, sign },
				{ place: { ...cursor.endPlace, length: 0 }, text: sign },
			);
		if (what === "(" && cursor.isSign(",")) cursor.fail("pair-round", opened, { before: this.cursor.last.text });
		if (cursor.front.type === "sign" && (cursor.front.text === ")" || cursor.front.text === "]"))
			cursor.fail(
				"bracket-other",
				cursor.place,
				{ found: cursor.front.text, sign },
				{ place: cursor.place, text: sign },
			);
		cursor.fail(
			"comma-missing",
			cursor.place,
			{ before: cursor.front.text },
			{ place: { ...cursor.place, length: 0 }, text: ", " },
		);
	}
}
