import { COLOUR_NAMES, namedColour } from "../../colour/colour.ts";
import type { Limits } from "../../limits/limits.ts";
import { nearest } from "../nearest.ts";
import type { Fix, Problem, SourceRange } from "../problem.ts";
import { MODULE_NAMES } from "./module.ts";
import { keywordOf, MODULE_FUNCTIONS } from "./module-functions.ts";
import { lineText, placeFrom } from "./places.ts";

/** What an error of a run is about. */
interface Raised {
	readonly kind: string;
	readonly message: string;
	readonly place: SourceRange;
	/** The text at the place. */
	readonly text: string;
	/** The name that the error is about, where Python tells one. */
	readonly name: string;
	/** The type, or the module, that something was looked for in. */
	readonly of: string;
	readonly source: string;
}

type Shaped = readonly [code: string, data?: Problem["data"], fix?: Fix];

/** An error that Python raised, in our codes. @param parts what the interpreter's `run` gives */
export function raisedProblem(parts: readonly string[], source: string, limits: Limits): Problem {
	const [
		kind = "",
		message = "",
		line = "1",
		column = "0",
		endLine = "0",
		endColumn = "0",
		name = "",
		of = "",
		trace = "",
	] = parts;
	const place = placeFrom(
		source,
		{ line: Number(line), column: Number(column), endLine: Number(endLine), endColumn: Number(endColumn) },
		"bytes",
	);
	const text = lineText(source, place.line).slice(place.column - 1, place.column - 1 + place.length);
	const raised = { kind, message, place, text, name, of, source };
	const calls = callsOf(trace);
	const [code, data = {}, fix] = shapeOf(raised, limits);
	return { code, place, data: { ...data, ...(calls && { calls }) }, ...(fix && { fix }) };
}

/** The lines that led to an error, where a function was called on the way: "line 9, then line 4 in sail". */
function callsOf(trace: string): string | undefined {
	const steps = trace.split("\u001d").filter((step) => step !== "");
	if (steps.length < 2) return undefined;
	return steps
		.map((step) => {
			const [line = "", name = ""] = step.split("\u001e");
			return name.startsWith("<") ? `line ${line}` : `line ${line} in ${name}`;
		})
		.join(", then ");
}

function shapeOf(raised: Raised, limits: Limits): Shaped {
	const { kind, message } = raised;
	switch (kind) {
		case "NameError":
			return nameShape(raised);
		case "UnboundLocalError":
			return localShape(raised);
		case "AttributeError":
			return attributeShape(raised);
		case "ModuleNotFoundError":
			return ["py-module-missing", { name: /'(.+?)'/.exec(message)?.[1] ?? raised.name }];
		case "ImportError":
			return importShape(raised);
		case "TypeError":
			return typeShape(raised);
		case "ValueError":
			return valueShape(raised);
		case "IndexError":
			return [/pop from empty/.test(message) ? "py-list-empty" : "py-index-far", {}];
		case "KeyError":
			return ["py-key-missing", { name: message }];
		case "ZeroDivisionError":
			return ["py-divide-zero", {}];
		case "RecursionError":
			return ["py-too-deep", { most: limits.calls }];
		case "MemoryError":
		case "SystemError":
			return ["limit-memory", {}];
		case "OverflowError":
			return ["py-number-large", {}];
		case "EOFError":
			return ["py-answers-out", {}];
		case "PermissionError":
		case "FileNotFoundError":
		case "OSError":
			return ["py-no-files", {}];
		case "AssertionError":
			return ["py-assert", { message: message.slice(0, 200) }];
		case "StopIteration":
			return ["py-stop-iteration", {}];
		case "KeyboardInterrupt":
			return ["py-raised", { kind, message: message.slice(0, 200) }];
		default:
			if (/too many nested/.test(message)) return ["py-too-deep", { most: limits.calls }];
			return /thread/.test(message) && kind === "RuntimeError"
				? ["py-no-threads", {}]
				: ["py-raised", { kind: kind.slice(0, 60), message: message.slice(0, 200) }];
	}
}

