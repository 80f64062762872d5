import type { Limits } from "../../limits/limits.ts";
import type { Problem, SourceRange } from "../problem.ts";
import { CONTEXT_NAMES } from "./canvas-methods.ts";
import { nearestName } from "./read-javascript.ts";

/** What the interpreter says while a program runs, in our codes: the first that fits. */
const SAID: readonly (readonly [pattern: RegExp, code: string])[] = [
	[/^'(.+)' is not defined$/, "js-name-unknown"],
	[/^(.+) is not initialized$/, "js-name-early"],
	[/^'(.+)' is read-only$/, "js-constant-set"],
	[/^cannot (?:read|set) property '(.+)' of (undefined|null)$/, "js-property-of-nothing"],
	[/^(?:value|object) is not iterable$/, "js-not-a-list"],
	[/^not a function$/, "js-not-a-function"],
	[/^not an object$/, "js-not-an-object"],
	[/^(.+): (\d+) arguments? required, but only (\d+) present$/, "js-values-missing"],
	[/^(.+): the radius (.+) is negative$/, "js-radius-negative"],
	[/^addColorStop: the offset (.+) is not between 0 and 1$/, "js-offset-wrong"],
	[/^addColorStop: (.+) is no colour$/, "js-colour-unknown"],
	[/^(.+): give a Path2D/, "js-path-missing"],
	[/^(.+): give a function/, "js-function-missing"],
	[/^(.+): give a list of numbers$/, "js-list-missing"],
	[/^invalid array length$|^invalid length|array too long|string too long|^invalid string length/, "js-too-long"],
	[/^Illegal constructor$/, "js-constructor"],
	[/^class constructors? must be invoked with 'new'|must be called with new/, "js-new-missing"],
	[/^invalid .*(?:BigInt|bigint)|cannot (?:mix|convert).*(?:BigInt|bigint)/i, "js-bigint"],
	[/^circular reference/, "js-circle"],
	[/^invalid regular expression|regexp/i, "js-regexp"],
	[/^(?:could not load|module|cannot find) /i, "js-import"],
];

/** The line at a place, from there on. */
function textAt(source: string, { line, column }: SourceRange): string {
	return (source.split(/\r\n|[\r\n\u2028\u2029]/)[line - 1] ?? "").slice(column - 1);
}

/** A call whose name nothing has: the first in a line that isn't the canvas's own. */
function calledAt(text: string): { name: string; isMethod: boolean; at: number } | undefined {
	for (const found of text.matchAll(/(\.\s*)?([\p{ID_Start}$_][\p{ID_Continue}$]*)\s*\(/gu)) {
		const name = found[2] as string;
		const isMethod = found[1] !== undefined;
		if (KNOWN.has(name) || (isMethod && CONTEXT_NAMES.includes(name))) continue;
		return { name, isMethod, at: found.index + (found[1]?.length ?? 0) };
	}
	return undefined;
}

const KNOWN: ReadonlySet<string> = new Set([
	"if",
	"for",
	"while",
	"switch",
	"function",
	"catch",
	"return",
	"getContext",
	"querySelector",
	"getElementById",
	"log",
]);

/** An error that ended a program, in our codes. */
export function runtimeProblem(
	{ name, message }: { readonly name: string; readonly message: string },
	place: SourceRange,
	{ source, limits }: { readonly source: string; readonly limits: Limits },
): Problem {
	const problem = (code: string, data: Problem["data"] = {}): Problem => ({ code, place, data });
	if (name === "InternalError") {
		if (/stack/.test(message)) return problem("js-too-deep", { most: limits.calls });
		if (/memory/.test(message)) return problem("limit-memory");
		if (/interrupted/.test(message)) return problem("limit-time");
	}
	for (const [pattern, code] of SAID) {
		const found = pattern.exec(message);
		if (!found) continue;
		const [, word = "", other = "", third = ""] = found;
		if (code === "js-not-a-function") return notAFunction(source, place);
		const near = code === "js-name-unknown" ? nearestName(word, GLOBALS) : undefined;
		return problem(code, { word, other, third, ...(near && { near }) });
	}
	if (name === "thrown" || name === "Error") return problem("js-thrown", { message: message.slice(0, 200) });
	return problem("js-error", { name, message: message.slice(0, 200) });
}

/** What is called and is no function, with what may be meant. */
function notAFunction(source: string, place: SourceRange): Problem {
	const called = calledAt(textAt(source, place));
	if (!called) return { code: "js-not-a-function", place, data: {} };
	const at = { line: place.line, column: place.column + called.at, length: called.name.length };
	const near = called.isMethod ? nearestName(called.name) : undefined;
	if (!near) return { code: "js-not-a-function", place: at, data: { word: called.name } };
	return { code: "js-method-unknown", place: at, data: { word: called.name, near }, fix: { place: at, text: near } };
}

/** Names that are always there, for "did you mean". */
const GLOBALS = [
	"document",
	"window",
	"console",
	"Math",
	"requestAnimationFrame",
	"setTimeout",
	"setInterval",
	"prompt",
	"alert",
	"Path2D",
	"canvas",
	"ctx",
];
