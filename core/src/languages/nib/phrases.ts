import { nearest } from "../nearest.ts";
import type { SourceRange } from "../problem.ts";
import type { Cursor } from "./cursor.ts";
import { oddPhrase } from "./odd-phrases.ts";
import type { PhraseSpec, Statement, ValueSpec } from "./statements/statement.ts";
import type { DrawNode, Phrase, Value } from "./tree.ts";
import { ValueReader } from "./values.ts";

/** What reading a drawing statement needs to know of the whole program. */
export interface Surroundings {
	/** Names that the program declares anywhere: a phrase's word may be one of them. */
	readonly declared: ReadonlySet<string>;
	readonly nesting: number;
}

/** How a phrase is written, for messages: "size W, H". */
export function written(phrase: PhraseSpec): string {
	if (phrase.choices) return `${phrase.word} ${phrase.choices.join(" / ")}`;
	return [phrase.word, phrase.points ? "[X, Y], [X, Y] …" : phrase.values.map((v) => v.name).join(", ")]
		.filter(Boolean)
		.join(" ");
}

/** The values that a statement or phrase takes, for messages. */
interface ValuesDue {
	/** The statement's head or the phrase's word. */
	readonly owner: string;
	readonly count: number;
	/** How it is written in full. */
	readonly form: string;
}

/** Reads a drawing statement whose head has been taken. */
export function drawStatement(
	cursor: Cursor,
	statement: Statement,
	place: SourceRange,
	around: Surroundings,
): DrawNode {
	return new PhraseReader(cursor, statement, place, around).read();
}

/** The sets of phrases of each statement that have been found complete: there are few, and programs repeat them. */
const completeForms = new WeakMap<Statement, Set<string>>();

class PhraseReader {
	private readonly cursor: Cursor;
	private readonly statement: Statement;
	private readonly place: SourceRange;
	private readonly around: Surroundings;
	private readonly reader: ValueReader;

	constructor(cursor: Cursor, statement: Statement, place: SourceRange, around: Surroundings) {
		this.cursor = cursor;
		this.statement = statement;
		this.place = place;
		this.around = around;
		this.reader = new ValueReader(cursor, around.nesting);
	}

	read(): DrawNode {
		const { cursor, statement, place } = this;
		const direction = statement.direction && this.direction(statement.direction);
		const values = this.bareValues();
		const phrases: Phrase[] = [];
		while (!cursor.done) phrases.push(this.phrase(phrases));
		this.complete(values.length > 0, phrases);
		return {
			node: "draw",
			statement,
			values,
			phrases,
			place: cursor.span(place),
			...(direction !== undefined && { direction }),
		};
	}

	private direction(words: readonly string[]): number {
		const { cursor, statement } = this;
		const index = words.indexOf(cursor.front.text);
		if (index >= 0 && cursor.front.type === "name") {
			cursor.take();
			return index;
		}
		const near = cursor.front.type === "name" ? nearest(cursor.front.text, words) : undefined;
		if (near)
			cursor.fail(
				"direction-unknown",
				cursor.place,
				{ head: statement.head, found: cursor.front.text, near },
				{ place: cursor.place, text: near },
			);
		const { front, place } = cursor;
		const later = cursor.ahead(1);
		if (front.type === "number" && later.type === "name" && words.includes(later.text)) {
			const whole = { ...place, length: later.place.column + later.place.length - place.column };
			cursor.fail(
				"direction-after",
				whole,
				{ head: statement.head, direction: later.text, value: front.text },
				{ place: whole, text: `${later.text} ${front.text}` },
			);
		}
		return cursor.fail("direction-missing", cursor.place, { head: statement.head, words: words.join(" or ") });
	}

	private bareValues(): Value[] {
		const { cursor, statement } = this;
		const { values } = statement;
		if (values.length === 0) return [];
		const optional = statement.patterns.some((p) => !p.includes("values"));
		if (optional && (cursor.done || this.phraseInFront())) return [];
		const read = this.values(statement.head, values, statement.forms[0] as string);
		while (statement.more && cursor.takeSign(",")) read.push(this.reader.value(","));
		return read;
	}

