import type { SourceText } from "../languages/language.ts";
import { NEVER } from "../limits/limits.ts";
import { DEFAULT_SHEET } from "../tape/layout.ts";
import type { RunSettings } from "./budgeted-runs.ts";
import type { ProgramRun } from "./scene.ts";

/** Runs of references that one exercise keeps: a few belong to the exercise, a class's earlier hand-ins come and go. */
const MAX_CACHED = 40;

/**
 * How often a student's other program asks whether to stop before it is stopped: counted, and so the same everywhere.
 */
const MAX_STOP_CALLS = 10;

/** A program to compare with. */
export interface ReferenceSource extends SourceText {
	/** Whether it was given out with the exercise; a student's own program may be of any cost. */
	readonly givenOut: boolean;
}

/** Programs to compare a student's program with, each read and run once for one exercise, with a budget of its own. */
export class References {
	private readonly cached = new Map<string, ProgramRun>();

	/** @param make runs the program with these settings */
	runOf(
		{ source, language, givenOut }: ReferenceSource,
		{ seed, sheet, paper, frames, answers, stop = NEVER }: RunSettings,
		make: (settings: RunSettings) => ProgramRun,
	): ProgramRun {
		const key = JSON.stringify([language, source, seed, frames ?? null, sheet ?? null]);
		const cached = this.cached.get(key);
		if (cached) return cached;
		if (this.cached.size >= MAX_CACHED) this.cached.clear();
		let calls = 0;
		const limited = !givenOut && { stop: () => ++calls > MAX_STOP_CALLS || stop() };
		const made = make({ seed, sheet: sheet ?? DEFAULT_SHEET, paper, frames, answers, ...limited });
		// A run that this check's clock has cut short isn't kept for another check.
		if (givenOut || calls > MAX_STOP_CALLS || made.run?.ended !== "clock") this.cached.set(key, made);
		return made;
	}
}
