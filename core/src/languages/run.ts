import type { Limits, Stop } from "../limits/limits.ts";
import type { Sheet } from "../tape/layout.ts";
import type { Tape } from "../tape/tape.ts";
import type { Given } from "./given.ts";
import type { Problem } from "./problem.ts";

/** How one run is to go. */
export interface RunOptions {
	/** A whole number, 1 by default. */
	readonly seed?: number;
	/** The exercise's sheet; without it the program's own. */
	readonly sheet?: Sheet;
	/** A paper that lies there before the program begins; white by default. */
	readonly paper?: number;
	/** Frames of a program that draws frame by frame, 120 by default. */
	readonly frames?: number;
	/** Values for names that the program declares at top level, instead of the program's own. */
	readonly given?: Given;
	/** Names whose every change is to be kept, for a replay. */
	readonly watch?: readonly string[];
	/** What is answered to a program that asks, in order. */
	readonly answers?: readonly string[];
	readonly limits?: Limits;
	readonly stop?: Stop;
	readonly calls?: CountedCalls;
}

/**
 * For a program that can only be stopped from outside: it runs again with each call reported, and then up to the last
 * call, to keep its drawing. Languages whose runs always end ignore this.
 */
export interface CountedCalls {
	/** Ends the run after this many, as if its time were over. */
	readonly most?: number;
	/** Called after each call with how many there were. */
	readonly reached?: (calls: number) => void;
}

/** How a run ended: of itself, by an error of the program, or because its time was over. */
export type Ended = "whole" | "stopped" | "clock";

/** A change of a watched name. */
export interface VariableChange {
	readonly name: string;
	/** Source line that changed it. */
	readonly line: number;
	readonly step: number;
	/** Entries that were on the tape before it. */
	readonly entry: number;
	/** The new value, as text. */
	readonly value: string;
}

export interface Run {
	/** Everything that was recorded, also when the run was ended. */
	readonly tape: Tape;
	readonly ended: Ended;
	/** What ended it, unless it ended of itself. */
	readonly problem?: Problem;
	readonly remarks: readonly Problem[];
	readonly steps: number;
	/** Frames that were drawn, apart from frame 0. */
	readonly frames: number;
	/** Changes of the watched names, where any were asked for, and how many more there were. */
	readonly watched?: { readonly changes: readonly VariableChange[]; readonly leftOut: number };
}

/** Frames of a program that draws frame by frame unless the caller says otherwise: 4 seconds of a replay. */
export const USUAL_FRAMES = 120;
