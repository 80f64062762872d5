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

/** A source that was read: its tree and remarks are made when they are asked for, which most runs never do. */
export class PythonReading {
	/** Why it can't be run; none if it can. */
	readonly problems: readonly Problem[];
	private readonly source: string;
	private readonly warnings: readonly (readonly string[])[];
	private statements: readonly Statement[] | undefined;
	private said: readonly Problem[] | undefined;

	/** Reads a source: what Python itself says of it, and what an exercise leaves out. */
	constructor(source: string, limits: Limits, without: readonly string[], box: PythonBox) {
		this.source = source;
		const unread = unreadable(source, limits);
		const { error, warnings } = unread ? { warnings: [] } : box.check(source);
		this.warnings = warnings;
		const first = unread ?? (error && syntaxProblem(error, source));
		this.problems = first ? [first] : without.length > 0 ? leftOut(source, this.tree, without) : [];
	}

	get tree(): readonly Statement[] {
		this.statements ??= pythonTree(this.source);
		return this.statements;
	}

	get remarks(): readonly Problem[] {
		if (this.problems.length > 0) return [];
		this.said ??= [
			...this.warnings.flatMap((w) => warningRemark(w, this.source) ?? []),
			...idleRemarks(this.source, this.tree),
		];
		return this.said;
	}
}

/** What is wrong with a source that Python isn't even asked about. */
function unreadable(source: string, limits: Limits): Problem | undefined {
	const at = source.indexOf("\0");
	if (at >= 0) return { code: "py-null", place: new Lines(source).place(at, at + 1), data: {} };
	return tooLarge(source, limits);
}

/** What statements are called where an exercise leaves them out. */
const WORD_OF: Readonly<Record<string, string>> = {
	each: "for",
	frames: "each frame",
	set: "let",
};

function leftOut(source: string, tree: readonly Statement[], without: readonly string[]): Problem[] {
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
