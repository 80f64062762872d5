import { parseColour } from "../../colour/colour.ts";
import type { Figure } from "../../figures/figure.ts";
import {
	type CallValue,
	everyStep,
	everyValue,
	isLoop,
	type LoopStep,
	type Step,
	type Value,
	type Variable,
	valuesOf,
} from "../../languages/outline.ts";
import { ENTRY } from "../../tape/layout.ts";
import { coordinate, type Tape } from "../../tape/tape.ts";
import { constantOf } from "./constant.ts";
import { hasBrackets, signsIn, signsOf, type Use, valuesFor } from "./parts.ts";
import type { Program } from "./program.ts";
import { type Region, stepsIn } from "./region.ts";

/** A loop of the source. */
export interface Loop {
	readonly line: number;
	/** Number of passes from the loop's first line; undefined if it isn't known. */
	readonly rounds: number | undefined;
	/** Whether something inside uses what changes from pass to pass. */
	readonly usesVariable: boolean;
	/** Whether it holds another loop. */
	readonly nested: boolean;
}

/** The loops of a part of the program. */
export function loopsIn(program: Program, where: Region, instead: readonly string[]): Loop[] {
	return stepsIn(program, where, instead).flatMap((step): Loop[] => {
		if (!isLoop(step)) return [];
		const inside = [...everyStep(step.body)];
		return [
			{
				line: step.place.line,
				rounds: roundsOf(step, program),
				usesVariable: variesIn(step, inside, program),
				nested: inside.some(isLoop),
			},
		];
	});
}

function roundsOf(step: LoopStep, { flow }: Program): number | undefined {
	if (step.node === "repeat") return constantOf(step.count, flow);
	if (step.node === "each") return step.list.node === "list" ? step.list.items.length : undefined;
	if (step.node !== "for") return undefined;
	const [from, to, by] = [
		constantOf(step.from, flow),
		constantOf(step.to, flow),
		step.by ? constantOf(step.by, flow) : 1,
	];
	return from === undefined || to === undefined || by === undefined || by === 0
		? undefined
		: Math.max(0, step.before ? Math.ceil((to - from) / by - 1e-9) : Math.floor((to - from) / by + 1e-9) + 1);
}

/** Whether what is inside a loop uses its name, or a name that it changes itself. */
function variesIn(step: LoopStep, inside: readonly Step[], { flow }: Program): boolean {
	const changing = new Set<Variable>();
	if ((step.node === "for" || step.node === "each") && step.variable) changing.add(step.variable);
	for (const s of inside) if ((s.node === "set" || s.node === "put") && s.variable) changing.add(s.variable);
	return inside.some(
		(s) =>
			s.node !== "set" &&
			valuesOf(s).some((value) =>
				[...everyValue(value)].some((v) => {
					const variable = flow.variableOf(v);
					return (
						variable !== undefined &&
						(changing.has(variable) || [...flow.roots(v)].some((r) => typeof r === "object" && changing.has(r)))
					);
				}),
			),
	);
}

/** The statements that drew some figures; all of a part where none are named. */
export function stepsOf(
	program: Program,
	where: Region,
	instead: readonly string[],
	figures: readonly Figure[] | undefined,
): Step[] {
	const steps = stepsIn(program, where, instead);
	if (!figures) return steps;
	const lines = new Set(figures.flatMap((f) => f.lines));
	return steps.filter((s) => lines.has(s.place.line));
}

/** A value that is computed, not just written. */
export interface WorkedOut {
	readonly line: number;
	readonly signs: readonly string[];
	readonly brackets: boolean;
}

/** The values of some statements that are computed, following names; a condition is looked at by itself. */
export function workedOut(steps: readonly Step[], uses: readonly Use[], program: Program): WorkedOut[] {
	return steps.flatMap((step) =>
		uses
			.flatMap((use) => valuesFor(step, use).map((value) => ({ use, value })))
			.flatMap(({ use, value }): WorkedOut[] => {
				const condition = use === "conditions";
				const signs = condition ? signsIn(value) : signsOf(value, program.flow);
				const brackets = condition ? hasBrackets(value) : hasBracketsSomewhere(value, program, new Set());
				return signs.length === 0 ? [] : [{ line: step.place.line, signs, brackets }];
			}),
	);
}

function hasBracketsSomewhere(value: Value, program: Program, seen: Set<Variable>): boolean {
	if (hasBrackets(value)) return true;
	return [...everyValue(value)].some((part) => {
		const variable = program.flow.variableOf(part);
		if (!variable || seen.has(variable)) return false;
		seen.add(variable);
		return program.flow.valuesGiven(variable).some((given) => hasBracketsSomewhere(given, program, seen));
	});
}

/** Values of some statements that hang on a name or a measure, and those that are fixed. */
export function tiedAndFixed(
	steps: readonly Step[],
	use: Use,
	program: Program,
): { readonly tied: number[]; readonly fixed: number[] } {
	const [tied, fixed]: [number[], number[]] = [[], []];
	for (const step of steps)
		for (const value of valuesFor(step, use)) (program.flow.roots(value).size > 0 ? tied : fixed).push(step.place.line);
	return { tied, fixed };
}

