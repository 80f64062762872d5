import { CST, type Document, isScalar, Lexer, LineCounter, parseDocument, visit } from "yaml";
import type { z } from "zod";
import { optionsOf } from "../marking/checks/index.ts";
import type { CriterionOrGroup } from "../marking/marking-spec.ts";
import { type CollectionFile, collectionFile } from "./collection.ts";
import { exampleOf, issueMessage, yamlMessage } from "./file-messages.ts";
import { collectionJsonSchema, exerciseJsonSchema, keysIn } from "./json-schema.ts";
import { type ExerciseFile, exerciseFile, MAX_PARTS } from "./schema.ts";

/** What is wrong in an exercise file, and where. */
export interface FileProblem {
	/** Line from 1. */
	readonly line: number;
	readonly column: number;
	/** Keys and numbers that lead to the place, as "criteria[2].at". */
	readonly path: string;
	readonly message: string;
}

export type ExerciseReading =
	| { readonly ok: true; readonly exercise: ExerciseFile }
	| { readonly ok: false; readonly problems: readonly FileProblem[] };

type Path = readonly PropertyKey[];

function pathText(path: Path): string {
	return path
		.map((key) => (typeof key === "number" ? `[${key}]` : `.${String(key)}`))
		.join("")
		.replace(/^\./, "");
}

/** The issue that says most: of the alternatives of a union, those of the one that came nearest. */
function flattened(issues: readonly z.core.$ZodIssue[], base: Path = []): { issue: z.core.$ZodIssue; path: Path }[] {
	return issues.flatMap((issue) => {
		const path = [...base, ...issue.path];
		if (issue.code !== "invalid_union" || issue.errors.length === 0) return [{ issue, path }];
		// Where nothing came near any of them, the union says what may be there.
		if (
			issue.errors.every((alternative) => alternative.every((one) => one.path.length === 0)) &&
			issue.errors.length > 1
		)
			return [{ issue, path }];
		const best = [...issue.errors].sort((a, b) => depth(b) - depth(a) || a.length - b.length)[0];
		return best && best.length > 0 ? flattened(best, path) : [{ issue, path }];
	});
}

function depth(issues: readonly z.core.$ZodIssue[]): number {
	return Math.max(0, ...issues.map((i) => i.path.length + (i.code === "invalid_type" ? 0 : 1)));
}

/** Whether an issue is about a criterion that names no check: the words that it goes on with are no help then. */
function withoutCheck(issue: z.core.$ZodIssue, value: unknown): boolean {
	const criterion = value as { check?: unknown; "any of"?: unknown; "all of"?: unknown; among?: unknown } | null;
	const group = criterion && (criterion["any of"] ?? criterion["all of"] ?? criterion.among) !== undefined;
	return (
		issue.code === "unrecognized_keys" &&
		criterion !== null &&
		typeof criterion === "object" &&
		criterion.check === undefined &&
		!group
	);
}

/** Files longer than this are no exercises. */
const MAX_CHARACTERS = 1_000_000;
/** Problems of one file that are reported. */
const MAX_PROBLEMS = 50;
/** Issues of one file that are looked at for that. */
const MAX_ISSUES = 200;
/** Tokens of YAML in a file: an exercise has some thousand. */
const MAX_TOKENS = 40_000;
/** Lists and maps in one another. */
const MAX_DEPTH = 40;

const OPENS: ReadonlySet<CST.TokenType | null> = new Set(["flow-seq-start", "flow-map-start"]);
const CLOSES: ReadonlySet<CST.TokenType | null> = new Set(["flow-seq-end", "flow-map-end"]);
const NESTS: ReadonlySet<CST.TokenType | null> = new Set(["seq-item-ind", "explicit-key-ind"]);
/** Tokens without text: they say what kind of token comes next, and where a line of brackets ends. */
const SIGNS: ReadonlySet<string> = new Set([CST.DOCUMENT, CST.FLOW_END, CST.SCALAR]);

/**
 * Where a file is too large or nested too deeply to be read in a moment, found without reading it: its tokens are
 * counted, which takes time in proportion to its length.
 */
