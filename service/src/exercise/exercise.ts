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

/** A file that was read and drawn for being published. */
export interface ToPublish {
	readonly exercise: ExerciseFile;
	readonly prepared: PreparedExercise;
}

/** Reads a file that a teacher wants to publish; refuses it with a line for each thing that is wrong. */
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

/** Recently read exercises by their text: a published version never changes. */
const RECENT = 64;
const recent = new Map<string, ExerciseFile>();

/**
 * A published exercise, from the JSON that is stored with its version.
 *
 * @param file null for a version that this site's core can't read any more
 */
export function publishedExercise(file: string | null): ExerciseFile {
	if (file === null)
		throw new Refusal("exercise-wrong", "The exercise's file can't be read any more. Publish it again.");
	const known = recent.get(file);
	if (known) return known;
	// It was read by our own schema before it was stored.
	const exercise = JSON.parse(file) as ExerciseFile;
	if (recent.size >= RECENT) recent.delete(recent.keys().next().value as string);
	recent.set(file, exercise);
	return exercise;
}

/** A collection, from the JSON that is stored with it. */
export function publishedCollection(file: string | null): CollectionFile {
	if (file === null)
		throw new Refusal("exercise-wrong", "The collection's file can't be read any more. Publish it again.");
	return JSON.parse(file) as CollectionFile;
}

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
