import { everyStep, everyValue, isLoop, type Step, valuesOf } from "../../languages/outline.ts";
import type { Program } from "./program.ts";
import { blocksIn, type Region, stepsIn } from "./region.ts";

/** The lines on which a construct stands, one for each time that it is written. */
export function linesUsing(program: Program, word: string, where: Region, instead: readonly string[] = []): number[] {
	if (word === "comment") return commentLines(program, where, instead);
	if (word === "routine") return [...program.routines.values()].map((r) => r.place.line);
	return stepsIn(program, where, instead).flatMap((step) =>
		Array<number>(timesIn(step, word, program)).fill(step.place.line),
	);
}

function timesIn(step: Step, word: string, { read }: Program): number {
	const { isBuiltIn } = read.outline;
	const inValues = (test: (node: { node: string; name?: string }) => boolean) =>
		valuesOf(step).reduce((sum, value) => sum + [...everyValue(value)].filter((v) => test(v as never)).length, 0);
	switch (word) {
		case "loop":
			return isLoop(step) ? 1 : 0;
		case "for each":
			return step.node === "each" ? 1 : 0;
		case "each frame":
			return step.node === "frames" ? 1 : 0;
		case "else":
			return step.node === "if" ? step.branches.length - 1 + (step.otherwise ? 1 : 0) : 0;
		case "call":
			return inValues((v) => v.node === "call" && !isBuiltIn(v.name ?? ""));
		case "list":
			// Points of a polygon are pairs, no lists.
			return step.node === "draw"
				? 0
				: inValues((v) => v.node === "list" || v.node === "index") +
						(step.node === "put" || step.node === "each" ? 1 : 0);
		case "calculation":
			return inValues((v) => v.node === "binary");
		case "repeat":
		case "for":
		case "while":
		case "return":
		case "picture":
		case "area":
		case "if":
		case "let":
			return step.node === word ? 1 : 0;
		case "class":
			return step.node === "draw" && step.phrases.some((p) => p.word === "class") ? 1 : 0;
		case "pen up":
		case "pen down":
		case "pen none":
		case "pen colour":
		case "pen width":
			return step.node === "draw" &&
				step.head === "pen" &&
				step.phrases.some((p) => p.word === word.slice("pen ".length))
				? 1
				: 0;
		default:
			return step.node === "draw" && step.head === word
				? 1
				: isBuiltIn(word)
					? inValues((v) => v.node === "call" && v.name === word)
					: 0;
	}
}

function commentLines(program: Program, where: Region, instead: readonly string[]): number[] {
	const commented = [...program.read.outline.commentLines];
	if (where === "anywhere") return commented;
	const own = linesOf(program, where, instead);
	return commented.filter((line) => own.has(line) || (where === "main" && !linesOfRoutines(program).has(line)));
}

/** The line of the statement that a part of the program begins with, if it is one that uses a construct. */
export function firstUsing(program: Program, word: string, where: Region, instead: readonly string[] = []): number[] {
	return blocksIn(program, where, instead).flatMap(([first]) =>
		first && timesIn(first, word, program) > 0 ? [first.place.line] : [],
	);
}

/** From a step's line to the last line of what is inside it. */
function lastLine(step: Step): number {
	return Math.max(step.place.line, ...[...everyStep("body" in step ? step.body : [])].map((s) => s.place.line));
}

function linesOfRoutines(program: Program): Set<number> {
	const lines = new Set<number>();
	for (const routine of program.routines.values())
		for (let l = routine.place.line; l <= lastLine(routine) + 1; l++) lines.add(l);
	return lines;
}

/** The lines of a part from its first to its last statement. */
function linesOf(program: Program, where: Region, instead: readonly string[]): Set<number> {
	const steps = stepsIn(program, where, instead).map((s) => s.place.line);
	const lines = new Set<number>();
	if (steps.length === 0) return lines;
	const routines = where === "main" ? linesOfRoutines(program) : new Set<number>();
	for (let l = Math.min(...steps); l <= Math.max(...steps) + 1; l++) if (!routines.has(l)) lines.add(l);
	return lines;
}

/**
 * Lines that say something: all but blank ones, comments, `end` and `else`; a routine's own line belongs to the
 * routine.
 */
export function statementLines(program: Program, where: Region, instead: readonly string[] = []): number[] {
	const lines = new Set(stepsIn(program, where, instead).map((s) => s.place.line));
	const heads = [...program.routines.values()].filter(
		(r) =>
			where === "anywhere" ||
			where === `routine ${r.name}` ||
			(where.startsWith("routine") && instead.includes(r.name)),
	);
	for (const routine of heads) lines.add(routine.place.line);
	for (const step of stepsIn(program, where, instead))
		if (step.node === "if") for (const branch of step.branches.slice(1)) lines.add(branch.condition.place.line);
	return [...lines].sort((a, b) => a - b);
}

/** Where stretches are looked for, and whether those that only walk are among them. */
interface StretchPlace {
	readonly where: Region;
	readonly instead?: readonly string[];
	readonly walked?: boolean;
}

/** The first two identical parts of at least this many statements; undefined if there are none. */
export function repeatedStretch(
	program: Program,
	{ where, instead = [], walked = false }: StretchPlace,
	least: number,
): readonly [number, number] | undefined {
	const source = program.source.split(/\r\n|\r|\n/);
	const seen = new Map<string, { line: number; block: number; at: number }>();
	const blocks: (readonly Step[])[] = [];
	const gather = (steps: readonly Step[]) => {
		blocks.push(steps.filter((s) => s.node !== "routine"));
		for (const step of steps) {
			if (step.node === "if")
				for (const b of [...step.branches.map((branch) => branch.body), step.otherwise ?? []]) gather(b);
			else if ("body" in step && step.node !== "routine") gather(step.body);
		}
	};
	for (const block of blocksIn(program, where, instead)) gather(block);
	for (const [b, block] of blocks.entries()) {
		const texts = block.map((step) => wordsOf(step, source, program));
		const walks = block.map((step) => step.node === "draw" && step.walks);
		for (let i = 0; i + least <= block.length; i++) {
			if (!walked && walks.slice(i, i + least).every(Boolean)) continue;
			const key = texts.slice(i, i + least).join("\n");
			const before = seen.get(key);
			const { line } = (block[i] as Step).place;
			if (before && (before.block !== b || before.at + least <= i)) return [before.line, line];
			if (!before) seen.set(key, { line, block: b, at: i });
		}
	}
	return undefined;
}

/** What a statement says, with all that is inside it. */
function wordsOf(step: Step, source: readonly string[], { read }: Program): string {
	const lines: string[] = [];
	for (let l = step.place.line; l <= lastLine(step); l++) lines.push(read.outline.plainLine(source[l - 1] ?? ""));
	return lines.filter((l) => l !== "").join("\n");
}