function tooMuch(text: string): { readonly offset: number; readonly message: string } | undefined {
	let [offset, tokens, flow, inLine] = [0, 0, 0, 0];
	for (const token of new Lexer().lex(text)) {
		const type = CST.tokenType(token);
		if (OPENS.has(type)) flow++;
		else if (CLOSES.has(type)) flow--;
		else if (NESTS.has(type)) inLine++;
		else if (type === "newline") inLine = 0;
		if (++tokens > MAX_TOKENS)
			return { offset, message: "the file has too many keys and values; an exercise has at most some thousand" };
		if (flow + inLine > MAX_DEPTH)
			return { offset, message: `lists and maps are more than ${MAX_DEPTH} deep in one another here` };
		if (!SIGNS.has(token)) offset += token.length;
	}
	return undefined;
}

/** Where a map has a key twice. YAML's reader compares each key with each other one, which takes long. */
function offsetOfTwice(document: Document): number | undefined {
	let found: number | undefined;
	visit(document, {
		Map(_, { items }) {
			const seen = new Set<unknown>();
			for (const { key } of items) {
				if (!isScalar(key)) continue;
				if (seen.has(key.value)) {
					found = key.range?.[0] ?? 0;
					return visit.BREAK;
				}
				seen.add(key.value);
			}
			return undefined;
		},
	});
	return found;
}

/** Where scalars, keys among them, hold what no text can: YAML's escapes can write it. */
function offsetsOfNoText(document: Document): number[] {
	const offsets: number[] = [];
	visit(document, (_, node) => {
		if (isScalar(node) && typeof node.value === "string" && /[\0\p{Cs}]/u.test(node.value))
			offsets.push(node.range?.[0] ?? 0);
	});
	return offsets;
}

/** The check of the criterion that a path leads into, and whether it leads to the criterion itself. */
function criterionAt(file: unknown, path: Path): { readonly check: string | undefined; readonly ofCriterion: boolean } {
	let [value, check, ofCriterion] = [file, undefined as string | undefined, false];
	for (const key of ["", ...path]) {
		if (key !== "") value = (value as Record<PropertyKey, unknown> | null | undefined)?.[key];
		const own = value !== null && typeof value === "object" ? (value as { check?: unknown }).check : undefined;
		ofCriterion = typeof own === "string";
		if (typeof own === "string") check = own;
	}
	return { check, ofCriterion };
}

type Reading<T> =
	| { readonly ok: true; readonly value: T }
	| { readonly ok: false; readonly problems: readonly FileProblem[] };

/**
 * Reads a YAML file of ours. Of the YAML reader's own errors only the first is reported; after that every wrong value
 * is, with its path and line.
 */
