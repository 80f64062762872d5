import type { api } from "../site/api.ts";

export type Exercise = Awaited<ReturnType<typeof api.listExercises>>["exercises"][number];
export type Collection = Awaited<ReturnType<typeof api.listCollections>>["collections"][number];

/** Search filters for exercises; an empty text matches every exercise. */
export interface Wanted {
	readonly words: string;
	readonly topic: string;
	readonly level: string;
	readonly minutes: string;
}

/** A heading with exercises under it; without a collection, those that are in none. */
export interface ShelfGroup {
	readonly collection: Collection | undefined;
	readonly exercises: readonly Exercise[];
}

export const LEVELS = ["Beginners", "Getting on", "Confident", "Challenging"] as const;
/** Times that a lesson has, in minutes. */
export const MINUTES = [10, 15, 20, 30] as const;

/** Level, time and topics of an exercise in one line. */
export function aboutExercise({ level, minutes, teaches }: Pick<Exercise, "level" | "minutes" | "teaches">): string {
	const parts = [level === null ? "" : (LEVELS[level - 1] ?? ""), minutes === null ? "" : `${minutes} min`];
	return [parts.filter(Boolean).join(", "), teaches.join(", ")].filter(Boolean).join(": ");
}

/** Whether an exercise is one of those that are looked for. */
export function isWanted(exercise: Exercise, { words, topic, level, minutes }: Wanted): boolean {
	const text = [exercise.title, exercise.key, exercise.owner ?? "", ...exercise.teaches].join("\n").toLowerCase();
	return (
		text.includes(words.trim().toLowerCase()) &&
		(topic === "" || exercise.teaches.includes(topic)) &&
		(level === "" || exercise.level === Number(level)) &&
		(minutes === "" || (exercise.minutes !== null && exercise.minutes <= Number(minutes)))
	);
}

/** The library's exercises under their collections, in the collections' order. */
export function libraryShelf(
	exercises: readonly Exercise[],
	collections: readonly Collection[],
	wanted: Wanted,
): ShelfGroup[] {
	const library = exercises.filter((e) => e.library);
	const byKey = new Map(library.map((e) => [e.key, e]));
	const grouped = collections
		.filter((c) => c.library)
		.map((collection) => ({ collection, exercises: collection.exercises.flatMap((key) => byKey.get(key) ?? []) }));
	const placed = new Set(grouped.flatMap((group) => group.exercises.map((e) => e.id)));
	return [...grouped, { collection: undefined, exercises: library.filter((e) => !placed.has(e.id)) }]
		.map((group) => ({ ...group, exercises: group.exercises.filter((e) => isWanted(e, wanted)) }))
		.filter((group) => group.exercises.length > 0);
}
