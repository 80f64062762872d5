import {
	atFrame,
	CLASS_LIMITS,
	compare,
	type Drawn,
	type DrawOptions,
	draw,
	encodeTape,
	figureData,
	type Languages,
	languageOf,
	reportDrawing,
	runUnder,
	type SourceText,
	tracksOf,
} from "@markpen/core";
import { stopAfter } from "./stop-after.ts";
import type { DrawResult, DrawTask } from "./task.ts";

/** Runs a program and reads its drawing back, in the thread that asks. */
export function drawTask(task: DrawTask, languages: Languages): DrawResult {
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
	const language = languageOf(languages, task.language ?? "nib");
	const whole = draw(source, { ...under, ...asked, language });
	const result = task.frame === undefined ? whole : atFrame(whole, task.frame);
	const more = {
		lastFrame: result.tape.frame.at(-1) ?? 0,
		...(task.beside !== undefined && {
			differences: compare(
				besides(task.beside, { ...under, ...(frames !== undefined && { frames }) }, languages),
				result,
			),
		}),
		...(task.tracks && { tracks: tracksOf(result.tape) }),
		...(task.tape && { tape: encodeTape(result.tape) }),
		...(result.watched && { watched: result.watched }),
	};
	return { ...reportDrawing(result), measures: result.drawing.figures.map(figureData), ...more };
}

/** The drawing of a program that another is set beside; one without a language is in Nib. */
function besides(beside: string | SourceText, options: DrawOptions, languages: Languages): Drawn {
	const { source, language } = typeof beside === "string" ? ({ source: beside, language: "nib" } as const) : beside;
	return draw(source, { ...options, language: languageOf(languages, language) });
}
