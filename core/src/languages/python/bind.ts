import { cssColour } from "../../colour/css-colour.ts";
import type { Limits } from "../../limits/limits.ts";
import { Halt } from "../nib/halt.ts";
import { List } from "../nib/list.ts";
import type { Picture } from "../nib/picture-value.ts";
import type { PhraseSpec, ValueSpec } from "../nib/statements/statement.ts";
import type { Address } from "./interpreter.ts";
import { formOf, keywordForm, keywordOf, type ModuleFunction } from "./module-functions.ts";
import type { DoorCall, PythonBox } from "./python-box.ts";

/** What binding a call's values needs of the run. */
export interface Binding {
	readonly box: PythonBox;
	readonly line: () => number;
	readonly pictureOf: (number: number) => Picture | undefined;
	readonly limits: Limits;
}

/** Ends the program where a function isn't called as it is to be. */
function wrong(binding: Binding, code: string, data: Readonly<Record<string, string | number>>): never {
	throw new Halt(code, binding.line(), data);
}

/**
 * The arguments of a statement's `run`, from a call of one of its functions. Ends the program with a problem where the
 * call has other values than the function takes.
 */
export function boundValues(f: ModuleFunction, call: DoorCall, binding: Binding): unknown[] {
	const { statement } = f;
	const bare = byPlace(f, call, binding);
	const given = byName(f, call, binding);
	const slots: unknown[] = [];
	if (f.direction !== undefined) slots.push(f.direction);
	if (f.phrase === undefined) slots.push(...(f.values.length > 0 ? bare : statement.values.map(() => undefined)));
	else slots.push(...statement.values.map(() => undefined));
	for (const spec of statement.phrases) {
		if (spec.word === f.phrase) slots.push(...bare);
		else if (f.fixed.includes(spec.word)) slots.push(true);
		else slots.push(...phraseValues(spec, given.get(spec.word), binding));
	}
	return slots;
}

function byPlace(f: ModuleFunction, { values, named }: DoorCall, binding: Binding): unknown[] {
	const { box } = binding;
	const count = f.values.length;
	let taken: readonly Address[] = values;
	// A place may be a pair, as it is everywhere else.
	if (count === 2 && values.length === 1 && box.kindOf(values[0] as Address) === "list")
		taken = box.itemsOf(values[0] as Address) ?? values;
	const [only] = f.values;
	if (count === 1 && only?.kind === "colour" && (taken.length === 3 || taken.length === 4))
		wrong(binding, "py-rgb", { name: f.name, form: `${f.name}(rgb(${taken.map((v) => shown(box, v)).join(", ")}))` });
	if (taken.length > count) {
		const [first] = f.keywords;
		if (count === 0 && first) wrong(binding, "py-by-name", { name: f.name, form: formOf(f) });
		wrong(binding, "py-values-many", { name: f.name, most: count, found: taken.length, form: formOf(f) });
	}
	if (taken.length < count) {
		const unknown = [...named.keys()].find((word) => !f.keywords.some((k) => isWord(k, word)));
		if (unknown === undefined || taken.length > 0 || named.size === 0)
			wrong(binding, "py-values-few", { name: f.name, least: count, found: taken.length, form: formOf(f) });
		wrong(binding, "py-keyword-unknown", { name: f.name, word: unknown, form: formOf(f) });
	}
	return f.values.map((spec, i) => scalar(f.name, spec, taken[i] as Address, binding));
}

const isWord = (phrase: PhraseSpec, word: string) => keywordOf(phrase.word) === word || phrase.also === word;

/** The call's keywords by the words of the statement's phrases. */
function byName(f: ModuleFunction, { named }: DoorCall, binding: Binding): ReadonlyMap<string, Address> {
	const given = new Map<string, Address>();
	for (const [word, value] of named) {
		const phrase = f.keywords.find((k) => isWord(k, word));
		if (!phrase) return wrong(binding, "py-keyword-unknown", { name: f.name, word, form: formOf(f) });
		if (given.has(phrase.word)) wrong(binding, "py-keyword-twice", { name: f.name, word: keywordOf(phrase.word) });
		if (binding.box.kindOf(value) !== "none" || takesNone(phrase)) given.set(phrase.word, value);
	}
	complete(f, given, binding);
	return given;
}

const takesNone = (phrase: PhraseSpec) => phrase.values[0]?.kind === "colour";

/** Ends the program where a keyword is missing, or two exclude one another. */
function complete(f: ModuleFunction, given: ReadonlyMap<string, Address>, binding: Binding): void {
	const inPatterns = new Set(f.patterns.flat());
	const words = [...given.keys()].filter((w) => inPatterns.has(w));
	if (f.patterns.some((p) => p.every((w) => given.has(w)) && words.every((w) => p.includes(w)))) return;
	const fitting = f.patterns.filter((p) => words.every((w) => p.includes(w)));
	if (fitting.length === 0) {
		const together = (a: string, b: string) => f.patterns.some((p) => p.includes(a) && p.includes(b));
		const second = words.find((b, i) => words.slice(0, i).some((a) => !together(a, b))) ?? (words.at(-1) as string);
		const first = words.find((a) => a !== second && !together(a, second)) ?? (words[0] as string);
		wrong(binding, "py-keywords-both", { name: f.name, first: keywordOf(first), second: keywordOf(second) });
	}
	const missing = (fitting[0] as readonly string[]).filter((w) => !given.has(w));
	const spec = f.keywords.find((k) => k.word === missing[0]) as PhraseSpec;
	wrong(binding, "py-keyword-missing", { name: f.name, wanted: keywordForm(spec), form: formOf(f) });
}

