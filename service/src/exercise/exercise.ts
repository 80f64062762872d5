import { type ExerciseFile, readExercise } from "@markpen/core";
import { Refusal } from "../refusals.ts";

/** Reads a file that a teacher wants to publish; refuses it with a line for each thing that is wrong. */
export function exerciseToPublish(source: string): ExerciseFile {
	const reading = readExercise(source);
	if (reading.ok) return reading.exercise;
	throw new Refusal(
		"exercise-wrong",
		undefined,
		reading.problems.map((p) => ({ path: p.path, message: `line ${p.line}: ${p.message}` })),
	);
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

/** Points that an exercise gives at the most, bonus left out. */
export function possibleOf(exercise: ExerciseFile): number {
	return exercise.criteria.reduce((sum, c) => sum + (c.bonus ? 0 : c.points), 0);
}
