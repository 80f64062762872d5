import { CLASS_LIMITS, type Limits, NEVER, type Stop, stopEvery } from "../limits/limits.ts";
import { DEFAULT_SHEET, type Sheet } from "../tape/layout.ts";
import type { Tape } from "../tape/tape.ts";
import { TapeFull } from "../tape/writer.ts";
import type { Checked } from "./checker.ts";
import { emit } from "./emitter.ts";
import { type Given, givenValues } from "./given.ts";
import { Halt } from "./halt.ts";
import { kindOf } from "./kind-of.ts";
import { Machine } from "./machine.ts";
import type { Problem, SourceRange } from "./problem.ts";
import { everyStep } from "./tree.ts";
import { type VariableChange, WatchLog } from "./watch.ts";

/** How one run is to go. */
export interface RunOptions {
	/** A whole number, 1 by default. */
	readonly seed?: number;
	/** The exercise's sheet; without it the program's own. */
	readonly sheet?: Sheet;
	/** A paper that lies there before the program begins; white by default. */
	readonly paper?: number;
	/** Frames of an `each frame` block, 120 by default. */
	readonly frames?: number;
	/** Values for names that a `let` at top level declares, in place of that `let`'s own. */
	readonly given?: Given;
	/** Names whose every change is to be kept, for a replay. */
	readonly watch?: readonly string[];
	readonly limits?: Limits;
	readonly stop?: Stop;
}

/** How a run ended: of itself, by an error of the program, or because its time was over. */
export type Ended = "whole" | "stopped" | "clock";

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

/** Frames that a program with an `each frame` block draws unless the caller says otherwise: 4 seconds of a replay. */
const USUAL_FRAMES = 120;

/**
 * Runs a checked program. Never throws for anything a program does; a tape comes back however the run ended. Throws
 * GivenWrong for a given value that the program has no place for.
 */
export function run(checked: Checked, options: RunOptions = {}): Run {
	const limits = options.limits ?? CLASS_LIMITS;
	const watch = options.watch && new WatchLog(options.watch);
	const emitted = emit(checked, { given: givenValues(checked, options.given ?? {}), ...(watch && { watch }) });
	const machine = new Machine({
		sheet: options.sheet ?? DEFAULT_SHEET,
		imposed: options.sheet !== undefined,
		paper: options.paper,
		seed: options.seed ?? 1,
		frames: options.frames ?? USUAL_FRAMES,
		limits,
		stop: options.stop ?? NEVER,
		every: stopEvery(emitted.code.length),
		lines: checked.lines,
	});
	const place = placeOfLine(checked);
	let problem: Problem | undefined;
	try {
		const main = new Function("m", "s", "f", "k", emitted.code);
		main(machine, emitted.statements, emitted.functions, emitted.constants);
	} catch (error) {
		problem = explain(error, emitted.sites, machine, place);
		machine.closeOpen(problem.place.line);
	}
	machine.closeSettings();
	const ended = problem === undefined ? "whole" : problem.code === "limit-time" ? "clock" : "stopped";
	const { x, y, facing, down } = machine;
	const tape = machine.tape.finish(machine.sheet, emitted.routines, { x, y, facing, down });
	const remarks = machine.remarks
		.finish(tape, problem === undefined)
		.map(({ code, line, data }) => ({ code, place: place(line), data }));
	return {
		tape,
		ended,
		remarks,
		steps: machine.steps,
		frames: machine.frame,
		...(problem && { problem }),
		...(watch && { watched: { changes: watch.changes, leftOut: watch.leftOut } }),
	};
}

/** Turns what ended a run into a problem of the program; anything that isn't one is thrown on. */
function explain(
	error: unknown,
	sites: ReturnType<typeof emit>["sites"],
	machine: Machine,
	place: (line: number) => SourceRange,
): Problem {
	if (typeof error === "number") {
		const site = sites[error];
		if (site)
			return {
				code: site.code,
				place: site.place,
				data: site.code === "kind-wrong" ? { ...site.data, found: kindOf(machine.bad) } : site.data,
			};
	}
	if (error instanceof Halt) return { code: error.code, place: place(error.line), data: error.data };
	if (error instanceof TapeFull)
		return { code: "limit-entries", place: place(error.line), data: { most: machine.limits.entries } };
	if (error instanceof RangeError && /call stack/i.test(error.message))
		return { code: "limit-calls", place: place(0), data: { most: machine.depth, first: machine.firstCall } };
	throw error;
}

/** Where a line's first statement stands. */
function placeOfLine(checked: Checked): (line: number) => SourceRange {
	let places: Map<number, SourceRange> | undefined;
	return (line) => {
		if (!places) {
			places = new Map();
			for (const step of everyStep(checked.program.steps))
				if (!places.has(step.place.line)) places.set(step.place.line, step.place);
		}
		return places.get(line) ?? { line: Math.max(1, line), column: 1, length: 1 };
	};
}