	private phraseInFront(): PhraseSpec | undefined {
		const { front } = this.cursor;
		if (front.type !== "name") return undefined;
		return this.statement.phrases.find((p) => p.word === front.text || p.also === front.text);
	}

	/** As many values as are due, with their commas. */
	private values(owner: string, specs: readonly ValueSpec[], form: string): Value[] {
		const { cursor } = this;
		const count = specs.length;
		const values: Value[] = [];
		for (let i = 0; i < count; i++) {
			if (i > 0) this.comma({ owner, count, form }, values);
			this.valueDue(owner);
			values.push(this.reader.value(owner));
		}
		if (cursor.isSign(",") && !this.statement.more) this.commaTooMany(owner, count, form, specs[0]);
		return values;
	}

	private valueDue(owner: string): void {
		const { cursor } = this;
		const next = this.phraseInFront();
		if (next && next.word !== "none" && !this.around.declared.has(cursor.front.text) && cursor.ahead(1).text !== "(")
			cursor.fail("value-missing-before", cursor.place, { owner, found: cursor.front.text });
	}

	private comma({ owner, count, form }: ValuesDue, values: readonly Value[]): void {
		const { cursor } = this;
		const have = values.length;
		if (cursor.takeSign(",")) return;
		if (have === 1 && values[0]?.node === "list") cursor.fail("pair-for-place", values[0].place, { owner, form });
		const { front, place } = cursor;
		const valueLike =
			front.type === "number" ||
			front.type === "text" ||
			(front.type === "name" && !this.phraseInFront()) ||
			(front.type === "sign" && front.text === "(");
		if (valueLike && !cursor.done)
			cursor.fail("comma-missing", place, { before: front.text }, { place: { ...place, length: 0 }, text: ", " });
		const minus = cursor.remarks.at(-1);
		if (minus?.code === "minus-read" && have === 1)
			cursor.fail(
				"comma-missing",
				minus.place,
				{ before: `-${minus.data.after}` },
				{ place: { ...minus.place, length: 0 }, text: ", " },
			);
		const data = { owner, form, count, have };
		cursor.fail("value-too-few", cursor.done ? cursor.endPlace : place, data);
	}

	private commaTooMany(owner: string, count: number, form: string, spec: ValueSpec | undefined): never {
		const { cursor } = this;
		const comma = cursor.take();
		const phrase = this.phraseInFront();
		if (phrase && !this.around.declared.has(cursor.front.text))
			return cursor.fail(
				"comma-before-phrase",
				comma.place,
				{ phrase: cursor.front.text },
				{ place: comma.place, text: "" },
			);
		const [whole, part] = [cursor.ahead(-2), cursor.front];
		if (
			spec?.kind === "colour" &&
			whole.type === "number" &&
			part.type === "number" &&
			cursor.ahead(1).text === "," &&
			cursor.ahead(2).type === "number"
		) {
			const blue = cursor.ahead(2);
			const place = { ...whole.place, length: blue.place.column + blue.place.length - whole.place.column };
			const colour = `rgb(${whole.text}, ${part.text}, ${blue.text})`;
			return cursor.fail("rgb-missing", place, { colour }, { place, text: colour });
		}
		if (count === 1 && whole.type === "number" && comma.touching && part.type === "number" && part.touching) {
			const thousands = part.text.length === 3;
			const number = thousands ? `${whole.text}${part.text}` : `${whole.text}.${part.text}`;
			const place = { ...whole.place, length: whole.text.length + 1 + part.text.length };
			if (thousands)
				cursor.fail(
					"number-thousands",
					place,
					{ written: `${whole.text},${part.text}`, number },
					{ place, text: number },
				);
			return cursor.fail(
				"number-comma",
				place,
				{ written: `${whole.text},${part.text}`, number },
				{ place, text: number },
			);
		}
		return cursor.fail("value-too-many", comma.place, { owner, form, count });
	}