/** Modules whose name is used without importing them. */
const MODULES = ["math", "random", "time", "string", "itertools", "functools", "collections", "datetime", "statistics"];

function nameShape({ message, source, place, name: known }: Raised): Shaped {
	const name = known || (/name '(.+?)'/.exec(message)?.[1] ?? "");
	const importsAll = /^\s*(?:from\s+markpen\s+import|import\s+markpen)\b/m.test(source);
	const top = { line: 1, column: 1, length: 0 };
	if (!importsAll && MODULE_NAMES.includes(name))
		return ["py-import-missing", { name }, { place: top, text: "from markpen import *\n" }];
	if (MODULES.includes(name)) return ["py-module-not-imported", { name }, { place: top, text: `import ${name}\n` }];
	const quoted = { line: place.line, column: place.column, length: name.length };
	if (namedColour(name) !== undefined)
		return ["py-colour-name", { name }, { place: quoted, text: JSON.stringify(name) }];
	const near = nearest(name, [...namesIn(source, name), ...MODULE_NAMES, ...BUILTINS]);
	if (near === undefined || near === name) return ["py-name-unknown", { name }];
	return ["py-name-unknown", { name, near }, { place: quoted, text: near }];
}

/** A name of the program that a function changes: it is to be declared in the function's first line. */
function localShape({ message, source, place, name: known }: Raised): Shaped {
	const name = /variable '(.+?)'/.exec(message)?.[1] ?? known;
	const isOutside = new RegExp(`^${name}\\s*(?:,[^=\\n]*)?=(?!=)`, "mu").test(source);
	const indent = /^[ \t]*/.exec(lineText(source, place.line))?.[0] ?? "";
	for (let line = place.line - 1; line > 0; line--) {
		const text = lineText(source, line);
		const lead = /^([ \t]*)def\b.*:\s*$/.exec(text)?.[1];
		if (lead === undefined || lead.length >= indent.length) continue;
		const body = /^[ \t]*/.exec(lineText(source, line + 1))?.[0] || `${lead}    `;
		const end = { line, column: text.length + 1, length: 0 };
		const fix = isOutside ? { place: end, text: `\n${body}global ${name}` } : undefined;
		return ["py-local-early", { name }, fix];
	}
	return ["py-local-early", { name }];
}

