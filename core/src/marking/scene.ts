import type { Drawing, Figure } from "../figures/figure.ts";
import type { Track } from "../figures/tracks.ts";
import type { SourceText } from "../languages/language.ts";
import type { Run } from "../languages/run.ts";
import type { Sheet } from "../tape/layout.ts";
import type { Tape } from "../tape/tape.ts";
import type { BudgetedRuns, RunChange } from "./budgeted-runs.ts";
import type { Moment } from "./criterion.ts";
import type { MarkingSpec, Tolerances } from "./marking-spec.ts";
import type { Preferred } from "./preferred.ts";
import type { Selection } from "./selection.ts";
import type { Selector } from "./selector.ts";
import type { Program } from "./source/program.ts";

/** A wanted figure with what was taken for it. */
export interface FigureMatch {
	readonly name: string;
	readonly selector: Selector;
	/** For each figure that is wanted, in order, the one drawn, if any. */
	readonly slots: readonly (Figure | undefined)[];
}

/** What a criterion is about, looked up in the drawing. */
export interface Subject {
	/** As sentences call it. */
	readonly name: string;
	/** How many are wanted; as many as there are where the exercise doesn't say. */
	readonly wanted: number;
	readonly figures: readonly Figure[];
	readonly slots: readonly (Figure | undefined)[];
}

/** A drawing at one moment of one run, ready to be judged. */
export interface Scene {
	readonly drawing: Drawing;
	readonly tape: Tape;
	readonly sheet: Sheet;
	/** 1 where y grows upwards as seen, -1 if it grows downwards. */
	readonly up: 1 | -1;
	readonly tolerances: Tolerances;
	readonly matches: ReadonlyMap<string, FigureMatch>;
	readonly selection: Selection;
	/** The run that drew it. */
	readonly programRun: ProgramRun;
}

/** A scene of a moment; of one frame where things move. */
export interface FrameScene {
	readonly scene: Scene;
	readonly frame?: number;
}

/** What comes with a program beside its source. */
export interface Submission {
	/** The student's words to questions, by the criterion's id. */
	readonly answers?: Readonly<Record<string, string>>;
	/** Points that a teacher gave, by the criterion's id. */
	readonly judgements?: Readonly<Record<string, number>>;
	/** Whether it was handed in, so that what isn't answered stays unanswered. */
	readonly final?: boolean;
	/** The student's try before this one. */
	readonly lastTry?: SourceText;
	/** The student's own hand-ins to other exercises, by their ids. */
	readonly earlier?: Readonly<Record<string, SourceText>>;
}

/** Drawings that a program can be compared with. */
export type Reference = "model" | "example" | "starter" | "own last try" | { readonly "own hand-in of": string };

/** What a run of a program offers to those who judge it. */
export interface ProgramRun {
	readonly program: Program;
	readonly spec: MarkingSpec;
	readonly submission: Submission;
	readonly runs: BudgetedRuns;
	/** How it differs from the plain run. */
	readonly change: RunChange;
	/** Undefined if the program can't be read. */
	readonly run: Run | undefined;
	readonly tape: Tape;
	readonly sheet: Sheet;
	/** The drawing at the end of the run. */
	readonly scene: Scene;
	readonly drawing: Drawing;
	/** Frames that were asked for; those of a program that left its frames itself are all that there are. */
	readonly framesAsked: number;
	/** The tracks of what moves. */
	readonly tracks: readonly Track[];
	/** The same program run with another seed, given values or sheet. */
	changed(change: RunChange): ProgramRun;
	/** Other ways to match its drawing that are as good or nearly, the best first. */
	readonly exchanges: readonly Preferred[];
	/** The same run with these figures taken for wanted ones, where they can be. */
	preferring(preferred: Preferred): ProgramRun;
	/** The drawing as it was before a row of the tape. */
	until(end: number): Scene;
	/** The scenes of a moment: one, or one a frame. */
	at(moment: Moment): readonly FrameScene[];
	/** The routines whose calls drew a figure, the innermost first. */
	routinesOf(figure: Figure): readonly string[];
	/** Another program's run to compare with; undefined if there is none. */
	reference(which: Reference): ProgramRun | undefined;
	/** Another program to compare with, read alone; undefined if there is none. */
	programOf(which: Reference): Program | undefined;
}

/** What a check may ask while it is judged: whether other criteria are met in full in a run. */
export interface Judging {
	readonly isMet: (id: string, run: ProgramRun) => boolean;
}