	private phrase(before: readonly Phrase[]): Phrase {
		const { cursor, statement } = this;
		const spec = this.phraseInFront();
		if (!spec) return this.unknownPhrase();
		const { place } = cursor.take();
		if (before.some((p) => p.word === spec.word))
			cursor.fail("phrase-twice", place, { phrase: spec.word, head: statement.head });
		const form = written(spec);
		if (spec.choices) {
			const choice = spec.choices.find((c) => c.split(" ").every((word, i) => cursor.ahead(i).text === word));
			if (!choice)
				return cursor.fail("choice-unknown", cursor.place, {
					phrase: spec.word,
					found: cursor.rest() || "nothing",
					choices: spec.choices.join(", "),
				});
			for (const _ of choice.split(" ")) cursor.take();
			return { word: spec.word, values: [], choice, place: cursor.span(place) };
		}
		if (spec.points) return { word: spec.word, values: this.points(spec.word), place: cursor.span(place) };
		const values = spec.values.length > 0 ? this.values(spec.word, spec.values, form) : [];
		return { word: spec.word, values, place: cursor.span(place) };
	}

	/** Points one by one, or a single value that is a list of them. */
	private points(owner: string): Value[] {
		const { cursor } = this;
		const points: Value[] = [];
		do {
			const { place } = cursor;
			const point = this.reader.value(owner);
			if (point.node === "number") return cursor.fail("place-for-pair", place, { owner });
			const minus = cursor.remarks.at(-1);
			if (minus?.code === "minus-read" && point.node === "list" && point.items.length === 1)
				cursor.fail(
					"comma-missing",
					minus.place,
					{ before: `-${minus.data.after}` },
					{ place: { ...minus.place, length: 0 }, text: ", " },
				);
			points.push(point);
			if (cursor.isSign("["))
				cursor.fail(
					"comma-missing",
					cursor.place,
					{ before: "[" },
					{ place: { ...cursor.place, length: 0 }, text: ", " },
				);
		} while (cursor.takeSign(","));
		return points;
	}

	private unknownPhrase(): never {
		const { cursor, statement } = this;
		if (cursor.isSign(","))
			return this.commaTooMany(
				statement.head,
				statement.values.length,
				statement.forms[0] as string,
				statement.values[0],
			);
		return oddPhrase(cursor, statement);
	}

	/** Reports a missing phrase, or two phrases that exclude each other. */
	private complete(hasValues: boolean, phrases: readonly Phrase[]): void {
		const { statement, cursor, place } = this;
		if (statement.patterns.length === 0) return;
		const key = `${hasValues}${phrases.map((p) => ` ${p.word}`).join("")}`;
		const known = completeForms.get(statement) ?? new Set();
		if (known.has(key)) return;
		const there = new Set(phrases.map((p) => p.word));
		if (hasValues) there.add("values");
		const inPatterns = new Set(statement.patterns.flat());
		const given = [...there].filter((w) => inPatterns.has(w));
		if (statement.patterns.some((p) => p.every((w) => there.has(w)) && given.every((w) => p.includes(w)))) {
			completeForms.set(statement, known.add(key));
			return;
		}
		const fitting = statement.patterns.filter((p) => given.every((w) => p.includes(w)));
		if (fitting.length === 0) {
			const together = (a: string, b: string) => statement.patterns.some((p) => p.includes(a) && p.includes(b));
			const second = given.find((b, i) => given.slice(0, i).some((a) => !together(a, b))) ?? (given.at(-1) as string);
			const first = given.find((a) => a !== second && !together(a, second)) ?? (given[0] as string);
			const named = (word: string) => (word === "values" ? (statement.forms[0] as string) : word);
			cursor.fail("phrase-conflict", place, { head: statement.head, first: named(first), second: named(second) });
		}
		const missing = (fitting[0] as readonly string[]).find((w) => !there.has(w)) as string;
		const spec = statement.phrases.find((p) => p.word === missing);
		const wanted = missing === "values" ? (statement.forms[0] as string) : spec ? written(spec) : missing;
		const others =
			fitting.length > 1 ? fitting.map((p) => p.filter((w) => !there.has(w)).join(" ")).join(", or ") : wanted;
		cursor.fail("phrase-missing", place, { head: statement.head, wanted: others, form: statement.forms[0] as string });
	}
}
