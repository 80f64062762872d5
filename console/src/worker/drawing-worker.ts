import { COLOUR_NAMES, criterionAgainst, draw, formatColour, HELP, mark, namedColour, noticed, proposalsFor, readExercise, replayed, sayDrawn } from "@markpen/core";
import { namesIn } from "../state/nib-words.ts";
import type { Answers, RunSettings, WorkerAnswer, WorkerRequest } from "./messages.ts";

/** How long a run may take. */
const MILLISECONDS = 5_000;

function drawn({ source, sheet, seed = 1, frames }: RunSettings) {
	const end = performance.now() + MILLISECONDS;
	return draw(source, { seed, stop: () => performance.now() > end, ...(sheet && { sheet }), ...(frames && { frames }) });
}

function replay({ source, sheet, seed = 1, frames }: RunSettings): Answers["replay"] | null {
	const end = performance.now() + MILLISECONDS;
	const names = namesIn(source);
	const made = replayed(source, { seed, stop: () => performance.now() > end, watch: names, ...(sheet && { sheet }), ...(frames && { frames }) });
	return made ? { ...made, names } : null;
}

function marked({ exercise, programs }: Extract<WorkerRequest, { do: "mark" }>): Answers["mark"] {
	const reading = readExercise(exercise);
	if (!reading.ok) return { problems: reading.problems.map(({ path, line, message }) => ({ path, line, message })), reports: [] };
	return {
		problems: [],
		reports: programs.map(({ name, source }) => {
			const end = performance.now() + MILLISECONDS;
			return { name, report: mark(source, reading.exercise, { stop: () => performance.now() > end }) };
		}),
	};
}

function answer(request: WorkerRequest): Answers[keyof Answers] {
	if (request.do === "run") return sayDrawn(drawn(request));
	if (request.do === "replay") return replay(request);
	if (request.do === "help") return { words: [...HELP.values()], colours: COLOUR_NAMES.map((name) => ({ name, code: formatColour(namedColour(name) ?? -1) })) };
	if (request.do === "propose") {
		const reading = readExercise(request.exercise);
		return reading.ok ? proposalsFor(reading.exercise, request.picked) : [];
	}
	if (request.do === "notice") {
		const reading = readExercise(request.exercise);
		return { noticed: reading.ok ? noticed(reading.exercise, request.altered) : [] };
	}
	if (request.do === "against") {
		const reading = readExercise(request.exercise);
		return { proposal: (reading.ok && criterionAgainst(reading.exercise, request.altered)) || null };
	}
	return marked(request);
}

addEventListener("message", ({ data }: MessageEvent<WorkerRequest>) => {
	try {
		postMessage({ turn: data.turn, answer: answer(data) } satisfies WorkerAnswer);
	} catch (error) {
		postMessage({ turn: data.turn, failed: error instanceof Error ? error.message : String(error) } satisfies WorkerAnswer);
	}
});
