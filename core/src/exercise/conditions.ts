import { parseColour } from "../colour/colour.ts";
import { FAMILIES } from "../colour/family.ts";
import type { Languages } from "../languages/language.ts";
import type { CountedCalls, RunOptions } from "../languages/run.ts";
import { CLASS_LIMITS, type Limits, type Stop } from "../limits/limits.ts";
import type { Sheet } from "../tape/layout.ts";
import type { ExerciseFile } from "./schema.ts";

/**
 * What programs of an exercise are run under, as plain data. Whoever runs one, for a desk, a lesson, a replay or a
 * report, runs it under the same conditions, so that all of them see the same drawing.
 */
export interface Conditions {
	/** The sheet, with a colour's name or code where its paper is fixed; null if the program's own sheet counts. */
	readonly sheet: (Sheet & { readonly paper?: string }) | null;
	/** The first seed. */
	readonly seed: number;
	/** Frames of an `each frame` block, where the exercise says how many. */
	readonly frames: number | null;
	/** Steps that a run may make, where the exercise says how many. */
	readonly steps: number | null;
	/** Statements that are left out of the language. */
	readonly without: readonly string[];
	/** What is answered to a program that asks, where the exercise says it. */
	readonly answers?: readonly string[];
}

/** The options of a run, and what is left out when its program is read. */
export type RunUnder = RunOptions & {
	readonly seed: number;
	readonly limits: Limits;
	readonly without: readonly string[];
};

/** What the caller says of a run. */
export interface Running {
	/** The first seed by default. */
	readonly seed?: number | undefined;
	readonly limits?: Limits | undefined;
	/** Steps that the run may make at most, even where the exercise allows more. */
	readonly maxSteps?: number | undefined;
	readonly stop?: Stop | undefined;
	readonly calls?: CountedCalls | undefined;
	/** The languages that are loaded; Nib alone by default. */
	readonly languages?: Languages | undefined;
}

export function conditionsOf({ sheet, run, statements }: ExerciseFile): Conditions {
	return {
		sheet: sheet
			? {
					width: sheet.width,
					height: sheet.height,
					origin: sheet.origin,
					...(sheet.paper !== undefined && { paper: sheet.paper }),
				}
			: null,
		seed: run?.seeds?.[0] ?? 1,
		frames: run?.frames ?? null,
		steps: run?.steps ?? null,
		without: statements?.without ?? [],
		...(run?.answers && { answers: run.answers }),
	};
}

/** A run under conditions; the caller's limits hold for all that these don't say. */
export function runUnder(
	{ sheet, seed: first, frames, steps, without, answers }: Conditions,
	{ seed = first, limits = CLASS_LIMITS, maxSteps = Number.POSITIVE_INFINITY, stop, calls }: Running = {},
): RunUnder {
	return {
		seed,
		limits: { ...limits, steps: Math.min(steps ?? limits.steps, maxSteps) },
		without,
		...(sheet && { sheet: { width: sheet.width, height: sheet.height, origin: sheet.origin } }),
		...(sheet?.paper !== undefined && { paper: paperOf(sheet.paper) }),
		...(frames !== null && { frames }),
		...(answers && { answers }),
		...(stop && { stop }),
		...(calls && { calls }),
	};
}

/** A paper's colour; a family stands for the CSS colour of its name. */
function paperOf(word: string): number {
	return (
		parseColour(FAMILIES.includes(word as never) && parseColour(word) === undefined ? "white" : word) ?? 0xffffffff
	);
}
