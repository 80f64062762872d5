import { nearest } from "../nearest.ts";
import type { Problem, SourceRange } from "../problem.ts";
import type { BlockStack } from "./blocks.ts";
import { Cursor } from "./cursor.ts";
import type { Line, Token } from "./lexer.ts";
import { drawStatement, type Surroundings } from "./phrases.ts";
import { STATEMENTS } from "./statements/index.ts";
import type { Statement } from "./statements/statement.ts";
import type { Parameter, Value } from "./tree.ts";
import { OBJECTS, ValueReader } from "./values.ts";
import { FLOW, OTHER_WORDS, opensBlock, RESERVED } from "./vocabulary.ts";

/** Reads one line at a time and hands what it says to the open blocks. */
export class LineReader {
	private readonly around: Surroundings;
	private readonly routines: ReadonlySet<string>;
	private readonly headless: ReadonlySet<number>;
	/** The newest drawing statement. */
	private before: Statement | undefined;

	/**
	 * @param routines names of the program's routines
	 * @param headless lines that look like a routine's first line without its word
	 */
	constructor(around: Surroundings, routines: ReadonlySet<string>, headless: ReadonlySet<number>) {
		this.around = around;
		this.headless = headless;
		this.routines = routines;
	}

	/** Reads a line; returns what is worth saying of it. Throws Unreadable where it is wrong. */
	read(line: Line, blocks: BlockStack): readonly Problem[] {
		const cursor = new Cursor(line);
		this.statement(cursor, line, blocks);
		return cursor.remarks;
	}

	private statement(cursor: Cursor, line: Line, blocks: BlockStack): void {
		const head = cursor.front;
		if (head.type !== "name") return this.noHead(cursor);
		const next = cursor.ahead(1);
		if (this.routines.has(head.text) && next.text === "(" && next.type === "sign") return this.call(cursor, blocks);
		if (FLOW.has(head.text)) return this.flow(cursor, blocks, head);
		if (head.text === "add" && this.adds(cursor)) return this.add(cursor, blocks);
		if ((head.text === "area" || head.text === "picture") && opensBlock(line.tokens))
			return this.drawnBlock(cursor, blocks, head);
		if (next.type === "sign" && next.text === "=" && !RESERVED.has(head.text) && !this.statementWithEquals(head.text))
			return this.change(cursor, blocks);
		if (
			next.type === "sign" &&
			next.text === "[" &&
			next.touching &&
			!RESERVED.has(head.text) &&
			!this.statementWithEquals(head.text)
		)
			return this.changeItem(cursor, blocks);
		if (next.type === "sign" && next.text === "." && OBJECTS.has(head.text)) return this.readOnly(cursor);
		const statement = STATEMENTS.get(head.text);
		if (statement) {
			cursor.take();
			this.before = statement;
			return blocks.add(drawStatement(cursor, statement, head.place, this.around));
		}
		if (next.type === "sign" && next.text === "(") return this.unknownCall(cursor);
		this.unknown(cursor, head);
	}

	/** `fill = blue` is a mistaken statement unless the program declares such a name. */
	private statementWithEquals(word: string): boolean {
		return STATEMENTS.has(word) && !this.around.declared.has(word);
	}

	private noHead(cursor: Cursor): never {
		return cursor.fail("statement-missing", cursor.place, { found: cursor.front.text });
	}

	private unknown(cursor: Cursor, head: Token): never {
		const { place, text } = head;
		const next = cursor.ahead(1);
		const second = cursor.ahead(2);
		const counted = (next.text === "+" || next.text === "-") && second.text === next.text && second.type === "sign";
		if (next.type === "sign" && /^[+\-*/]$/.test(next.text) && (second.text === "=" || counted)) {
			const whole = `${text} = ${text} ${next.text} ${counted ? "1" : ""}`;
			const end = second.place;
			const span = { ...place, length: end.column + 1 - place.column };
			return cursor.fail("change-short", span, { name: text, sign: next.text }, { place: span, text: whole });
		}
		const heads = [...STATEMENTS.keys(), ...FLOW];
		const lower = text.toLowerCase();
		if (heads.includes(lower))
			return cursor.fail("statement-case", place, { found: text, near: lower }, { place, text: lower });
		if (text === "area") cursor.fail("area-alone", next.place, { found: next.text });
		if (text === "picture")
			cursor.fail(
				"name-missing",
				cursor.ahead(1).place.line === 0 ? { ...place, column: place.column + place.length, length: 1 } : next.place,
				{ after: "picture" },
			);
		const other = OTHER_WORDS.get(lower);
		if (other) return cursor.fail("statement-other", place, { found: text, ours: other }, { place, text: other });
		const phrase = this.phraseOf(text);
		if (phrase) return cursor.fail("phrase-alone", place, { phrase: text, head: phrase });
		const near = nearest(text, heads);
		return cursor.fail(
			"statement-unknown",
			place,
			{ found: text, near: near ?? "" },
			near ? { place, text: near } : undefined,
		);
	}

