import { draw, ENTRY, MOST_FIGURES, messagesOf, pictureOf, reportFigure, sayProblem } from "@markpen/core";
import type { RunAnswer, RunRequest } from "./messages.ts";

/** How long a run in the desk may take. */
const MILLISECONDS = 5_000;

addEventListener("message", ({ data }: MessageEvent<RunRequest>) => {
	const end = performance.now() + MILLISECONDS;
	const { tape, drawing, errors, remarks, state, ended } = draw(data.source, { seed: 1, stop: () => performance.now() > end, ...(data.sheet && { sheet: data.sheet }) });
	const answer: RunAnswer = {
		turn: data.turn,
		state,
		ended,
		picture: pictureOf(tape),
		figures: drawing.figures.slice(0, MOST_FIGURES).map((f) => reportFigure(f, tape.sheet)),
		errors: errors.map(sayProblem),
		remarks: remarks.map(sayProblem),
		messages: messagesOf(tape, ENTRY.message),
	};
	postMessage(answer);
});
