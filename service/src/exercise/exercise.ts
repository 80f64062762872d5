import {
	type CollectionFile,
	conditionsOf,
	type ExerciseFile,
	type FileProblem,
	optionsOf,
	pictureOf,
	readCollection,
	readExercise,
	runUnder,
	svgOf,
	tapeOf,
} from "@markpen/core";
import { Refusal } from "../refusals.ts";

function refusalOf(problems: readonly FileProblem[]): Refusal {
	return new Refusal(
		"exercise-wrong",
		undefined,
		problems.map((p) => ({ path: p.path, message: `line ${p.line}: ${p.message}` })),
	);
}

/** Reads a file that a teacher wants to publish; refuses it with a line for each thing that is wrong. */
export function exerciseToPublish(source: string): ExerciseFile {
	const reading = readExercise(source);
	if (reading.ok) return reading.exercise;
	throw refusalOf(reading.problems);
}

export function collectionToPublish(source: string): CollectionFile {
	const reading = readCollection(source);
	if (reading.ok) return reading.collection;
	throw refusalOf(reading.problems);
}

/** Recently read exercises by their text: a published version never changes. */
const RECENT = 64;
const recent = new Map<string, ExerciseFile>();

/** A published exercise from its text. */
export function publishedExercise(source: string): ExerciseFile {
	const known = recent.get(source);
	if (known) return known;
	const exercise = exerciseToPublish(source);
	if (recent.size >= RECENT) recent.delete(recent.keys().next().value as string);
	recent.set(source, exercise);
	return exercise;
}

/** What one of a teacher's own programs draws, as SVG; each exercise's is drawn once. */
function drawnBy(programOf: (exercise: ExerciseFile) => string): (exercise: ExerciseFile) => string {
	const pictures = new WeakMap<ExerciseFile, string>();
	return (exercise) => {
		const known = pictures.get(exercise);
		if (known !== undefined) return known;
		// What is left out is left out for students: a teacher's own program may use it.
		const tape = tapeOf(programOf(exercise), { ...runUnder(conditionsOf(exercise)), without: [] });
		const svg = tape ? svgOf(pictureOf(tape)) : "";
		pictures.set(exercise, svg);
		return svg;
	};
}

/** What an exercise's model draws, as SVG: it was tried before it was published. */
export const modelSvg = drawnBy((exercise) => exercise.model);
/** What an exercise's example draws, as SVG; nothing where it has none. */
export const exampleSvg = drawnBy((exercise) => exercise.example?.program ?? "");

/** Points that an exercise gives at the most, bonus left out. */
export function possibleOf(exercise: ExerciseFile): number {
	return exercise.criteria.reduce((sum, c) => sum + (c.bonus ? 0 : c.points), 0);
}

/** The scale of a criterion that a teacher judges, by points. */
export function scaleOf(criterion: ExerciseFile["criteria"][number]): Readonly<Record<string, string>> | null {
	return optionsOf(criterion, "by teacher")?.scale ?? null;
}

/** A file under another id and title, all else as it is. */
export function renamed(source: string, key: string, title: string | undefined): string {
	const withId = source.replace(/^id:.*$/m, `id: ${key}`);
	return title === undefined ? withId : withId.replace(/^title:.*$/m, `title: ${JSON.stringify(title)}`);
}
