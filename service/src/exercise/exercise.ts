import type { CollectionFile, ExerciseFile, FileProblem } from "@markpen/core";
import { optionsOf } from "@markpen/core";
import type { Offload } from "../offload/offload.ts";
import type { PreparedExercise } from "../reading/prepare-exercise.ts";
import { Refusal } from "../refusals.ts";

export function refusalOf(problems: readonly FileProblem[]): Refusal {
	return new Refusal(
		"exercise-wrong",
		undefined,
		problems.map((p) => ({ path: p.path, message: `line ${p.line}: ${p.message}` })),
	);
}

/** A parsed file with its drawings, ready to publish. */
export interface ToPublish {
	readonly exercise: ExerciseFile;
	readonly prepared: PreparedExercise;
}

/** Reads a file to publish; refuses it with a line number for each error. */
export async function exerciseToPublish(offload: Offload, who: string, source: string): Promise<ToPublish> {
	const reading = await offload.run("prepareExercise", who, { source, measured: true });
	if (reading.ok) return reading;
	throw refusalOf(reading.problems);
}

export async function collectionToPublish(offload: Offload, who: string, source: string): Promise<CollectionFile> {
	const reading = await offload.run("readCollection", who, { source });
	if (reading.ok) return reading.collection;
	throw refusalOf(reading.problems);
}

/** Cache of parsed exercises by their text: a published version never changes. */
const RECENT = 64;
const recent = new Map<string, ExerciseFile>();

/**
 * A published exercise, from the JSON stored with its version.
 *
 * @param file null for a version that this core can no longer read
 */
export function publishedExercise(file: string | null): ExerciseFile {
	if (file === null)
		throw new Refusal("exercise-wrong", "The exercise's file can no longer be read. Publish it again.");
	const known = recent.get(file);
	if (known) return known;
	// It was validated by the schema before it was stored.
	const exercise = JSON.parse(file) as ExerciseFile;
	if (recent.size >= RECENT) recent.delete(recent.keys().next().value as string);
	recent.set(file, exercise);
	return exercise;
}

/** A collection, from its stored JSON. */
export function publishedCollection(file: string | null): CollectionFile {
	if (file === null)
		throw new Refusal("exercise-wrong", "The collection's file can no longer be read. Publish it again.");
	return JSON.parse(file) as CollectionFile;
}

/** Largest points of an exercise, without bonus. */
export function possibleOf(exercise: ExerciseFile): number {
	return exercise.criteria.reduce((sum, c) => sum + (c.bonus ? 0 : c.points), 0);
}

/** The scale of a criterion judged by a teacher, by points. */
export function scaleOf(criterion: ExerciseFile["criteria"][number]): Readonly<Record<string, string>> | null {
	return optionsOf(criterion, "by teacher")?.scale ?? null;
}

/** A file with another id and title, otherwise unchanged. */
export function renamed(source: string, key: string, title: string | undefined): string {
	const withId = source.replace(/^id:.*$/m, `id: ${key}`);
	return title === undefined ? withId : withId.replace(/^title:.*$/m, `title: ${JSON.stringify(title)}`);
}
