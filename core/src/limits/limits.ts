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
	cells: 2_000_000,
	sheet: 4_096,
});

/** Asked every {@link STOP_EVERY} steps; true ends the run, which keeps its drawing. */
export type Stop = () => boolean;

/** Steps between two questions to {@link Stop}. */
export const STOP_EVERY = 65_536;

/** A stop that never comes. */
export const NEVER: Stop = () => false;