/** How a colour is written. */
export type Writing = "name" | "numbers" | "code";

/** How a colour is written, with or without quote marks. */
function writingOf(word: string): Writing {
	const plain = word.replace(/^["'`]/, "");
	if (plain.startsWith("#")) return "code";
	return /^(?:rgb|hsl|hwb)a?\(/i.test(plain) ? "numbers" : "name";
}

/**
 * The colours that something drawn used, or some figures, each with how and where it is written. A colour that is
 * computed from numbers counts for some figures only where one of them has it.
 */
export function coloursWritten(
	program: Program,
	tape: Tape,
	figures?: readonly Figure[],
): { readonly line: number; readonly as: Writing }[] {
	const used = new Set<number>();
	for (const row of figures ? figures.flatMap((f) => f.entries) : tape.kind.keys()) {
		const style = tape.styles[tape.style[row] as number];
		if (!style) continue;
		used.add(style.fill);
		used.add(style.ink);
	}
	const lines = program.source.split(/\r\n|\r|\n/);
	const found: { line: number; as: Writing }[] = [];
	for (const step of everyStep(program.steps)) {
		for (const value of valuesOf(step)) {
			for (const part of everyValue(value)) {
				if (part.node === "call" && (part.name === "rgb" || part.name === "hsl") && isUsed(part, used, figures))
					found.push({ line: part.place.line, as: "numbers" });
				const colour = program.read.outline.colourOf(part);
				if (colour === undefined || colour === -1 || !used.has(colour)) continue;
				const word = (lines[part.place.line - 1] ?? "").slice(
					part.place.column - 1,
					part.place.column - 1 + part.place.length,
				);
				found.push({ line: part.place.line, as: writingOf(word) });
			}
		}
	}
	return found;
}

/** Whether a colour of numbers is among those used; of one whose numbers aren't fixed that isn't known. */
function isUsed(call: CallValue, used: ReadonlySet<number>, figures: readonly Figure[] | undefined): boolean {
	if (!figures) return true;
	const numbers = call.values.map((v) => (v.node === "number" ? v.value : Number.NaN));
	if (call.name !== "rgb" || numbers.some(Number.isNaN)) return true;
	const colour = parseColour(`rgb(${numbers.slice(0, 3).join(", ")})`);
	return colour === undefined || numbers.length > 3 || used.has(colour);
}

/** Names declared in one part of the program and changed in another. */
export function variablesIn(
	program: Program,
	declared: Region,
	changed: Region | undefined,
): { readonly name: string; readonly line: number }[] {
	// A name declared in a block belongs to that block: in main, those of the frames' block aren't meant.
	const own = stepsIn(program, declared, []).filter(
		(s) => s.node === "let" && (declared !== "main" || !isInFrames(program, s)),
	);
	return own.flatMap((step) => {
		const variable = step.node === "let" ? step.variable : undefined;
		if (!variable) return [];
		const changes =
			changed === undefined ||
			stepsIn(program, changed, []).some((s) => (s.node === "set" || s.node === "put") && s.variable === variable);
		return changes ? [{ name: variable.name, line: step.place.line }] : [];
	});
}

function isInFrames(program: Program, step: Step): boolean {
	return program.steps.some((s) => s.node === "frames" && [...everyStep(s.body)].includes(step));
}

/** Calls of a routine that are written. */
export function callsWritten(program: Program): Map<string, number> {
	const written = new Map<string, number>();
	for (const step of everyStep(program.steps)) {
		for (const value of valuesOf(step)) {
			for (const part of everyValue(value))
				if (part.node === "call" && !program.read.outline.isBuiltIn(part.name))
					written.set(part.name, (written.get(part.name) ?? 0) + 1);
		}
	}
	return written;
}

/** The pictures of a program, each with the names of other pictures that are used inside it. */
export function picturesIn(program: Program): { readonly line: number; readonly uses: readonly string[] }[] {
	const all = [...everyStep(program.steps)].filter((step) => step.node === "picture");
	const own = new Set(all.map((picture) => picture.name));
	return all.map(({ name, body, place }) => ({
		line: place.line,
		uses: [...everyStep(body)].flatMap((step) =>
			valuesOf(step).flatMap((value) =>
				[...everyValue(value)].flatMap((part) =>
					part.node === "name" && part.name !== name && own.has(part.name) ? [part.name] : [],
				),
			),
		),
	}));
}

/** The waits of a run in seconds, with their lines. */
export function pausesIn(tape: Tape): { readonly line: number; readonly seconds: number }[] {
	const pauses: { line: number; seconds: number }[] = [];
	for (let i = 0; i < tape.length; i++)
		if (tape.kind[i] === ENTRY.pause) pauses.push({ line: tape.line[i] as number, seconds: coordinate(tape, i, 0) });
	return pauses;
}
