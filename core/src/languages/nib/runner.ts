import { CLASS_LIMITS, NEVER, stopEvery } from "../../limits/limits.ts";
import { DEFAULT_SHEET } from "../../tape/layout.ts";
import { TapeFull } from "../../tape/writer.ts";
import type { Problem, SourceRange } from "../problem.ts";
import { type Run, type RunOptions, USUAL_FRAMES } from "../run.ts";
import type { Checked } from "./checker.ts";
import { emit } from "./emitter.ts";
import { givenValues } from "./given-values.ts";
import { Halt } from "./halt.ts";
import { kindOf } from "./kind-of.ts";
import { Machine } from "./machine.ts";
import { everyStep } from "./tree.ts";
import { WatchLog } from "./watch.ts";

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

/** Position of a line's first statement. */
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