function readFile<T>(
	text: string,
	schema: z.ZodType<T>,
	known: () => ReadonlySet<string>,
	most: Readonly<Record<string, number>> = {},
): Reading<T> {
	if (text.length > MAX_CHARACTERS)
		return {
			ok: false,
			problems: [{ line: 1, column: 1, path: "", message: `the file has more than ${MAX_CHARACTERS} characters` }],
		};
	const counter = new LineCounter();
	const much = tooMuch(text);
	if (much) {
		const before = text.slice(0, much.offset);
		const line = before.split("\n").length;
		const column = much.offset - before.lastIndexOf("\n");
		return { ok: false, problems: [{ line, column, path: "", message: much.message }] };
	}
	const document = parseDocument(text, {
		lineCounter: counter,
		uniqueKeys: false,
		prettyErrors: false,
		logLevel: "error",
	});
	const placeAt = (offset: number) => {
		const { line, col } = counter.linePos(offset);
		return { line: Math.max(1, line), column: Math.max(1, col) };
	};
	const [error] = document.errors;
	if (error) return { ok: false, problems: [{ ...placeAt(error.pos[0]), path: "", message: yamlMessage(error) }] };
	const twice = offsetOfTwice(document);
	if (twice !== undefined)
		return {
			ok: false,
			problems: [{ ...placeAt(twice), path: "", message: yamlMessage({ code: "DUPLICATE_KEY", message: "" }) }],
		};
	let value: unknown;
	try {
		const noText = offsetsOfNoText(document);
		if (noText.length > 0)
			return {
				ok: false,
				problems: noText.slice(0, MAX_PROBLEMS).map((o) => ({
					...placeAt(o),
					path: "",
					message: "this holds a character that isn't text: U+0000, or half of one",
				})),
			};
		value = document.toJS({ maxAliasCount: 20 });
	} catch (reason) {
		return {
			ok: false,
			problems: [{ line: 1, column: 1, path: "", message: reason instanceof Error ? reason.message : String(reason) }],
		};
	}
	for (const [part, limit] of Object.entries(most)) {
		const entries = (value as Record<string, unknown> | null)?.[part];
		if (typeof entries !== "object" || entries === null || Object.keys(entries).length <= limit) continue;
		const message = `there are ${Object.keys(entries).length} ${part}; ${limit} is the limit`;
		return { ok: false, problems: [{ ...placeAt(offsetOf(document, [part])), path: part, message }] };
	}
	const result = schema.safeParse(value);
	if (result.success) return { ok: true, value: result.data };
	// What ties parts together is looked at once every part is right for itself.
	const plainIssues = result.error.issues.filter((issue) => issue.code !== "custom" || issue.params?.ties !== true);
	const issues = (plainIssues.length > 0 ? plainIssues : result.error.issues).slice(0, MAX_ISSUES);
	const told = flattened(issues).map(({ issue, path }) => {
		const found = document.getIn(path);
		const plain =
			found !== null && typeof found === "object" && "toJSON" in found
				? (found as { toJSON(): unknown }).toJSON()
				: found;
		const isCriterion = path.length > 0 && withoutCheck(issue, plain);
		const target = issue.code === "unrecognized_keys" && !isCriterion ? [...path, issue.keys[0] as string] : path;
		const message = isCriterion
			? `say what is checked: check is missing here${exampleOf(undefined)}`
			: issueMessage(issue, { found: plain, known, ...criterionAt(value, path) });
		return { ...placeAt(offsetOf(document, target)), path: pathText(target), message };
	});
	const seen = new Set<string>();
	return {
		ok: false,
		problems: told
			.filter((p) => !seen.has(`${p.path} ${p.message}`) && seen.add(`${p.path} ${p.message}`))
			.slice(0, MAX_PROBLEMS),
	};
}

/** Reads an exercise file. Never throws; every wrong value is reported with its path and line. */
export function readExercise(text: string): ExerciseReading {
	const reading = readFile(text, exerciseFile, () => keysIn(exerciseJsonSchema()), MAX_PARTS);
	// The schema leaves each criterion the options of its check, where ExerciseFile says that it has some check's.
	return reading.ok ? { ok: true, exercise: withoutGifts(reading.value as unknown as ExerciseFile) } : reading;
}

/** Where the exercise sets the sheet, its size pays nothing: an empty program has it. */
function withoutGifts(file: ExerciseFile): ExerciseFile {
	const isGift = (asked: CriterionOrGroup) => {
		const of = optionsOf(asked, "sheet");
		return of?.size !== undefined && of.paper === undefined && !of["everything on it"] && asked.points > 0;
	};
	if (!file.sheet || !file.criteria.some(isGift)) return file;
	return { ...file, criteria: file.criteria.map((asked) => (isGift(asked) ? { ...asked, points: 0 } : asked)) };
}

/** A collection, or what is wrong in its file. */
export type CollectionReading =
	| { readonly ok: true; readonly collection: CollectionFile }
	| { readonly ok: false; readonly problems: readonly FileProblem[] };

/** Reads a collection file. Never throws. */
export function readCollection(text: string): CollectionReading {
	const reading = readFile(text, collectionFile, () => keysIn(collectionJsonSchema()));
	return reading.ok ? { ok: true, collection: reading.value } : reading;
}

/** Where the deepest part of a path that exists begins. */
function offsetOf(document: ReturnType<typeof parseDocument>, path: Path): number {
	for (let n = path.length; n >= 0; n--) {
		const node = document.getIn(path.slice(0, n), true) as { range?: [number, number, number] } | undefined;
		if (node?.range) return node.range[0];
	}
	return 0;
}
