import {
	briefDoubts,
	COLOUR_NAMES,
	criterionAgainst,
	type DrawOptions,
	draw,
	type ExerciseFile,
	formatColour,
	type LanguageId,
	LanguageLoader,
	type Languages,
	languageOf,
	languagesNeeded,
	mark,
	modelOf,
	namedColour,
	noticed,
	proposalsFor,
	readExercise,
	replayed,
	reportDrawing,
	runUnder,
	trialDoubt,
} from "@markpen/core";
import type { Answers, Interpreter, RunSettings, WorkerAnswer, WorkerRequest } from "./messages.ts";
import { namesIn } from "./nib-words.ts";

/** How long a run may take. */
const MILLISECONDS = 5_000;

/** Requests waiting for an interpreter: the page fetches it, because this worker may not. */
const WAITING = new Map<
	LanguageId,
	{ given: (files: readonly Uint8Array[]) => void; failed: (error: Error) => void }
>();

/** Asks the page for the files of an interpreter. */
const filesOf = (language: LanguageId) =>
	new Promise<readonly Uint8Array[]>((given, failed) => {
		WAITING.set(language, { given, failed });
		postMessage({ wants: language } satisfies WorkerAnswer);
	});

/** Languages are there once a program needs them. */
const LOADER = new LanguageLoader({
	javascript: async () => (await filesOf("javascript"))[0] as Uint8Array,
	python: async () => {
		const [code, library] = (await filesOf("python")) as [Uint8Array, Uint8Array];
		return { code, library };
	},
});

/** Languages that are ready to run programs; the page gets a message when an interpreter is ready. */
async function ready(ids: Iterable<LanguageId>): Promise<Languages> {
	const languages = await LOADER.ready(ids);
	for (const id of languages.keys()) if (WAITING.delete(id)) postMessage({ has: id } satisfies WorkerAnswer);
	return languages;
}

async function underOf({ language = "nib", conditions, seed, frames }: RunSettings): Promise<DrawOptions> {
	const languages = await ready([language]);

	const end = performance.now() + MILLISECONDS;
	const stop = () => performance.now() > end;
	return {
		...(conditions ? runUnder(conditions, { seed, stop }) : { seed: seed ?? 1, stop }),
		...(frames !== undefined && { frames }),
		language: languageOf(languages, language),
	};
}

/** The words of a language that have help. */
async function helpIn(language: LanguageId = "nib"): Promise<Answers["help"]["words"]> {
	return [...languageOf(await ready([language]), language).help.values()];
}

async function replay(run: RunSettings): Promise<Answers["replay"] | null> {
	const names = namesIn(run.source, run.language);
	const made = replayed(run.source, { ...(await underOf(run)), watch: names });
	return made ? { ...made, names } : null;
}

async function marked({ exercise, programs }: Extract<WorkerRequest, { do: "mark" }>): Promise<Answers["mark"]> {
	const reading = readExercise(exercise);
	if (!reading.ok)
		return {
			problems: reading.problems.map(({ path, line, message }) => ({ path, line, message })),
			reports: [],
			doubts: [],
		};
	const { language } = modelOf(reading.exercise);
	const reports: Answers["mark"]["reports"][number][] = [];
	for (const { name, source } of programs) {
		const languages = await ready(languagesNeeded(reading.exercise));
		const end = performance.now() + MILLISECONDS;
		const options = { language, languages, stop: () => performance.now() > end };
		reports.push({ name, report: mark(source, reading.exercise, options) });
	}
	return { problems: [], doubts: briefDoubts(reading.exercise).map(trialDoubt), reports };
}

/** An exercise that can be read, with the languages that it needs. */
async function exerciseIn(file: string): Promise<{ exercise: ExerciseFile; languages: Languages } | undefined> {
	const reading = readExercise(file);
	if (!reading.ok) return undefined;
	return { exercise: reading.exercise, languages: await ready(languagesNeeded(reading.exercise)) };
}

async function answer(request: WorkerRequest): Promise<Answers[keyof Answers]> {
	switch (request.do) {
		case "run":
			return reportDrawing(draw(request.source, await underOf(request)));
		case "replay":
			return replay(request);
		case "help":
			return {
				words: await helpIn(request.language),
				colours: COLOUR_NAMES.map((name) => ({ name, code: formatColour(namedColour(name) ?? -1) })),
			};
		case "propose": {
			const of = await exerciseIn(request.exercise);
			return of ? proposalsFor(of.exercise, request.picked, of.languages) : [];
		}
		case "notice": {
			const of = await exerciseIn(request.exercise);
			return { noticed: of ? noticed(of.exercise, request.altered, of.languages) : [] };
		}
		case "against": {
			const of = await exerciseIn(request.exercise);
			return { proposal: (of && criterionAgainst(of.exercise, request.altered, of.languages)) || null };
		}
		case "mark":
			return marked(request);
	}
}

async function reply(request: WorkerRequest): Promise<void> {
	try {
		postMessage({ turn: request.turn, answer: await answer(request) } satisfies WorkerAnswer);
	} catch (error) {
		const failed = error instanceof Error ? error.message : String(error);
		postMessage({ turn: request.turn, failed } satisfies WorkerAnswer);
	}
}

/** What was asked for is done in order, one after the other. */
const LINE = { last: Promise.resolve() };
addEventListener("message", ({ data }: MessageEvent<WorkerRequest | Interpreter>) => {
	if (!("interpreter" in data)) {
		LINE.last = LINE.last.then(() => reply(data));
		return;
	}
	const waiting = WAITING.get(data.interpreter);
	if (data.files) waiting?.given(data.files);
	else waiting?.failed(new Error("the interpreter couldn't be fetched"));
});