function phraseValues(spec: PhraseSpec, value: Address | undefined, binding: Binding): readonly unknown[] {
	const count = Math.max(1, spec.values.length);
	if (value === undefined) return Array.from({ length: count }, () => undefined);
	const word = keywordOf(spec.word);
	const { box } = binding;
	if (spec.choices) {
		const said = box.kindOf(value) === "text" ? box.textOf(value).replaceAll("_", " ") : "";
		const choice = spec.choices.indexOf(said);
		if (choice >= 0) return [choice];
		return wrong(binding, "py-choice", {
			name: word,
			found: shown(box, value),
			choices: spec.choices.map((c) => `"${c}"`).join(", "),
		});
	}
	if (spec.points) return [points(word, value, binding)];
	const [only] = spec.values;
	if (spec.values.length === 1 && only) return [scalar(word, only, value, binding)];
	const items = box.kindOf(value) === "list" ? box.itemsOf(value) : undefined;
	if (!items || items.length !== spec.values.length)
		return wrong(binding, "py-pair", { name: word, found: shown(box, value), form: keywordForm(spec) });
	return spec.values.map((v, i) => scalar(word, v, items[i] as Address, binding));
}

/** Points one after the other: pairs in a list. */
function points(name: string, value: Address, binding: Binding): number[] {
	const { box } = binding;
	const form = `${name}=[(X, Y), (X, Y), …]`;
	const items = itemsIn(value, binding);
	if (!items) return wrong(binding, "py-pair", { name, found: shown(box, value), form });
	return items.flatMap((item) => {
		const pair = box.kindOf(item) === "list" ? box.itemsOf(item) : undefined;
		if (pair?.length !== 2) return wrong(binding, "py-point", { name, found: shown(box, item), form });
		return pair.map((v) => numberIn(name, v, binding));
	});
}

/** The items of a list, no more than a list may have; undefined if the value isn't one. */
function itemsIn(value: Address, binding: Binding): Address[] | undefined {
	const { box, limits } = binding;
	if (box.kindOf(value) === "text") return undefined;
	const items = box.itemsOf(value, limits.list);
	if (items && items.length > limits.list) wrong(binding, "limit-list", { most: limits.list });
	return items;
}

/** What Python writes for a value, no longer than a text may be. */
function textIn(value: Address, binding: Binding): string {
	const text = binding.box.written(value) ?? "";
	return text.length > binding.limits.text ? wrong(binding, "limit-text", { most: binding.limits.text }) : text;
}

function scalar(name: string, spec: ValueSpec, value: Address, binding: Binding): unknown {
	const { box } = binding;
	switch (spec.kind) {
		case "number":
			return numberIn(name, value, binding);
		case "colour":
			return colourIn(name, value, binding);
		case "picture":
			return pictureIn(name, value, binding);
		case "list": {
			const items = itemsIn(value, binding);
			if (!items) return wrong(binding, "py-kind", { name, wanted: "a list", found: shown(box, value) });
			return new List(items.map((v) => numberIn(name, v, binding)));
		}
		default:
			return textIn(value, binding);
	}
}

export function numberIn(name: string, value: Address, binding: Binding): number {
	const { box } = binding;
	const kind = box.kindOf(value);
	const number = kind === "number" || kind === "boolean" || kind === "other" ? box.numberOf(value) : undefined;
	if (number === undefined) {
		if (kind === "text" && box.textOf(value).trim() !== "" && Number.isFinite(Number(box.textOf(value))))
			return wrong(binding, "py-text-for-number", { name, found: shown(box, value), number: box.textOf(value).trim() });
		return wrong(binding, "py-kind", { name, wanted: "a number", found: shown(box, value) });
	}
	if (!Number.isFinite(number)) return wrong(binding, "py-not-finite", { name, found: shown(box, value) });
	return number + 0;
}

/** A colour as 0xRRGGBBAA, or -1 for none. */
export function colourIn(name: string, value: Address, binding: Binding): number {
	const { box } = binding;
	const kind = box.kindOf(value);
	if (kind === "none") return -1;
	if (kind !== "text") return wrong(binding, "py-colour-kind", { name, found: shown(box, value) });
	const said = box.textOf(value).trim();
	if (said.toLowerCase() === "none") return -1;
	const colour = cssColour(said);
	return colour ?? wrong(binding, "py-colour-unknown", { name, word: said.slice(0, 60) });
}

export function pictureIn(name: string, value: Address, binding: Binding): Picture {
	const { box } = binding;
	const picture = box.kindOf(value) === "picture" ? binding.pictureOf(box.attribute(value, "number")) : undefined;
	return picture ?? wrong(binding, "py-kind", { name, wanted: "a picture", found: shown(box, value) });
}

/** A value as messages show it, with its kind. */
export function shown(box: PythonBox, value: Address): string {
	const written = (box.written(value) ?? "").slice(0, 40);
	switch (box.kindOf(value)) {
		case "none":
			return "None";
		case "text":
			return `the text "${written}"`;
		case "list":
			return written;
		case "picture":
			return "a picture";
		case "number":
		case "boolean":
			return written;
		default:
			return /^<(?:function|built-in)/.test(written) ? "a function" : `a value of the type ${box.typeName(value)}`;
	}
}
