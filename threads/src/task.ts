import type {
	AlikePair,
	Conditions,
	DrawingReport,
	Explained,
	FigureData,
	Given,
	LanguageId,
	Limits,
	Report,
	ReportSummary,
	Sheet,
	SourceText,
	Submission,
	Track,
	Trial,
	VariableChange,
} from "@markpen/core";

/**
 * An exercise as threads are sent it: its JSON text in memory that all threads share, under a number. A thread parses
 * each exercise once and caches what it computes for it.
 */
export interface SharedExercise {
	readonly number: number;
	/** UTF-8. */
	readonly text: SharedArrayBuffer;
}

/** A program to run, and how, whose drawing is read back. */
export interface DrawTask {
	readonly do: "draw";
	readonly source: string;
	/** What it is written in: Nib by default. */
	readonly language?: LanguageId;
	/** The conditions' own, or 1 by default. */
	readonly seed?: number;
	/** The exercise's options, if any; other options here override them. */
	readonly conditions?: Conditions;
	readonly sheet?: Sheet;
	readonly frames?: number;
	/** Values for names that the program declares; the caller has made sure that it does. */
	readonly given?: Given;
	readonly watch?: readonly string[];
	/** The frame at whose end the sheet is looked at; the last by default. */
	readonly frame?: number;
	/** A program whose drawing this one is set beside. */
	readonly beside?: string | SourceText;
	/** Whether figures are to be followed through the frames. */
	readonly tracks?: boolean;
	/** Whether the tape is wanted too. */
	readonly tape?: boolean;
	readonly limits?: Limits;
	readonly milliseconds: number;
}

/** What a thread can be asked to do. */
export type Task =
	| {
			readonly do: "mark";
			readonly source: string;
			/** What it is written in: the exercise's first language by default. */
			readonly language?: LanguageId;
			readonly exercise: SharedExercise;
			readonly submission?: Submission;
			readonly limits?: Limits;
			/** How long it may run: on a core. */
			readonly milliseconds: number;
			/** How long it may take by the clock on the wall; as long as it may run by default. */
			readonly wall?: number;
			/** Whether the tape of the first seed is wanted too, packed. */
			readonly tape?: boolean;
			/** Whether the report is wanted as text with its summary. */
			readonly packed?: boolean;
			/** A number of 32 bits in which the calls of its run are counted as they are made. */
			readonly counted?: SharedArrayBuffer;
			/** How many calls its run may make before it is ended. */
			readonly calls?: number;
	  }
	| {
			/** Several programs in one go, without their drawings read back: for summaries. */
			readonly do: "mark-many";
			readonly sources: readonly SourceText[];
			readonly exercise: SharedExercise;
			readonly bare: boolean;
			/** Whether the causes of what is missed are looked for too. */
			readonly causes: boolean;
			/** What comes with each of them. */
			readonly submission?: Submission;
			readonly milliseconds: number;
	  }
	| {
			/** The causes of missed criteria: the second half of a report. */
			readonly do: "explain";
			readonly source: string;
			readonly language?: LanguageId;
			readonly exercise: SharedExercise;
			readonly submission?: Submission;
			readonly limits?: Limits;
			readonly milliseconds: number;
	  }
	| { readonly do: "try"; readonly exercise: SharedExercise; readonly milliseconds: number }
	| {
			readonly do: "alike";
			readonly exercise: SharedExercise;
			readonly sources: readonly SourceText[];
			readonly milliseconds: number;
	  }
	| DrawTask
	| { readonly do: "png"; readonly svg: string; readonly width: number; readonly milliseconds: number };

/** A program run and recognised, with the measures of every figure. */
export interface DrawResult extends DrawingReport {
	readonly measures: readonly FigureData[];
	/** The tape in bytes, where it was wanted. */
	readonly tape?: Uint8Array;
	/** The last frame that was run. */
	readonly lastFrame: number;
	/** What differs from the program it was set beside, in sentences. */
	readonly differences?: readonly string[];
	readonly tracks?: readonly Track[];
	/** Changes of the watched names, where there were any to watch. */
	readonly watched?: { readonly changes: readonly VariableChange[]; readonly leftOut: number };
}

/** A report with what the marking took. */
export interface Marked {
	readonly report: Report;
	/** The tape in gzip, where it was wanted and isn't too large to keep. */
	readonly tape: Uint8Array | null;
	/** How long the thread worked on it: on a core, not waiting for one. */
	readonly milliseconds: number;
}

/** The same, ready to be stored: the report is made into text in the thread. */
export interface PackedMark extends Pick<Marked, "tape" | "milliseconds"> {
	/** The report as JSON text. */
	readonly report: string;
	readonly summary: ReportSummary;
}

/** What each task gives back. */
export type Result<T extends Task> = T extends { do: "mark"; packed: true }
	? PackedMark
	: T extends { do: "mark" }
		? Marked
		: T extends DrawTask
			? DrawResult
			: T extends { do: "explain" }
				? Explained
				: T extends { do: "mark-many" }
					? readonly Report[]
					: T extends { do: "try" }
						? Trial
						: T extends { do: "alike" }
							? readonly AlikePair[]
							: Uint8Array;
