import { gzipSync } from "node:zlib";
import {
	alikePairs,
	causesIn,
	type ExerciseFile,
	encodeTape,
	type LanguageId,
	LanguageLoader,
	type Languages,
	languagesNeeded,
	mark,
	markedTape,
	type Report,
	tryExercise,
} from "@markpen/core";
import { Begun } from "./begun.ts";
import { EXPLAIN_MILLISECONDS, RUN_MILLISECONDS } from "./clock.ts";
import { drawTask } from "./draw-task.ts";
import { INTERPRETERS } from "./interpreters.ts";
import { packedMark } from "./packed-mark.ts";
import { giveWay } from "./priority.ts";
import { renderPng } from "./render-png.ts";
import { stopAfter } from "./stop-after.ts";
import type { Marked, PackedMark, SharedExercise, Task } from "./task.ts";
import { threadMilliseconds } from "./thread-time.ts";

giveWay();

/** Cache of parsed exercises by number, so that the model's drawing is computed once per thread. */
const EXERCISES = new Map<number, ExerciseFile>();
const MAX_CACHED_EXERCISES = 50;

function exerciseOf({ number, text }: SharedExercise): ExerciseFile {
	let known = EXERCISES.get(number);
	if (!known) {
		if (EXERCISES.size >= MAX_CACHED_EXERCISES) EXERCISES.clear();
		known = JSON.parse(Buffer.from(text).toString()) as ExerciseFile;
		EXERCISES.set(number, known);
	}
	return known;
}

/** The most that a kept tape has, packed. */
const TAPE_BYTES = 2 * 1024 * 1024;

function marked(task: Task & { do: "mark" }, languages: Languages): Marked | PackedMark {
	const begun = threadMilliseconds();
	const options = {
		...task.submission,
		...inLanguage(task),
		languages,
		stop: stopAfter(task.milliseconds, task.wall),
		...(task.limits && { limits: task.limits }),
		...callsOf(task),
	};
	const exercise = exerciseOf(task.exercise);
	const { report, tape } = markedTape(task.source, exercise, options);
	const packed = task.tape ? gzipSync(encodeTape(tape), { level: 6 }) : null;
	const result = {
		report,
		tape: packed && packed.length <= TAPE_BYTES ? packed : null,
		milliseconds: threadMilliseconds() - begun,
	};
	return task.packed ? packedMark(result) : result;
}

/** How the calls of a run are counted, where they are. */
function callsOf({ counted, calls }: Task & { do: "mark" }) {
	if (calls !== undefined) return { calls: { most: calls } };
	if (!counted) return {};
	const count = new Int32Array(counted);
	return { calls: { reached: (made: number) => Atomics.store(count, 0, made) } };
}

/** The language that a task's programs are written in, where it says one. */
const inLanguage = ({ language }: { readonly language?: LanguageId }) => (language === undefined ? {} : { language });

/** Languages are loaded where a task needs them, once a thread. */
const LOADER = new LanguageLoader(INTERPRETERS);

/** The languages a task needs, including those of programs to compare with. */
function languagesFor(task: Task): LanguageId[] {
	switch (task.do) {
		case "png":
			return [];
		case "draw":
			return [task.language ?? "nib", ...(typeof task.beside === "object" ? [task.beside.language] : [])];
		case "alike":
			return [...languagesNeeded(exerciseOf(task.exercise)), ...task.sources.map((s) => s.language)];
		case "try":
			return [...languagesNeeded(exerciseOf(task.exercise))];
		default: {
			const { submission = {} } = task;
			const brought = [submission.lastTry, ...Object.values(submission.earlier ?? {})];
			const own = task.do === "mark-many" ? task.sources.map((s) => s.language) : [task.language];
			return [
				...languagesNeeded(exerciseOf(task.exercise)),
				...[...own, ...brought.map((text) => text?.language)].filter((id) => id !== undefined),
			];
		}
	}
}

/** One task in this thread. */
export default async function work(task: Task & { readonly begun?: SharedArrayBuffer }): Promise<unknown> {
	const languages = await LOADER.ready(languagesFor(task));
	if (task.begun) new Begun(task.begun).note();
	switch (task.do) {
		case "mark":
			return marked(task, languages);
		case "mark-many":
			return markedMany(task, languages);
		case "explain":
			return causesIn(task.source, exerciseOf(task.exercise), {
				...task.submission,
				...inLanguage(task),
				languages,
				stop: stopAfter(task.milliseconds),
				...(task.limits && { limits: task.limits }),
			});
		case "try":
			return tryExercise(exerciseOf(task.exercise), languages);
		case "alike":
			return alikePairs(task.sources, exerciseOf(task.exercise), languages);
		case "draw":
			return drawTask(task, languages);
		case "png":
			return renderPng(task);
	}
}

async function markedMany(task: Task & { do: "mark-many" }, languages: Languages): Promise<Report[]> {
	const reports: Report[] = [];
	for (const { source, language } of task.sources) {
		// A program may have broken its sandbox.
		if (reports.length > 0) await LOADER.ready(languages.keys());
		reports.push(
			mark(source, exerciseOf(task.exercise), {
				...task.submission,
				language,
				languages,
				bare: task.bare,
				causes: task.causes,
				stop: stopAfter(task.causes ? EXPLAIN_MILLISECONDS : RUN_MILLISECONDS),
			}),
		);
	}
	return reports;
}
