import { fileURLToPath } from "node:url";
import { CLASS_LIMITS, draw, figureData, mark, type Stop, sayDrawn } from "@markpen/core";
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
	const result = draw(task.source, { seed: task.seed, limits, stop: stopAfter(task.milliseconds), ...(task.sheet && { sheet: task.sheet }) });
	return { ...sayDrawn(result), measures: result.drawing.figures.map(figureData) };
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
