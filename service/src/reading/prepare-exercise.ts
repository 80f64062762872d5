import {
	conditionsOf,
	type ExerciseFile,
	exampleOf,
	type FileProblem,
	type LanguageId,
	LanguageLoader,
	type Languages,
	languageOf,
	languagesNeeded,
	languagesOf,
	mark,
	modelOf,
	pictureOf,
	readExercise,
	runUnder,
	type SourceText,
	svgOf,
	tapeOf,
} from "@markpen/core";
import { INTERPRETERS, threadMilliseconds } from "@markpen/threads";
import { Refusal } from "../refusals.ts";

/** Data computed once from an exercise's file when it is published. */
export interface PreparedExercise {
	/** The exercise as JSON. */
	readonly file: string;
	/** What its model draws, as SVG. */
	readonly modelSvg: string;
	/** The example's drawing as SVG; null without an example. */
	readonly exampleSvg: string | null;
	/** Topics, level and minutes, for searching; null or empty if the file has none. */
	readonly teaches: string[];
	/** Allowed languages, the usual one first. */
	readonly languages: LanguageId[];
	readonly level: number | null;
	readonly minutes: number | null;
}

export type Prepared =
	| { readonly ok: true; readonly exercise: ExerciseFile; readonly prepared: PreparedExercise }
	| { readonly ok: false; readonly problems: readonly FileProblem[] };

/** Time limit for drawing a teacher's model, in milliseconds. */
const DRAW_MILLISECONDS = 2_000;

/** Languages are loaded when an exercise needs them, once per thread. */
const LOADER = new LanguageLoader(INTERPRETERS);

function svgBy({ source, language }: SourceText, exercise: ExerciseFile, languages: Languages): string {
	const end = performance.now() + DRAW_MILLISECONDS;
	// Left-out statements are only for students: the teacher's programs may use them.
	const conditions = { ...runUnder(conditionsOf(exercise), { stop: () => performance.now() > end }), without: [] };
	const tape = tapeOf(source, { ...conditions, language: languageOf(languages, language) });
	return tape ? svgOf(pictureOf(tape)) : "";
}

/** Time limit for marking the model: every hand-in takes about as long. */
const MARK_MILLISECONDS = 2_000;

function millisecondsToMark(exercise: ExerciseFile, languages: Languages): number {
	const begun = threadMilliseconds();
	const { source, language } = modelOf(exercise);
	mark(source, exercise, { language, languages, stop: () => threadMilliseconds() - begun > MARK_MILLISECONDS });
	return threadMilliseconds() - begun;
}

/** Refuses an exercise whose model takes too long to mark. */
function refuseHeavy(exercise: ExerciseFile, languages: Languages): void {
	const took = millisecondsToMark(exercise, languages);
	if (took <= MARK_MILLISECONDS) return;
	throw new Refusal(
		"too-costly",
		`Marking the model takes ${(took / 1_000).toFixed(1)} s or more; ${MARK_MILLISECONDS / 1_000} s is the most, since every hand-in is marked like that. Let the model do less, or ask for fewer seeds, frames or figures.`,
	);
}

/**
 * Reads an exercise's file and draws its pictures.
 *
 * @param of.measured whether to refuse an exercise that takes too long to mark, as for publishing
 *
 * @throws Refusal "too-costly"
 */
export async function prepareExercise(of: { readonly source: string; readonly measured?: boolean }): Promise<Prepared> {
	const reading = readExercise(of.source);
	if (!reading.ok) return reading;
	const { exercise } = reading;
	const languages = await LOADER.ready(languagesNeeded(exercise));
	if (of.measured) refuseHeavy(exercise, languages);
	const example = exampleOf(exercise);
	return {
		ok: true,
		exercise,
		prepared: {
			file: JSON.stringify(exercise),
			modelSvg: svgBy(modelOf(exercise), exercise, languages),
			exampleSvg: example ? svgBy(example, exercise, languages) : null,
			teaches: exercise.teaches ?? [],
			languages: [...languagesOf(exercise)],
			level: exercise.level ?? null,
			minutes: exercise.minutes ?? null,
		},
	};
}
