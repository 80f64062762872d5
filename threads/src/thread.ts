import { fileURLToPath } from "node:url";
import { alikePairs, atFrame, CLASS_LIMITS, compare, draw, type ExerciseFile, encodeTape, figureData, mark, type Stop, sayDrawn, tracksOf, tryExercise } from "@markpen/core";
import { RUN_MILLISECONDS } from "./clock.ts";
import type { DrawResult, Task } from "./task.ts";

const FONT = fileURLToPath(import.meta.resolve("@markpen/threads/font"));

/** Exercises that this thread has read, so that what belongs to one, its model's drawing above all, is worked out once. */
const EXERCISES = new Map<string, ExerciseFile>();
const MOST_EXERCISES = 50;

function exerciseOf(text: string): ExerciseFile {
	let known = EXERCISES.get(text);
	if (!known) {
		if (EXERCISES.size >= MOST_EXERCISES) EXERCISES.clear();
		known = JSON.parse(text) as ExerciseFile;
		EXERCISES.set(text, known);
	}
	return known;
}

/** The clock starts here, in the thread, so that waiting for a thread costs a program nothing. */
function stopAfter(milliseconds: number): Stop {
	const end = performance.now() + milliseconds;
	return () => performance.now() > end;
}

function drawn(task: Task & { do: "draw" }): DrawResult {
	const { source, seed, sheet, frames, given, watch, limits = CLASS_LIMITS } = task;
	const asked = { ...(sheet && { sheet }), ...(frames !== undefined && { frames }), ...(given && { given }), ...(watch && { watch }) };
	const stop = stopAfter(task.milliseconds);
	const whole = draw(source, { seed, limits, stop, ...asked });
	const result = task.frame === undefined ? whole : atFrame(whole, task.frame);
	const more = {
		lastFrame: result.tape.frame.at(-1) ?? 0,
		...(task.beside !== undefined && { differences: compare(draw(task.beside, { seed, limits, stop, ...(frames !== undefined && { frames }) }), result) }),
		...(task.tracks && { tracks: tracksOf(result.tape) }),
		...(task.tape && { tape: encodeTape(result.tape) }),
		...(result.watched && { watched: result.watched }),
	};
	return { ...sayDrawn(result), measures: result.drawing.figures.map(figureData), ...more };
}

async function png(task: Task & { do: "png" }): Promise<Uint8Array> {
	const { Resvg } = await import("@resvg/resvg-js");
	const font = { fontFiles: [FONT], loadSystemFonts: false, defaultFontFamily: "Atkinson Hyperlegible Next" };
	return new Resvg(task.svg, { fitTo: { mode: "width", value: task.width }, font }).render().asPng();
}

/** One task in this thread. */
export default function work(task: Task): unknown {
	switch (task.do) {
		case "mark":
			return mark(task.source, exerciseOf(task.exercise), { ...task.brought, stop: stopAfter(task.milliseconds), ...(task.limits && { limits: task.limits }) });
		case "mark-many":
			return task.sources.map((source) => mark(source, exerciseOf(task.exercise), { bare: task.bare, stop: stopAfter(RUN_MILLISECONDS) }));
		case "try":
			return tryExercise(exerciseOf(task.exercise));
		case "alike":
			return alikePairs(task.sources, exerciseOf(task.exercise));
		case "draw":
			return drawn(task);
		case "png":
			return png(task);
	}
}
