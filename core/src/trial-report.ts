import type { Free } from "./mistakes/mistake.ts";

export type { Free };

/** Points of one trial program, with the criteria that it doesn't meet. */
export interface Tried {
	readonly earned: number;
	readonly possible: number;
	readonly missed: readonly string[];
}

/** A change of the model that marking should notice, and whether it does. */
export interface TriedAlteration extends Tried {
	readonly id: string;
	readonly line: number;
	readonly source: string;
	/** What the brief leaves free, where that is why going unnoticed isn't counted against the exercise. */
	readonly free: Free | null;
}

/** The model drawn otherwise, and the criteria that took points from it. */
export interface TriedRewriting {
	readonly id: string;
	readonly source: string;
	readonly lost: readonly string[];
}

/** An exercise tried before a class does. */
export interface Trial {
	readonly model: Tried;
	/** Criteria that can't be tried: a person's, or a comparison with a student's own work. */
	readonly untried: readonly string[];
	/** Programs that should earn nothing, with what they earn. */
	readonly nothing: readonly ({
		readonly id: "empty program" | "one dot" | "painted sheet";
		readonly earns: readonly string[];
	} & Tried)[];
	/** Null where there is no starter. */
	readonly starter: Tried | null;
	readonly alterations: readonly TriedAlteration[];
	/**
	 * Share of the alterations that marking notices, of those that the brief doesn't leave free; null if there are
	 * none.
	 */
	readonly strength: number | null;
	readonly rewritings: readonly TriedRewriting[];
	/** Share of the rewritten models that earn everything; null if there are none. */
	readonly fairness: number | null;
	/** Whether only the model was tried, since it misses something itself: what else is found would mean nothing. */
	readonly modelOnly: boolean;
	/** What is wrong with the exercise itself: what a teacher must mend before setting it. */
	readonly wrong: readonly TrialProblem[];
	/** What may be meant as it is, and is worth a look. */
	readonly doubts: readonly TrialDoubt[];
}

/** What looks as if brief and criteria disagree; words make a sentence of it. */
export interface TrialDoubt {
	readonly code: "brief-alone" | "criteria-alone" | "name-unused" | "names-alike" | "no-points" | "asked-twice";
	/** Numbers and colours, sentences of criteria, or names of figures. */
	readonly of: readonly string[];
}

/** A code with what it refers to; words make a sentence of it. */
export interface TrialProblem {
	readonly code: "model-unreadable" | "model-stops" | "model-misses" | "nothing-earns" | "starter-full";
	readonly of: readonly string[];
	/** What the criteria that it is about ask for, and how they came out. */
	readonly criteria?: readonly { readonly asks: string; readonly found: string }[];
}
