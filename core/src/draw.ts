import { WHITE } from "./colour/colour.ts";
import type { Drawing } from "./figures/figure.ts";
import { pairedFigures } from "./figures/pairing.ts";
import { recognise, recogniseFrame } from "./figures/recognise.ts";
import type { Given, GivenWrong } from "./languages/given.ts";
import type { Language, ReadProgram } from "./languages/language.ts";
import { NIB } from "./languages/nib/nib.ts";
import type { Problem, Sentences } from "./languages/problem.ts";
import type { Ended, Run, RunOptions } from "./languages/run.ts";
import { CLASS_LIMITS } from "./limits/limits.ts";
import type { State } from "./report.ts";
import { entryBounds } from "./tape/entry-bounds.ts";
import { DEFAULT_SHEET, ENTRY, sheetBounds, upward } from "./tape/layout.ts";
import { coversAll, endOf, type Tape } from "./tape/tape.ts";
import { TapeWriter } from "./tape/writer.ts";
import { differencesOf } from "./words/difference.ts";

/** A program read, run and recognised. */
export interface Drawn {
	readonly state: State;
	readonly ended: Ended;
	readonly tape: Tape;
	readonly drawing: Drawing;
	readonly errors: readonly Problem[];
	readonly remarks: readonly Problem[];
	/** What the language says of its own problems. */
	readonly sentences: Sentences;
	readonly steps: number;
	/** Changes of the watched names, where any were asked for. */
	readonly watched?: Run["watched"];
}

/** What a program came to, whether it could be read or not. */
interface Outcome {
	readonly source: string;
	/** Why it can't be read. */
	readonly problems: readonly Problem[];
	/** What reading it remarked. */
	readonly remarks: readonly Problem[];
	readonly sentences: Sentences;
	readonly run: Run | undefined;
	readonly tape: Tape;
	readonly drawing: Drawing;
	/** The paper that lay there before the program began. */
	readonly paper: number;
}

/** A result in words. */
export function drawnOf({ source, problems, remarks, sentences, run: done, tape, drawing, paper }: Outcome): Drawn {
	const nothing = source.trim() === "";
	if (!done)
		return {
			state: nothing ? "nothing-handed-in" : "unreadable",
			ended: "whole",
			tape,
			drawing,
			errors: problems,
			remarks: [],
			sentences,
			steps: 0,
		};
	const { ended, problem, steps, watched } = done;
	const said = [...remarks, ...done.remarks].sort((a, b) => a.place.line - b.place.line);
	const state = nothing ? "nothing-handed-in" : stateOf(tape, drawing, paper);
	return {
		state,
		ended,
		tape,
		drawing,
		errors: problem ? [problem] : [],
		remarks: said,
		sentences,
		steps,
		...(watched && { watched }),
	};
}

/** How a source is read and run. */
export interface DrawOptions extends RunOptions {
	/** Statements that are left out of the language. */
	readonly without?: readonly string[];
	/** What the source is written in: Nib by default. */
	readonly language?: Language;
}

/** Runs a source and says what it drew. Never throws, whatever the source; see {@link ReadProgram.run} for wrong options. */
export function draw(source: string, options: DrawOptions = {}): Drawn {
	const program = readUnder(source, options);
	const done = program.isReadable ? program.run(options) : undefined;
	const tape =
		done?.tape ?? new TapeWriter(1).finish(options.sheet ?? DEFAULT_SHEET, [], { x: 0, y: 0, facing: 0, down: true });
	return drawnOf({
		source,
		problems: program.problems,
		remarks: program.remarks,
		sentences: program.sentences,
		run: done,
		tape,
		drawing: recognise(tape),
		paper: options.paper ?? WHITE,
	});
}

/** The tape of a source's run, without looking at what is on it; undefined if the source can't be read. */
export function tapeOf(source: string, options: DrawOptions = {}): Tape | undefined {
	const program = readUnder(source, options);
	return program.isReadable ? program.run(options).tape : undefined;
}

/**
 * Why a source can't be given some values: the name, and the kind it holds (undefined if nothing declares it). A
 * source that can't be read has no such problem.
 */
export function givenProblem(source: string, given: Given, language: Language = NIB): GivenWrong | undefined {
	return language.read(source).givenProblem(given);
}

/** A source read as it is to be run. */
export function readUnder(
	source: string,
	{ language = NIB, limits = CLASS_LIMITS, without }: DrawOptions,
): ReadProgram {
	return language.read(source, limits, without);
}

function stateOf(tape: Tape, drawing: Drawing, paper: number): State {
	const { left, right, low, high } = sheetBounds(tape.sheet);
	if (drawing.figures.length > 0) {
		const off = drawing.figures.every(
			({ bounds: b }) => b.right < left || b.left > right || b.high < low || b.low > high,
		);
		return off && !isEverOn(tape) ? "off-the-sheet" : "drew";
	}
	if (drawing.paper !== paper) return "drew";
	return tape.kind.includes(ENTRY.travel) ? "moved-without-drawing" : "drew-nothing";
}

/** Whether something was drawn on the sheet in any frame, even if it is covered or erased at the end. */
function isEverOn(tape: Tape): boolean {
	const { left, right, low, high } = sheetBounds(tape.sheet);
	if (!tape.kind.includes(ENTRY.frame)) return false;
	for (let i = 0; i < tape.length; i++) {
		const kind = tape.kind[i] as number;
		if (kind === ENTRY.travel || kind === ENTRY.curvedTravel || coversAll(kind)) continue;
		const box = entryBounds(
			kind,
			tape.coords,
			tape.at[i] as number,
			endOf(tape, i),
			tape.texts,
			upward(tape.sheet.origin),
		);
		if (box && box.right >= left && box.left <= right && box.high >= low && box.low <= high) return true;
	}
	return false;
}

/** The same drawing as it stood at the end of a frame. */
export function atFrame(drawn: Drawn, frame: number): Drawn {
	return { ...drawn, drawing: recogniseFrame(drawn.tape, frame) };
}

/** Figures of one drawing that are set against another's. */
const MAX_COMPARED = 200;

/** What differs in a drawing from another one that was wanted, in sentences; empty if nothing does. */
export function compare(wanted: Drawn, found: Drawn): string[] {
	const { width, height, origin } = wanted.tape.sheet;
	const first = ({ drawing }: Drawn): Drawing => ({ ...drawing, figures: drawing.figures.slice(0, MAX_COMPARED) });
	const [ours, theirs] = [first(wanted), first(found)];
	const partners = pairedFigures(ours.figures, theirs.figures, Math.sqrt(width * width + height * height));
	return differencesOf(ours, theirs, partners, upward(origin));
}
