import { type DrawOptions, readUnder } from "./draw.ts";
import { recognise } from "./figures/recognise.ts";
import type { VariableChange } from "./languages/run.ts";
import { type Replay, replayOf } from "./picture/replay.ts";
import { figureSentence } from "./words/readback.ts";

/** A program's run, to be gone through step by step. */
export interface Replayed {
	readonly replay: Replay;
	/** Whether the pen walks: what is placed needs no pen. */
	readonly walks: boolean;
	readonly changes: readonly VariableChange[];
	/** The row with which each figure begins. */
	readonly marks: readonly { readonly index: number; readonly row: number; readonly sentence: string }[];
}

/** Drawings of more rows get no marks: they would lie one on another. */
const MAX_MARKED_ROWS = 5_000;
const MAX_MARKS = 200;

/** Runs a source for a replay, with the names that are to be watched; undefined if it can't be read. */
export function replayed(source: string, options: DrawOptions = {}): Replayed | undefined {
	const program = readUnder(source, options);
	if (!program.isReadable) return undefined;
	const { tape, watched } = program.run(options);
	const replay = replayOf(tape);
	const { pen } = replay;
	const figures = tape.length > MAX_MARKED_ROWS ? [] : recognise(tape).figures.slice(0, MAX_MARKS);
	return {
		replay,
		walks: pen.some((value, i) => i % 3 < 2 && value !== pen[i % 3]),
		changes: watched?.changes ?? [],
		marks: figures.map((figure) => ({
			index: figure.index,
			row: figure.entries[0] ?? 0,
			sentence: figureSentence(figure),
		})),
	};
}
