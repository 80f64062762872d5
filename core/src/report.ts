import type { Fix, SourceRange } from "./languages/problem.ts";
import type { Ended } from "./languages/run.ts";
import type { Verdict } from "./marking/points.ts";
import type { Picture } from "./picture/picture.ts";

/** How far a program got. */
export const STATES = [
	"nothing-handed-in",
	"unreadable",
	"drew-nothing",
	"moved-without-drawing",
	"off-the-sheet",
	"drew",
] as const;
export type State = (typeof STATES)[number];

/** A problem or remark with its sentence. */
export interface ProblemReport extends SourceRange {
	readonly code: string;
	readonly message: string;
	readonly fix?: Fix;
	/** The lines that led to it, where a function was called on the way: "line 9, then line 4 in sail". */
	readonly calls?: string;
}

/** Figures that a report reads back at most. */
export const MAX_FIGURES = 1_000;

/** A figure read back, with what is needed to point at it. */
export interface ReportFigure {
	readonly index: number;
	readonly kinds: readonly string[];
	readonly sentence: string;
	readonly lines: readonly number[];
	/** Its outline as a path in the picture's coordinates. */
	readonly outline: string;
}

export interface ReportCriterion {
	readonly id: string;
	readonly check: string;
	/** What is asked, in a sentence. */
	readonly asks: string;
	readonly verdict: Verdict;
	readonly points: number;
	readonly possible: number;
	readonly bonus: boolean;
	readonly part: string | null;
	readonly hint: string | null;
	/** How it came out, in a sentence. */
	readonly sentence: string;
	readonly wanted: string;
	readonly found: string;
	/** Figures that it rests on: for one that is missed or partly met, those that fail it. */
	readonly figures: readonly number[];
	readonly lines: readonly number[];
	/** With `consequences: forgiven`, the line of the cause from which this follows, so that it isn't deducted. */
	readonly follows?: number;
	/** Set where it waits for a teacher's judgement, or for an answer. */
	readonly waits?: "teacher" | "answer";
	/** The seed, and the frame, in which it came out worst, where several were looked at. */
	readonly seed?: number;
	readonly frame?: number;
	/** The criteria of a group. */
	readonly inner?: readonly ReportInner[];
}

/** A criterion inside a group. */
export type ReportInner = Pick<ReportCriterion, "id" | "check" | "asks" | "verdict" | "sentence" | "figures" | "lines">;

/** A stretch of the program. */
export interface ReportPlace {
	readonly line: number;
	readonly column: number;
	readonly length: number;
}

/** A proved mistake: with its mend, missed criteria are met, and no met criterion is lost. */
export interface ReportCause extends ReportPlace {
	readonly id: string;
	/** More places: all of them change in the same way, or it is one of them where `either` is set. */
	readonly also: readonly ReportPlace[];
	readonly either: boolean;
	/** The criteria that the mend meets, or from which it earns more, with what it earns. */
	readonly regains: readonly { readonly id: string; readonly points: number }[];
	readonly points: number;
	/** For the student: leads to the place, and gives no answer away. */
	readonly sentence: string;
	/** For the teacher: says it outright. */
	readonly teacher: string;
	/** The lines that change, before and after: for the teacher. */
	readonly was: string;
	readonly mended: string;
	/** What makes the program one with this mistake mended, and those named before it: for the teacher. */
	readonly edit: { readonly start: number; readonly end: number; readonly text: string };
}

/** Something that may explain what was missed, and that isn't proved. */
export interface ReportSlip {
	readonly id: string;
	/** For the student: leads, and gives no answer away. */
	readonly sentence: string;
	/** For the teacher: says it outright. */
	readonly teacher: string;
	readonly lines: readonly number[];
	readonly figures: readonly number[];
	/** The criteria that it explains. */
	readonly criteria: readonly string[];
	/** Pairs of what it would have drawn and what was found, by what they measure. */
	readonly evidence: readonly { readonly what: string; readonly expected: string; readonly found: string }[];
}

/** A program run and recognised, in words and as plain data. */
export interface DrawingReport {
	readonly state: State;
	readonly ended: Ended;
	/** The first figures in drawing order, as many as a person can read. */
	readonly figures: readonly ReportFigure[];
	readonly figuresInAll: number;
	readonly errors: readonly ProblemReport[];
	readonly remarks: readonly ProblemReport[];
	readonly messages: readonly { readonly line: number; readonly text: string }[];
	readonly steps: number;
	readonly entries: number;
	readonly picture: Picture;
}

/** How much isn't in a report. */
export interface CutCounts {
	/** Shapes of the picture, the last ones; one that ends on its way counts too. */
	readonly shapes: number;
	/** Figures read back, the last ones. */
	readonly figures: number;
	/** Printed messages, the last ones. */
	readonly messages: number;
	/** Letters, at the ends of texts. */
	readonly letters: number;
}

/** How much isn't in a report, because it would have been too large to keep. */
export interface CutReport extends CutCounts {
	/** The same in words. */
	readonly sentence: string;
}

/** All that marking one program against one exercise found. Plain data: it is stored and sent as it is. */
export interface Report extends DrawingReport {
	readonly version: string;
	readonly exercise: string;
	/** `possible` is without bonus and without `open`, what a person must still judge. */
	readonly points: { readonly earned: number; readonly possible: number; readonly open: number };
	readonly criteria: readonly ReportCriterion[];
	/** The mistakes behind what was missed, each proved; null if nobody has looked for them yet. */
	readonly causes: readonly ReportCause[] | null;
	/** What may explain criteria that no cause covers. */
	readonly slips: readonly ReportSlip[];
	/** Which drawn figure was taken for which wanted one. */
	readonly taken: readonly { readonly name: string; readonly figures: readonly (number | null)[] }[];
	readonly seed: number;
	/** Set where parts of the report end early. */
	readonly cut?: CutReport;
}
