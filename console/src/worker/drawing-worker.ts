import {
	briefDoubts,
	COLOUR_NAMES,
	criterionAgainst,
	type DrawOptions,
	draw,
	formatColour,
	HELP,
	mark,
	namedColour,
	noticed,
	proposalsFor,
	readExercise,
	replayed,
	reportDrawing,
	runUnder,
	trialDoubt,
} from "@markpen/core";
import type { Answers, RunSettings, WorkerAnswer, WorkerRequest } from "./messages.ts";
import { namesIn } from "./nib-words.ts";

/** How long a run may take. */
const MILLISECONDS = 5_000;

function underOf({ conditions, seed, frames }: RunSettings): DrawOptions {
	const end = performance.now() + MILLISECONDS;
	const stop = () => performance.now() > end;
	return {
		...(conditions ? runUnder(conditions, { seed, stop }) : { seed: seed ?? 1, stop }),
		...(frames !== undefined && { frames }),
	};
}

function replay(run: RunSettings): Answers["replay"] | null {
	const names = namesIn(run.source);
	const made = replayed(run.source, { ...underOf(run), watch: names });
	return made ? { ...made, names } : null;
}

function marked({ exercise, programs }: Extract<WorkerRequest, { do: "mark" }>): Answers["mark"] {
	const reading = readExercise(exercise);
	if (!reading.ok)
		return {
			problems: reading.problems.map(({ path, line, message }) => ({ path, line, message })),
			reports: [],
			doubts: [],
		};
	return {
		problems: [],
		doubts: briefDoubts(reading.exercise).map(trialDoubt),
		reports: programs.map(({ name, source }) => {
			const end = performance.now() + MILLISECONDS;
			return { name, report: mark(source, reading.exercise, { stop: () => performance.now() > end }) };
		}),
	};
}

function answer(request: WorkerRequest): Answers[keyof Answers] {
	if (request.do === "run") return reportDrawing(draw(request.source, underOf(request)));
	if (request.do === "replay") return replay(request);
	if (request.do === "help")
		return {
			words: [...HELP.values()],
			colours: COLOUR_NAMES.map((name) => ({ name, code: formatColour(namedColour(name) ?? -1) })),
		};
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
		postMessage({
			turn: data.turn,
			failed: error instanceof Error ? error.message : String(error),
		} satisfies WorkerAnswer);
	}
});
