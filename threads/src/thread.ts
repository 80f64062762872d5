import { gzipSync } from "node:zlib";
import {
	alikePairs,
	atFrame,
	CLASS_LIMITS,
	causesIn,
	compare,
	draw,
	type ExerciseFile,
	encodeTape,
	figureData,
	mark,
	markedTape,
	reportDrawing,
	runUnder,
	type Stop,
	tracksOf,
	tryExercise,
} from "@markpen/core";
import { EXPLAIN_MILLISECONDS, RUN_MILLISECONDS } from "./clock.ts";
import { giveWay } from "./priority.ts";
import { renderPng } from "./render-png.ts";
import type { DrawResult, Marked, Task } from "./task.ts";
import { threadMilliseconds } from "./thread-time.ts";

giveWay();

/**
 * Exercises that this thread has read, so that what belongs to one, its model's drawing above all, is worked out
 * once.
 */
const EXERCISES = new Map<string, ExerciseFile>();
const MAX_CACHED_EXERCISES = 50;

function exerciseOf(text: string): ExerciseFile {
	let known = EXERCISES.get(text);
	if (!known) {
		if (EXERCISES.size >= MAX_CACHED_EXERCISES) EXERCISES.clear();
		known = JSON.parse(text) as ExerciseFile;
		EXERCISES.set(text, known);
	}
	return known;
}

/**
 * The clock is the thread's own, so that waiting for a thread, or for a core, costs a program nothing. Where a busy
 * machine lets it wait for longer than its caller does, by the clock on the wall, it ends with what it has drawn.
 */
function stopAfter(milliseconds: number, wall = milliseconds): Stop {
	const end = threadMilliseconds() + milliseconds;
	const last = performance.now() + Math.max(wall, milliseconds);
	return () => threadMilliseconds() > end || performance.now() > last;
}

function drawn(task: Task & { do: "draw" }): DrawResult {
	const { source, conditions, sheet, frames, given, watch, limits = CLASS_LIMITS } = task;
	const stop = stopAfter(task.milliseconds);
	const under = conditions
		? runUnder(conditions, { seed: task.seed, limits, stop })
		: { seed: task.seed ?? 1, limits, stop };
	const asked = {
		...(sheet && { sheet }),
		...(frames !== undefined && { frames }),
		...(given && { given }),
		...(watch && { watch }),
	};
	const whole = draw(source, { ...under, ...asked });
	const result = task.frame === undefined ? whole : atFrame(whole, task.frame);
	const more = {
		lastFrame: result.tape.frame.at(-1) ?? 0,
		...(task.beside !== undefined && {
			differences: compare(draw(task.beside, { ...under, ...(frames !== undefined && { frames }) }), result),
		}),
		...(task.tracks && { tracks: tracksOf(result.tape) }),
		...(task.tape && { tape: encodeTape(result.tape) }),
		...(result.watched && { watched: result.watched }),
	};
	return { ...reportDrawing(result), measures: result.drawing.figures.map(figureData), ...more };
}

/** The most that a kept tape has, packed. */
const TAPE_BYTES = 2 * 1024 * 1024;

function marked(task: Task & { do: "mark" }): Marked {
	const begun = threadMilliseconds();
	const options = {
		...task.submission,
		stop: stopAfter(task.milliseconds, task.wall),
		...(task.limits && { limits: task.limits }),
	};
	const exercise = exerciseOf(task.exercise);
	const { report, tape } = markedTape(task.source, exercise, options);
	const packed = task.tape ? gzipSync(encodeTape(tape), { level: 6 }) : null;
	return {
		report,
		tape: packed && packed.length <= TAPE_BYTES ? packed : null,
		milliseconds: threadMilliseconds() - begun,
	};
}

/** One task in this thread. */
export default function work(task: Task): unknown {
	switch (task.do) {
		case "mark":
			return marked(task);
		case "mark-many":
			return task.sources.map((source) =>
				mark(source, exerciseOf(task.exercise), {
					...task.submission,
					bare: task.bare,
					causes: task.causes,
					stop: stopAfter(task.causes ? EXPLAIN_MILLISECONDS : RUN_MILLISECONDS),
				}),
			);
		case "explain":
			return causesIn(task.source, exerciseOf(task.exercise), {
				...task.submission,
				stop: stopAfter(task.milliseconds),
				...(task.limits && { limits: task.limits }),
			});
		case "try":
			return tryExercise(exerciseOf(task.exercise));
		case "alike":
			return alikePairs(
				task.sources.map((source) => ({ source, language: "nib" as const })),
				exerciseOf(task.exercise),
			);
		case "draw":
			return drawn(task);
		case "png":
			return renderPng(task);
	}
}
