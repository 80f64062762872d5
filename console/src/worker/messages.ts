import type { Conditions, DrawingReport, Help, LanguageId, Proposal, Replayed, Report } from "@markpen/core";

/** How a program is run. */
export interface RunSettings {
	readonly source: string;
	/** What it is written in: Nib by default. */
	readonly language?: LanguageId;
	/** The exercise's, where it is run for one. */
	readonly conditions?: Conditions;
	/** The conditions' own, or 1 by default. */
	readonly seed?: number;
	/** The conditions' own by default. */
	readonly frames?: number;
}

/** What the page asks the drawing worker for. */
export type WorkerRequest =
	| (RunSettings & { readonly turn: number; readonly do: "run" })
	| (RunSettings & { readonly turn: number; readonly do: "replay" })
	| { readonly turn: number; readonly do: "help"; readonly language?: LanguageId }
	| { readonly turn: number; readonly do: "propose"; readonly exercise: string; readonly picked: number | null }
	| { readonly turn: number; readonly do: "against"; readonly exercise: string; readonly altered: string }
	| { readonly turn: number; readonly do: "notice"; readonly exercise: string; readonly altered: readonly string[] }
	| {
			readonly turn: number;
			readonly do: "mark";
			readonly exercise: string;
			readonly programs: readonly { readonly name: string; readonly source: string }[];
	  };

/** A drawing in the making, with the names that were watched. */
export interface ReplayAnswer extends Replayed {
	readonly names: readonly string[];
}

/** The verdicts on programs of an exercise whose file can be read; else what is wrong with it. */
export interface MarkAnswer {
	readonly problems: readonly { readonly path: string; readonly line: number; readonly message: string }[];
	readonly reports: readonly { readonly name: string; readonly report: Report }[];
	/** Where brief and criteria may disagree, in sentences. */
	readonly doubts: readonly string[];
}

export interface Answers {
	readonly run: DrawingReport;
	/** Null where the program can't be read. */
	readonly replay: ReplayAnswer | null;
	readonly mark: MarkAnswer;
	/** Every word of the language, and the names of colours. */
	readonly help: {
		readonly words: readonly Help[];
		readonly colours: readonly { readonly name: string; readonly code: string }[];
	};
	/** Criteria that could be asked. */
	readonly propose: readonly Proposal[];
	/** For each changed model, whether a criterion notices it. */
	readonly notice: { readonly noticed: readonly boolean[] };
	/** A criterion that tells a changed model from the model, if there is one. */
	readonly against: { readonly proposal: Proposal | null };
}

/** What the worker sends: an answer, that it wants the interpreter of a language, or that it has made it ready. */
export type WorkerAnswer =
	| { readonly turn: number; readonly answer: Answers[keyof Answers] }
	| { readonly turn: number; readonly failed: string }
	| { readonly wants: LanguageId }
	| { readonly has: LanguageId };

/** The files of an interpreter for the worker; null if they couldn't be fetched. */
export interface Interpreter {
	readonly interpreter: LanguageId;
	readonly files: readonly Uint8Array[] | null;
}
