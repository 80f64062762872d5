import type { Limits } from "../../limits/limits.ts";
import { Lines } from "../lines.ts";
import { everyStep } from "../outline.ts";
import type { Problem } from "../problem.ts";
import { tooLarge } from "../source-size.ts";
import { MODULE_FUNCTIONS } from "./module-functions.ts";
import type { PythonBox } from "./python-box.ts";
import { everyStatement, ownFunctions, pythonOutline } from "./python-outline.ts";
import { pythonTree, type Statement } from "./syntax.ts";
import { syntaxProblem, warningRemark } from "./syntax-problem.ts";

/** A source that can be run, or why it can't. */
export type PythonReading =
	| { readonly ok: true; readonly tree: readonly Statement[]; readonly remarks: readonly Problem[] }
	| { readonly ok: false; readonly problems: readonly Problem[] };

/** Reads a source: what Python itself says of it, and what an exercise leaves out. */
export function readPython(source: string, limits: Limits, without: readonly string[], box: PythonBox): PythonReading {
	const large = tooLarge(source, limits);
	if (large) return { ok: false, problems: [large] };
	const at = source.indexOf("\0");
	if (at >= 0) return { ok: false, problems: [{ code: "py-null", place: new Lines(source).place(at, at + 1), data: {} }] };
	const { error, warnings } = box.check(source);
	if (error) return { ok: false, problems: [syntaxProblem(error, source)] };
	const tree = pythonTree(source);
	const problems = leftOut(source, tree, without);
	if (problems.length > 0) return { ok: false, problems };
	const warned = warnings.flatMap((w) => warningRemark(w, source) ?? []);
	return { ok: true, tree, remarks: [...warned, ...idleRemarks(source, tree)] };
}

/** What statements are called where an exercise leaves them out. */
const WORD_OF: Readonly<Record<string, string>> = {
	each: "for",
	frames: "each frame",
	set: "let",
};

function leftOut(source: string, tree: readonly Statement[], without: readonly string[]): Problem[] {
	if (without.length === 0) return [];
	const found: Problem[] = [];
	for (const step of everyStep(pythonOutline(source, tree).steps)) {
		const word = step.node === "draw" ? step.head : (WORD_OF[step.node] ?? step.node);
		if (without.includes(word)) found.push({ code: "statement-left-out", place: step.place, data: { word } });
	}
	return found.slice(0, 50);
}

/** Statements that do nothing: a function's name without its brackets, and a comparison where a value is set. */
function idleRemarks(source: string, tree: readonly Statement[]): Problem[] {
	const lines = new Lines(source);
	const own = ownFunctions(tree);
	const found: Problem[] = [];
	for (const statement of everyStatement(tree)) {
		if (statement.node !== "expression") continue;
		const { value } = statement;
		const place = lines.place(value.start, value.end);
		if (value.node === "name" && (MODULE_FUNCTIONS.has(value.name) || own.has(value.name) || value.name === "print")) {
			const after = { line: place.line, column: place.column + place.length, length: 0 };
			found.push({ code: "py-brackets-missing", place, data: { name: value.name }, fix: { place: after, text: "()" } });
		}
		if (value.node === "binary" && value.sign === "==") {
			const sign = lines.place(value.at.start, value.at.end);
			found.push({ code: "py-equals-double", place: sign, data: {}, fix: { place: sign, text: "=" } });
		}
	}
	return found;
}