	/** The statement that a phrase on a line of its own belongs to: the one before, if it takes such a phrase. */
	private phraseOf(word: string): string | undefined {
		if (this.before?.phrases.some((p) => p.word === word)) return this.before.head;
		for (const statement of STATEMENTS.values())
			if (statement.phrases.some((p) => p.word === word)) return statement.head;
		return undefined;
	}

	private unknownCall(cursor: Cursor): never {
		const { text, place } = cursor.front;
		if (this.headless.has(place.line))
			return cursor.fail("routine-word", place, { name: text }, { place: { ...place, length: 0 }, text: "routine " });
		const cased = [...this.routines].find((name) => name.toLowerCase() === text.toLowerCase());
		if (cased) return cursor.fail("name-case", place, { name: text, near: cased }, { place, text: cased });
		const other = OTHER_WORDS.get(text.toLowerCase());
		if (other) return cursor.fail("statement-other", place, { found: text, ours: other }, { place, text: other });
		const near = nearest(text, [...this.routines, ...STATEMENTS.keys()]);
		return cursor.fail(
			"routine-unknown",
			place,
			{ name: text, near: near ?? "" },
			near ? { place, text: near } : undefined,
		);
	}

	private readOnly(cursor: Cursor): never {
		const { place, text } = cursor.take();
		cursor.take();
		const name = cursor.take().text;
		if (STATEMENTS.get(text)?.phrases.some((p) => p.word === name && p.values.length === 0))
			return cursor.fail(
				"dot-statement",
				cursor.span(place),
				{ written: `${text}.${name}`, ours: `${text} ${name}` },
				{ place: cursor.span(place), text: `${text} ${name}` },
			);
		return cursor.fail("property-set", cursor.span(place), {
			name: `${text}.${name}`,
			instead: name === "x" || name === "y" ? "go to" : name === "facing" ? "face" : text,
		});
	}

	private call(cursor: Cursor, blocks: BlockStack): void {
		const { place } = cursor.front;
		const call = this.value(cursor, "");
		this.finish(cursor);
		if (call.node === "call") blocks.add({ node: "do", call, place });
		else cursor.fail("value-alone", call.place, {});
	}

	private change(cursor: Cursor, blocks: BlockStack): void {
		const name = cursor.take();
		cursor.take();
		const value = this.value(cursor, "=");
		this.finish(cursor);
		blocks.add({ node: "set", name: name.text, value, namePlace: name.place, place: name.place });
	}

	/** `LIST[i] = VALUE`, with as many indices as the list is deep. */
	private changeItem(cursor: Cursor, blocks: BlockStack): void {
		const name = cursor.take();
		const indices = this.indices(cursor);
		if (cursor.isSign(".")) cursor.fail("property-set", cursor.span(name.place), { name: name.text, instead: "" });
		if (!cursor.takeSign("=")) {
			if (cursor.done) cursor.fail("value-alone", cursor.span(name.place), {});
			cursor.fail(
				"equals-missing",
				cursor.place,
				{ name: `${name.text}[ ]` },
				{ place: { ...cursor.place, length: 0 }, text: "= " },
			);
		}
		const value = this.value(cursor, "=");
		this.finish(cursor);
		blocks.add({ node: "put", how: "set", name: name.text, indices, value, namePlace: name.place, place: name.place });
	}

	private indices(cursor: Cursor): Value[] {
		const indices: Value[] = [];
		while (cursor.isSign("[") && cursor.front.touching)
			indices.push(new ValueReader(cursor, this.around.nesting).index());
		return indices;
	}

	/** Whether `add` at the start of a line is the statement: not where it is a name being changed. */
	private adds(cursor: Cursor): boolean {
		const next = cursor.ahead(1);
		return !(
			next.type === "sign" &&
			(next.text === "=" || (next.text === "[" && next.touching && this.around.declared.has("add")))
		);
	}

	private add(cursor: Cursor, blocks: BlockStack): void {
		const { place } = cursor.take();
		const value = this.value(cursor, "add");
		this.word(cursor, "to", "add VALUE to LIST");
		const name = this.name(cursor, "to");
		const indices = this.indices(cursor);
		this.finish(cursor);
		blocks.add({ node: "put", how: "add", name: name.text, indices, value, namePlace: name.place, place });
	}

