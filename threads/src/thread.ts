import { fileURLToPath } from "node:url";
import { CLASS_LIMITS, draw, ENTRY, figureData, MOST_FIGURES, mark, messagesOf, pictureOf, reportFigure, type Stop, sayProblem } from "@markpen/core";
import { Resvg } from "@resvg/resvg-js";
import type { DrawResult, Task } from "./task.ts";

const FONT = fileURLToPath(new URL("../font/AtkinsonHyperlegibleNext-Regular.ttf", import.meta.url));

/** The clock starts here, in the thread, so that waiting for a thread costs a program nothing. */
function stopAfter(milliseconds: number): Stop {
	const end = performance.now() + milliseconds;
	return () => performance.now() > end;
}

function drawn(task: Task & { do: "draw" }): DrawResult {
	const limits = task.limits ?? CLASS_LIMITS;
	const { state, ended, steps, tape, drawing, errors, remarks } = draw(task.source, {
		seed: task.seed,
		limits,
		stop: stopAfter(task.milliseconds),
		...(task.sheet && { sheet: task.sheet }),
	});
	return {
		state,
		ended,
		steps,
		entries: tape.length,
		picture: pictureOf(tape),
		figures: drawing.figures.map(figureData),
		pointed: drawing.figures.slice(0, MOST_FIGURES).map((f) => reportFigure(f, tape.sheet)),
		errors: errors.map(sayProblem),
		remarks: remarks.map(sayProblem),
		messages: messagesOf(tape, ENTRY.message),
	};
}

function png(task: Task & { do: "png" }): Uint8Array {
	const font = { fontFiles: [FONT], loadSystemFonts: false, defaultFontFamily: "Atkinson Hyperlegible Next" };
	return new Resvg(task.svg, { fitTo: { mode: "width", value: task.width }, font }).render().asPng();
}

/** One task in this thread. */
export default function work(task: Task): unknown {
	switch (task.do) {
		case "mark":
			return mark(task.source, task.exercise, { stop: stopAfter(task.milliseconds), ...(task.limits && { limits: task.limits }) });
		case "draw":
			return drawn(task);
		case "png":
			return png(task);
	}
}