/** The names that a program gives values to, imports or defines. */
function namesIn(source: string, without: string): string[] {
	const found = new Set<string>();
	const patterns = [
		/(?:^|[;:])\s*(?:def|class)\s+([^\W\d]\w*)/gmu,
		/(?:^|[\s,(])([^\W\d]\w*)\s*(?:,[^=\n()]*)?=(?!=)/gmu,
		/\bfor\s+([^\n]+?)\s+in\b/gmu,
		/\bimport\s+([^\n#]+)/gmu,
		/\bdef\s+\w+\(([^)]*)\)/gmu,
	];
	for (const pattern of patterns)
		for (const [, group = ""] of source.matchAll(pattern))
			for (const [word] of group.matchAll(/[^\W\d]\w*/gu)) found.add(word);
	found.delete(without);
	return [...found];
}

const BUILTINS = [
	"print",
	"range",
	"len",
	"int",
	"float",
	"str",
	"list",
	"input",
	"abs",
	"round",
	"min",
	"max",
	"sum",
	"sorted",
	"reversed",
	"enumerate",
	"zip",
	"True",
	"False",
	"None",
];

const TYPES: Readonly<Record<string, string>> = {
	int: "a whole number",
	float: "a number",
	str: "text",
	list: "a list",
	tuple: "a pair or tuple",
	dict: "a dictionary",
	set: "a set",
	bool: "True or False",
	NoneType: "None (nothing)",
	function: "a function",
	builtin_function_or_method: "a function",
	method: "a function",
	range: "a range",
	Picture: "a picture",
	Pen: "the pen",
	type: "a type",
};

/** What a type of Python is called. */
const typed = (name: string | undefined) => TYPES[name ?? ""] ?? name ?? "a value";

/** What the common types can do, for "did you mean". */
const METHODS: Readonly<Record<string, readonly string[]>> = {
	list: ["append", "extend", "insert", "remove", "pop", "clear", "index", "count", "sort", "reverse", "copy"],
	str: ["upper", "lower", "split", "join", "strip", "replace", "find", "count", "startswith", "endswith", "format"],
	dict: ["keys", "values", "items", "get", "pop", "update", "clear"],
	Pen: ["x", "y", "facing", "width", "colour", "fill", "down"],
	"module math": ["sin", "cos", "tan", "sqrt", "pi", "floor", "ceil", "radians", "degrees", "hypot", "atan2", "pow"],
	"module random": ["random", "randint", "choice", "shuffle", "uniform", "randrange", "sample", "seed"],
	"module markpen": [],
};

/** Other names of what a list does. */
const LIST_WORDS: Readonly<Record<string, string>> = { add: "append", push: "append", length: "len", size: "len" };

function attributeShape({ message, name, of, place, text }: Raised): Shaped {
	if (/has no setter$/.test(message)) return ["py-read-only", { name: text }];
	const word = name || (/attribute '(.+?)'/.exec(message)?.[1] ?? "");
	if (of === "NoneType") return ["py-part-of-none", { name: word }];
	const known = of === "module markpen" ? MODULE_NAMES : (METHODS[of] ?? []);
	const near = (of === "list" ? LIST_WORDS[word] : undefined) ?? nearest(word, known);
	const at = text.lastIndexOf(word);
	const spot = at < 0 ? undefined : { line: place.line, column: place.column + at, length: word.length };
	const what = of.startsWith("module ") ? `the module ${of.slice(7)}` : typed(of);
	if (near === "len") return ["py-length", { name: word }];
	return near === undefined
		? ["py-part-unknown", { name: word, of: what }]
		: ["py-part-unknown", { name: word, of: what, near }, spot && { place: spot, text: near }];
}

function importShape({ message, place, source }: Raised): Shaped {
	const [, name = "", module = ""] = /cannot import name '(.+?)' from '(.+?)'/.exec(message) ?? [];
	const near = module === "markpen" ? nearest(name, MODULE_NAMES) : undefined;
	const line = lineText(source, place.line);
	const at = line.search(new RegExp(`\\b${name.replace(/\W/g, "")}\\b`));
	const spot = { line: place.line, column: at + 1, length: name.length };
	if (near === undefined) return ["py-import-name", { name, module }];
	return ["py-import-name", { name, module, near }, at < 0 ? undefined : { place: spot, text: near }];
}

/** What Python says of values of the wrong type: the first that fits. */
const TYPE_SAID: readonly (readonly [pattern: RegExp, shape: (found: RegExpExecArray, raised: Raised) => Shaped])[] = [
	[/^can only concatenate str \(not "(.+)"\) to str/, ([, kind]) => ["py-text-plus", { kind: typed(kind) }]],
	[
		/^unsupported operand type\(s\) for (.+): '(.+)' and '(.+)'/,
		([, sign = "", a, b]) =>
			[a, b].includes("NoneType")
				? ["py-sum-of-none", { sign: sign.replace(/ or .*/, "") }]
				: [a, b].includes("str") && (a === "int" || a === "float" || b === "int" || b === "float")
					? ["py-text-and-number", { sign }]
					: ["py-kinds-mixed", { sign: sign.replace(/ or .*/, ""), a: typed(a), b: typed(b) }],
	],
	[/^bad operand type for unary (.+): '(.+)'/, ([, sign = "", a]) => ["py-kinds-mixed", { sign, a: typed(a), b: "" }]],
	[
		/^'(.+)' not supported between instances of '(.+)' and '(.+)'/,
		([, sign = "", a, b]) => ["py-kinds-compared", { sign, a: typed(a), b: typed(b) }],
	],
	[
		/^'(.+)' object is not callable/,
		([, kind], { text }) => ["py-not-callable", { kind: typed(kind), word: /^[\w.]+/.exec(text)?.[0] ?? "" }],
	],
	[
		/^(?:.*\.)?(\w+)\(\) missing (\d+) required (?:positional|keyword-only) arguments?: (.+)/,
		([, name = "", count = "", which = ""]) => [
			"py-own-values-few",
			{ name, count: Number(count), which: which.replace(/'/g, "") },
		],
	],
	[
		/^(?:.*\.)?(\w+)\(\) takes (?:from \d+ to )?(\d+) positional arguments? but (\d+) (?:was|were) given/,
		([, name = "", most = "", found = ""]) => [
			"py-own-values-many",
			{ name, most: Number(most), found: Number(found) },
		],
	],
	[
		/^(?:.*\.)?(\w+)\(\) takes no (?:keyword )?arguments/,
		([, name = ""]) => ["py-own-values-many", { name, most: 0, found: 1 }],
	],
	[
		/^(?:.*\.)?(\w+)\(\) got an unexpected keyword argument '(.+?)'(?:\. Did you mean '(.+?)')?/,
		([, name = "", word = "", near]) => ["py-own-keyword", { name, word, ...(near !== undefined && { near }) }],
	],
	[
		/^(?:.*\.)?(\w+)\(\) got multiple values for argument '(.+?)'/,
		([, name = "", word = ""]) => ["py-keyword-twice", { name, word }],
	],
	[
		/^(?:.*\.)?(\w+)(?:\(\))? (?:expected|takes) (?:at (?:least|most) |exactly )?(\w+) arguments?,? (?:got|\()/,
		([, name = "", most = ""]) => ["py-values-count", { name, most }],
	],
	[
		/^'float' object cannot be interpreted as an integer/,
		(_, { text }) => ["py-whole-wanted", { text: text.slice(0, 60) }],
	],
	[/^'(.+)' object cannot be interpreted as an integer/, ([, kind]) => ["py-number-wanted", { kind: typed(kind) }]],
	[
		/^(?:list|string|tuple|range) indices must be integers or slices, not (.+)/,
		([, kind]) => ["py-index-kind", { kind: typed(kind) }],
	],
	[/^'NoneType' object is not (?:subscriptable|iterable)/, () => ["py-none-used", {}]],
	[
		/^'(?:function|builtin_function_or_method|type|method)' object is not subscriptable|^type '\w+' is not subscriptable/,
		(_, { text }) => ["py-square-call", { word: /^\w+/.exec(text)?.[0] ?? "" }],
	],
	[/^'(.+)' object is not subscriptable/, ([, kind]) => ["py-no-items", { kind: typed(kind) }]],
	[/^'(.+)' object does not support item assignment/, ([, kind]) => ["py-fixed", { kind: typed(kind) }]],
	[/^(?:cannot unpack non-iterable (\w+) object)/, ([, kind]) => ["py-unpack-one", { kind: typed(kind) }]],
	[
		/^'(?:int|float)' object is not iterable|^argument of type '(?:int|float)' is not/,
		(_, raised) => rangeShape(raised),
	],
	[/^'(.+)' object is not iterable/, ([, kind]) => ["py-not-a-list", { kind: typed(kind) }]],
	[
		/^must be real number, not (.+)|^a float is required|^type (\w+) doesn't define __round__/,
		([, kind, other]) => ["py-number-wanted", { kind: typed(kind ?? other) }],
	],
	[/^object of type '(.+)' has no len\(\)/, ([, kind]) => ["py-no-length", { kind: typed(kind) }]],
	[
		/^'(.+)' object does not support the (?:asynchronous )?context manager/,
		([, kind]) => ["py-with", { kind: typed(kind) }],
	],
	[/unhashable type: '(.+)'/, ([, kind]) => ["py-unhashable", { kind: typed(kind) }]],
	[/^sequence item \d+: expected str instance, (.+) found/, ([, kind]) => ["py-join", { kind: typed(kind) }]],
	[/^int\(\) argument must be|^float\(\) argument must be/, () => ["py-number-from", {}]],
];

/** A number that is iterated over like a list: a range of it is meant. */
function rangeShape({ place, source }: Raised): Shaped {
	const text = lineText(source, place.line);
	const found = /\bin\s+([\w.]+)\s*:/.exec(text);
	if (!found) return ["py-not-a-list", { kind: "a number" }];
	const at = {
		line: place.line,
		column: found.index + found[0].indexOf(found[1] as string) + 1,
		length: (found[1] as string).length,
	};
	return ["py-range-missing", { value: found[1] as string }, { place: at, text: `range(${found[1]})` }];
}

function typeShape(raised: Raised): Shaped {
	for (const [pattern, shape] of TYPE_SAID) {
		const found = pattern.exec(raised.message);
		if (found) return shape(found, raised);
	}
	return ["py-raised", { kind: raised.kind, message: raised.message.slice(0, 200) }];
}

function valueShape({ kind, message }: Raised): Shaped {
	const whole = /^invalid literal for int\(\) with base \d+: (.+)/.exec(message);
	if (whole) return ["py-no-number", { text: (whole[1] ?? "").slice(0, 60), kind: "whole number" }];
	const number = /^could not convert string to float: (.+)/.exec(message);
	if (number) return ["py-no-number", { text: (number[1] ?? "").slice(0, 60), kind: "number" }];
	if (/^math domain error|^expected a (?:nonnegative|positive|number)/.test(message)) return ["py-no-answer", {}];
	const few = /^not enough values to unpack \(expected (?:at least )?(\d+), got (\d+)\)/.exec(message);
	if (few) return ["py-unpack", { wanted: Number(few[1]), found: Number(few[2]) }];
	const many = /^too many values to unpack \(expected (\d+)/.exec(message);
	if (many) return ["py-unpack-many", { wanted: Number(many[1]) }];
	if (/^Exceeds the limit/.test(message)) return ["py-number-large", {}];
	if (/^empty range|^range\(\) arg 3/.test(message)) return ["py-range-empty", {}];
	if (/not in list|substring not found/.test(message)) return ["py-not-in", {}];
	return ["py-raised", { kind, message: message.slice(0, 200) }];
}

/**
 * What ended a run from outside Python: a limit, or a function of the module that isn't called as it is to be. The word
 * that it is about is looked for in the line.
 */
export function haltedProblem(
	{ code, data }: { readonly code: string; readonly data: Problem["data"] },
	source: string,
	place: SourceRange,
): Problem {
	const text = lineText(source, place.line);
	/** Where a word is in the line, before what `after` fits. */
	const spotOf = (word: string, after = /^/): SourceRange | undefined => {
		if (word === "") return undefined;
		for (let at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1))
			if (after.test(text.slice(at + word.length)) && !/\w$/.test(text.slice(0, at)))
				return { line: place.line, column: at + 1, length: word.length };
		return undefined;
	};
	if (code === "py-keyword-unknown") {
		const word = String(data.word);
		const f = MODULE_FUNCTIONS.get(String(data.name));
		const near = nearest(
			word,
			(f?.keywords ?? []).map((k) => keywordOf(k.word)),
		);
		const spot = spotOf(word, /^\s*=/);
		return {
			code,
			place: spot ?? place,
			data: { ...data, word: word.slice(0, 60), ...(near !== undefined && { near }) },
			...(spot && near !== undefined && { fix: { place: spot, text: near } }),
		};
	}
	if (code === "py-colour-unknown") {
		const word = String(data.word);
		const near = nearest(word, COLOUR_NAMES);
		const spot = spotOf(word);
		return {
			code,
			place: spot ?? place,
			data: { ...data, ...(near !== undefined && { near }) },
			...(spot && near !== undefined && { fix: { place: spot, text: near } }),
		};
	}
	return { code, place, data };
}
