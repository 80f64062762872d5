import { CLASS_LIMITS, type Limits } from "../../limits/limits.ts";
import type { Problem } from "../problem.ts";
import { BlockStack } from "./blocks.ts";
import { type Line, linesOf } from "./lexer.ts";
import { LineReader } from "./line-reader.ts";
import { STATEMENTS } from "./statements/index.ts";
import type { ProgramTree } from "./tree.ts";
import { Unreadable } from "./unreadable.ts";
import { meantToOpen, opensBlock } from "./vocabulary.ts";

/*
 * program   = { line }
 * line      = statement end-of-line; only inside ( ) or [ ] does it run on
 * statement = "let" NAME "=" value | NAME { "[" value "]" } "=" value | "add" value "to" NAME { "[" value "]" }
 *           | NAME "(" [ values ] ")"
 *           | "repeat" value [ "times" ] block | "for" NAME "from" value "to" value [ "by" value ] block
 *           | "for" "each" NAME "in" value block | "while" value block
 *           | "if" value block { "else" "if" value block } [ "else" block ]
 *           | "routine" NAME "(" [ NAME [ "=" value ] { "," NAME [ "=" value ] } ] ")" block
 *           | "return" [ value ] | "break" | drawing
 *           | "area" block | "picture" NAME [ "size" value "," value ] block | "each" "frame" block
 * block     = { line } "end"
 * drawing   = HEAD [ DIRECTION ] [ value { "," value } ] { phrase }
 * phrase    = WORD [ value { "," value } ] | WORD FIXED-WORD
 * values    = value { "," value }
 * Values are written out in values.ts; heads and their phrases in statements/.
 */

/** A source as far as it could be read. */
export interface Reading {
	readonly program: ProgramTree;
	/** In the order of the source. A program with a problem isn't run. */
	readonly problems: readonly Problem[];
	readonly remarks: readonly Problem[];
	readonly lines: readonly Line[];
}

const MAX_PROBLEMS = 50;
/** Codes of a line that was meant to open a block, though its form isn't one that does. */
const OPENS = new Set(["area-alone"]);

/** Names that a program declares anywhere, whatever else is wrong with it. */
function declaredNames(lines: readonly Line[]): Set<string> {
	const names = new Set<string>();
	for (const { tokens } of lines) {
		const [head, second] = tokens;
		if (!head) continue;
		if (["let", "for", "routine", "picture"].includes(head.text) && second?.type === "name") names.add(second.text);
		if (head.text === "for" && second?.text === "each" && tokens[2]?.type === "name") names.add(tokens[2].text);
		if (head.text === "routine") for (const token of tokens.slice(2)) if (token.type === "name") names.add(token.text);
	}
	return names;
}

/**
 * Lines of the form NAME(names) that name no routine, where the program has more ends than blocks: each lacks its
 * `routine`.
 */
function headlessRoutines(lines: readonly Line[], routines: ReadonlySet<string>): Set<number> {
	const found = new Set<number>();
	let surplus = 0;
	for (const { tokens } of lines) surplus += tokens[0]?.text === "end" ? 1 : opensBlock(tokens) ? -1 : 0;
	for (const { tokens, number } of lines) {
		const [name, bracket] = tokens;
		if (found.size >= surplus) break;
		const form =
			name?.type === "name" &&
			bracket?.text === "(" &&
			tokens.at(-1)?.text === ")" &&
			!routines.has(name.text) &&
			!STATEMENTS.has(name.text);
		if (form && tokens.slice(2, -1).every((t) => t.type === "name" || t.text === ",")) found.add(number);
	}
	return found;
}

/** Whether each block has just one `end`, counted without looking at indentation. */
function balanced(lines: readonly Line[]): boolean {
	let depth = 0;
	for (const { tokens } of lines) {
		const head = tokens[0]?.type === "name" ? tokens[0].text : "";
		if ((head === "routine" || head === "each") && depth > 0) return false;
		if (opensBlock(tokens)) depth++;
		else if (head === "end" && --depth < 0) return false;
	}
	return depth === 0;
}

/** Reads a source into a tree. Never throws, whatever the source. */
export function parse(source: string, limits: Limits = CLASS_LIMITS): Reading {
	const lines = linesOf(source);
	const problems: Problem[] = [];
	const remarks: Problem[] = [];
	const declared = declaredNames(lines);
	const routineNames = new Set(
		lines.filter((l) => l.tokens[0]?.text === "routine").map((l) => l.tokens[1]?.text ?? ""),
	);
	const headless = headlessRoutines(lines, routineNames);
	const reader = new LineReader({ declared, nesting: limits.nesting }, routineNames, headless);
	const blocks = new BlockStack(balanced(lines), limits.nesting, (problem) => problems.push(problem));
	for (const line of lines) {
		try {
			if (line.problem) throw new Unreadable(line.problem);
			remarks.push(...reader.read(line, blocks));
		} catch (error) {
			if (!(error instanceof Unreadable)) throw error;
			problems.push(error.problem);
			const head = line.tokens[0]?.text ?? "";
			if (
				opensBlock(line.tokens) ||
				headless.has(line.number) ||
				meantToOpen(head) ||
				OPENS.has(error.problem.code) ||
				error.problem.data.after === "picture"
			)
				blocks.openBroken(line);
			else if (head === "end" || error.problem.data.ours === "end") blocks.endBroken(line);
		}
	}
	blocks.finish();
	problems.sort((a, b) => a.place.line - b.place.line || a.place.column - b.place.column);
	return {
		program: { steps: blocks.steps, routines: blocks.routines },
		problems: problems.slice(0, MAX_PROBLEMS),
		remarks,
		lines,
	};
}
