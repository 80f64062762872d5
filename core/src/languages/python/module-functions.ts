import { STATEMENTS } from "../nib/statements/index.ts";
import type { PhraseSpec, Statement, ValueSpec } from "../nib/statements/statement.ts";

/** A drawing function of the module: one statement of Nib, or one of its forms. */
export interface ModuleFunction {
	readonly name: string;
	readonly statement: Statement;
	/** Which of the statement's fixed words its name has. */
	readonly direction?: number;
	/** Phrases without values that its name has: the `up` of `pen_up`. */
	readonly fixed: readonly string[];
	/** What it takes by place: the statement's bare values, or those of the phrase that its name has. */
	readonly values: readonly ValueSpec[];
	/** The phrase whose values it takes by place, where they aren't bare ones. */
	readonly phrase?: string;
	/** What it takes by name. */
	readonly keywords: readonly PhraseSpec[];
	/** The sets of keywords of which one must be there in full. */
	readonly patterns: readonly (readonly string[])[];
}

/** Words of Python that can't be keywords of a call, and what is written instead. */
const RENAMED: Readonly<Record<string, string>> = { from: "from_" };

/** A phrase's word as a keyword. */
export const keywordOf = (word: string) => RENAMED[word] ?? word;

/** Statements that Python has itself. */
const PYTHONS_OWN: ReadonlySet<string> = new Set(["print"]);

/** Phrases that become part of a function's name: `go to`, `face toward`. */
const NAMED: Readonly<Record<string, string>> = { go: "to", face: "toward" };

function functionsOf(statement: Statement): ModuleFunction[] {
	const { head, direction, values, phrases, patterns } = statement;
	const base = { statement, fixed: [], keywords: phrases, patterns: patternsOf(statement), values };
	if (direction)
		return direction.map((word, i) => ({ ...base, name: `${head}_${word}`, direction: i, keywords: phrases }));
	if (head === "pen") {
		const settings = phrases.filter((p) => p.values.length > 0);
		const plain = phrases.filter((p) => p.values.length === 0).map((p) => p.word);
		return [
			{ ...base, name: head, keywords: settings, patterns: [["colour"], ["width"], ["colour", "width"]] },
			...plain.map((word) => ({
				...base,
				name: `${head}_${word}`,
				fixed: [word],
				keywords: word === "none" ? [] : settings,
				patterns: [[]],
			})),
		];
	}
	const named = NAMED[head];
	if (named !== undefined) {
		const phrase = phrases.find((p) => p.word === named) as PhraseSpec;
		const toward = {
			...base,
			name: `${head}_${named}`,
			phrase: named,
			values: phrase.values,
			keywords: [],
			patterns: [[]],
		};
		return patterns.some((p) => p.includes("values"))
			? [{ ...base, name: head, keywords: [], patterns: [[]] }, toward]
			: [toward];
	}
	return [{ ...base, name: head }];
}

/** The keywords that must be there: a statement's patterns without its bare values. */
function patternsOf({ patterns }: Statement): readonly (readonly string[])[] {
	return patterns.length === 0 ? [[]] : patterns.map((p) => p.filter((word) => word !== "values"));
}

/** The drawing functions by their names, in the order of Nib's statements. */
export const MODULE_FUNCTIONS: ReadonlyMap<string, ModuleFunction> = new Map(
	[...STATEMENTS.values()]
		.filter(({ head }) => !PYTHONS_OWN.has(head))
		.flatMap(functionsOf)
		.map((f) => [f.name, f]),
);

const valueName = ({ name, kind }: ValueSpec) => (kind === "colour" ? "colour" : name.toLowerCase());

/** A function's values as Python's help shows them. */
export function signatureOf({ values, keywords, patterns }: ModuleFunction): string {
	const needed = (word: string) => patterns.every((p) => p.includes(word));
	const named = keywords.map((p) => keywordOf(p.word) + (needed(p.word) ? "" : "=None"));
	const all = [...values.map(valueName), ...(named.length > 0 ? ["*", ...named] : [])];
	return `(${all.join(", ")}${values.length > 0 && named.length === 0 ? ", /" : ""})`;
}

/** How a keyword's values are written: `centre=(X, Y)`. */
export function keywordForm(phrase: PhraseSpec): string {
	const name = keywordOf(phrase.word);
	if (phrase.choices) return `${name}="${phrase.choices[0]}"`;
	if (phrase.points) return `${name}=[(X, Y), (X, Y), …]`;
	const [only] = phrase.values;
	if (phrase.values.length === 1) return `${name}=${only?.kind === "colour" ? '"COLOUR"' : only?.name}`;
	return `${name}=(${phrase.values.map((v) => v.name).join(", ")})`;
}

/** How a function is called, in its first form. */
export function formOf(f: ModuleFunction): string {
	const [pattern = []] = f.patterns;
	const named = pattern.flatMap((word) => f.keywords.filter((k) => k.word === word)).map(keywordForm);
	const values = f.values.map((v) => (v.kind === "colour" ? '"COLOUR"' : v.name));
	return `${f.name}(${[...values, ...named].join(", ")})`;
}