	private drawnBlock(cursor: Cursor, blocks: BlockStack, head: Token): void {
		const { place } = cursor.take();
		if (head.text === "area")
			return blocks.begin("area", cursor.line, (body, last) => ({ node: "area", body, last, place }));
		const name = this.name(cursor, "picture");
		const size = cursor.takeWord("size") ? this.size(cursor) : undefined;
		if (!size && !cursor.done)
			cursor.fail("phrase-unknown", cursor.place, {
				head: "picture",
				found: cursor.front.text,
				words: "size",
				near: "",
			});
		this.finish(cursor, "picture");
		blocks.begin("picture", cursor.line, (body) => ({
			node: "picture",
			name: name.text,
			body,
			namePlace: name.place,
			place,
			...(size && { size }),
		}));
	}

	private size(cursor: Cursor): [Value, Value] {
		const width = this.value(cursor, "size");
		if (!cursor.takeSign(","))
			cursor.fail("value-too-few", cursor.place, { owner: "size", form: "size W, H", count: 2, have: 1 });
		return [width, this.value(cursor, ",")];
	}

	private each(cursor: Cursor, blocks: BlockStack, place: SourceRange): void {
		const name = this.name(cursor, "for each");
		this.word(cursor, "in", "for each NAME in LIST");
		const list = this.value(cursor, "in");
		this.finish(cursor, "for each");
		blocks.begin("for", cursor.line, (body) => ({
			node: "each",
			name: name.text,
			list,
			body,
			namePlace: name.place,
			place,
		}));
	}

	private flow(cursor: Cursor, blocks: BlockStack, head: Token): void {
		const { place } = head;
		cursor.take();
		switch (head.text) {
			case "let":
				return this.declare(cursor, blocks, place);
			case "repeat": {
				const count = this.value(cursor, "repeat");
				cursor.takeWord("times");
				this.finish(cursor, "repeat");
				return blocks.begin("repeat", cursor.line, (body) => ({ node: "repeat", count, body, place }));
			}
			case "for":
				return cursor.takeWord("each") ? this.each(cursor, blocks, place) : this.forLoop(cursor, blocks, place);
			case "each":
				blocks.topLevel(cursor.line);
				this.word(cursor, "frame", "each frame");
				this.finish(cursor, "each frame");
				return blocks.begin("each frame", cursor.line, (body) => ({ node: "frames", body, place }));
			case "while": {
				const condition = this.condition(cursor, "while");
				return blocks.begin("while", cursor.line, (body) => ({ node: "while", condition, body, place }));
			}
			case "if":
				return blocks.beginIf(cursor.line, this.condition(cursor, "if"), place);
			case "else": {
				const condition = cursor.takeWord("if") ? this.condition(cursor, "else if") : undefined;
				this.finish(cursor, "else");
				return blocks.branch(condition, place);
			}
			case "routine":
				return this.routine(cursor, blocks, place);
			case "return": {
				const value = cursor.done ? undefined : this.value(cursor, "return");
				this.finish(cursor);
				return blocks.add({ node: "return", place, ...(value && { value }) });
			}
			case "break":
				this.finish(cursor);
				return blocks.add({ node: "break", place });
			default:
				if (!cursor.done) cursor.fail("end-not-alone", cursor.place, { found: cursor.rest() });
				return blocks.end(cursor.line);
		}
	}

	private declare(cursor: Cursor, blocks: BlockStack, place: SourceRange): void {
		const name = this.name(cursor, "let");
		if (cursor.isSign("=="))
			cursor.fail("equals-twice", cursor.place, { name: name.text }, { place: cursor.place, text: "=" });
		if (cursor.front.type === "name" && cursor.ahead(1).text === "=") {
			const whole = { ...name.place, length: cursor.place.column + cursor.place.length - name.place.column };
			const joined = `${name.text}_${cursor.front.text}`;
			cursor.fail(
				"name-words",
				whole,
				{ written: `${name.text} ${cursor.front.text}`, joined },
				{ place: whole, text: joined },
			);
		}
		if (!cursor.takeSign("="))
			cursor.fail(
				"equals-missing",
				cursor.place,
				{ name: `let ${name.text}` },
				cursor.done ? undefined : { place: { ...cursor.place, length: 0 }, text: "= " },
			);
		const value = this.value(cursor, "=");
		this.finish(cursor);
		blocks.add({ node: "let", name: name.text, value, namePlace: name.place, place });
	}

	private forLoop(cursor: Cursor, blocks: BlockStack, place: SourceRange): void {
		const name = this.name(cursor, "for");
		this.word(cursor, "from", "for NAME from A to B");
		const from = this.value(cursor, "from");
		this.word(cursor, "to", "for NAME from A to B");
		const to = this.value(cursor, "to");
		const by = cursor.takeWord("by") ? this.value(cursor, "by") : undefined;
		this.finish(cursor, "for");
		const node = { node: "for", name: name.text, from, to, namePlace: name.place, place, ...(by && { by }) } as const;
		blocks.begin("for", cursor.line, (body) => ({ ...node, body }));
	}

