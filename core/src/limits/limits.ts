/** How much one run may do. Everything is counted inside the run, so a stop falls on the same step everywhere. */
export interface Limits {
	/** Passes of loops, calls and frames together. */
	readonly steps: number;
	/** Entries on the tape. */
	readonly entries: number;
	readonly frames: number;
	/** Calls inside calls. */
	readonly calls: number;
	/** Blocks and brackets inside one another in the source. */
	readonly nesting: number;
	/** Source, in UTF-8 bytes. */
	readonly source: number;
	/** Messages of one run, in characters. */
	readonly messages: number;
	/** Characters of one text. */
	readonly text: number;
	/** Items of one list. */
	readonly list: number;
	/** Characters and items that a run may make in all. */
	readonly cells: number;
	/** Width and height of a sheet. */
	readonly sheet: number;
}

/** What a class gets unless its teacher says otherwise. */
export const CLASS_LIMITS: Limits = Object.freeze({
	steps: 5_000_000,
	entries: 200_000,
	frames: 3_600,
	calls: 1_000,
	nesting: 100,
	source: 256 * 1024,
	messages: 64 * 1024,
	text: 10_000,
	list: 100_000,
	cells: 2_000_000,
	sheet: 4_096,
});

/** Asked once in a number of steps ({@link stopEvery}); true ends the run, which keeps its drawing. */
export type Stop = () => boolean;

const MAX_STEPS_BETWEEN = 65_536;
const LEAST_BETWEEN = 64;
/** Generated code of this length, in characters, is asked at {@link MAX_STEPS_BETWEEN}; longer code more often. */
const USUAL_CODE = 2_000;

/**
 * Steps between two questions to {@link Stop}. One step runs at most the whole program once, so that longer programs
 * are asked more often: the time between two questions stays a fraction of a second.
 *
 * @param code length of the generated code in characters
 */
export function stopEvery(code: number): number {
	return Math.max(
		LEAST_BETWEEN,
		Math.min(MAX_STEPS_BETWEEN, Math.floor((MAX_STEPS_BETWEEN * USUAL_CODE) / Math.max(1, code))),
	);
}

/** A stop that never comes. */
export const NEVER: Stop = () => false;