	private routine(cursor: Cursor, blocks: BlockStack, place: SourceRange): void {
		blocks.topLevel(cursor.line);
		const name = cursor.front;
		if (name.type !== "name") cursor.fail("name-missing", cursor.place, { after: "routine" });
		if (RESERVED.has(name.text)) cursor.fail("name-reserved", name.place, { name: name.text });
		cursor.take();
		if (!cursor.takeSign("("))
			cursor.fail(
				"brackets-missing",
				cursor.place,
				{ name: name.text },
				{ place: { ...cursor.place, length: 0 }, text: cursor.done ? "()" : "(" },
			);
		const parameters: Parameter[] = [];
		while (!cursor.isSign(")")) {
			const parameter = this.name(cursor, parameters.length === 0 ? "(" : ",");
			const otherwise = cursor.takeSign("=") ? this.value(cursor, "=") : undefined;
			if (parameters.some((p) => p.name === parameter.text))
				cursor.fail("value-name-twice", parameter.place, { name: parameter.text });
			parameters.push({ name: parameter.text, place: parameter.place, ...(otherwise && { otherwise }) });
			if (!cursor.takeSign(",")) break;
			if (cursor.isSign(")")) cursor.fail("name-missing", cursor.place, { after: "," });
		}
		if (!cursor.takeSign(")"))
			cursor.fail(
				"bracket-open",
				cursor.place,
				{ opened: `${name.text}(`, sign: ")" },
				{ place: { ...cursor.place, length: 0 }, text: ")" },
			);
		this.finish(cursor, "routine");
		const node = { node: "routine", name: name.text, parameters, place, namePlace: name.place } as const;
		blocks.begin("routine", cursor.line, (body) => ({ ...node, body }));
	}

	private name(cursor: Cursor, after: string): Token {
		const { front } = cursor;
		if (cursor.done || front.type !== "name") cursor.fail("name-missing", cursor.place, { after });
		if (RESERVED.has(front.text)) cursor.fail("name-reserved", front.place, { name: front.text });
		return cursor.take();
	}

	private word(cursor: Cursor, word: string, form: string): void {
		if (cursor.takeWord(word)) return;
		const near = cursor.front.type === "name" && nearest(cursor.front.text, [word]);
		const noValue = cursor.done || ["from", "to", "by", "in"].includes(cursor.front.text);
		// "= 1", "until 5", "of [1]": another word where ours belongs is put right, not kept.
		const next = cursor.ahead(1);
		const exchanged =
			cursor.isSign("=") ||
			(cursor.front.type === "name" &&
				(next.type === "number" || next.type === "name" || (next.text === "[" && !next.touching)));
		const fix =
			!near && noValue
				? undefined
				: near || exchanged
					? { place: cursor.place, text: word }
					: { place: { ...cursor.place, length: 0 }, text: `${word} ` };
		cursor.fail("word-missing", cursor.place, { word, form, found: cursor.front.text }, fix);
	}

	private condition(cursor: Cursor, head: string): Value {
		const value = this.value(cursor, head);
		if (cursor.isSign("=")) cursor.fail("equals-compare", cursor.place, { head }, { place: cursor.place, text: "==" });
		this.finish(cursor, head);
		return value;
	}

	private value(cursor: Cursor, owner: string): Value {
		return new ValueReader(cursor, this.around.nesting).value(owner);
	}

	/** Nothing may follow; after a block's head it may be that the body was begun on its line. */
	private finish(cursor: Cursor, head?: string): void {
		if (cursor.done) return;
		const { front, place } = cursor;
		const extra = cursor.rest();
		if (front.text === "," && cursor.ahead(1).place.line === 0)
			cursor.fail("sign-drop", place, { sign: "," }, { place, text: "" });
		if (front.text === "then" || front.text === "do" || front.text === "{")
			cursor.fail("word-drop", place, { word: front.text, head: head ?? "" }, { place, text: "" });
		if (head && (STATEMENTS.has(front.text) || FLOW.has(front.text) || this.routines.has(front.text)))
			cursor.fail("body-on-line", place, { head, found: front.text }, { place: { ...place, length: 0 }, text: "\n  " });
		if (front.text === "[" && cursor.last.type !== "number") {
			const { last } = cursor;
			const gap = {
				line: place.line,
				column: last.place.column + last.place.length,
				length: place.column - last.place.column - last.place.length,
			};
			if (gap.length > 0 && gap.line === last.place.line)
				cursor.fail("index-space", place, { name: last.text }, { place: gap, text: "" });
		}
		cursor.fail("line-goes-on", place, { found: extra });
	}
}
