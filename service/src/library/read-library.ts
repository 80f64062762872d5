import { readdir, readFile } from "node:fs/promises";
import { basename, join } from "node:path";
import { parse } from "yaml";
import { z } from "zod";

const EXERCISE = ".exercise.yaml";
const TRIALS = ".trials.yaml";
const COLLECTION = ".collection.yaml";

/** Trial programs of a library exercise: right in another way, with one mistake, unusual. */
const trials = z.array(
	z.strictObject({
		name: z.string().min(1).max(120),
		/** The points that it should earn. */
		expects: z.number(),
		/** The id of its mistake, and the line of the cause. */
		mistake: z.string().optional(),
		line: z.int().optional(),
		source: z.string().min(1),
	}),
);
export type LibraryTrial = z.infer<typeof trials>[number];

/** A library exercise, as in its files. */
export interface LibraryExercise {
	readonly id: string;
	readonly source: string;
	readonly trials: readonly LibraryTrial[];
}

/** The library: a folder of exercises for each collection, in the collections' order. */
export interface Library {
	readonly exercises: readonly LibraryExercise[];
	/** The collections' files. */
	readonly collections: readonly string[];
}

/** Reads the library that comes with the product. */
export async function readLibrary(folder: string): Promise<Library> {
	const names = (await readdir(folder)).sort();
	const exercises: LibraryExercise[] = [];
	const collections: string[] = [];
	for (const name of names.filter((n) => n.endsWith(COLLECTION))) {
		collections.push(await readFile(join(folder, name), "utf8"));
		const inner = join(folder, basename(name, COLLECTION));
		for (const file of (await readdir(inner)).filter((n) => n.endsWith(EXERCISE)).sort()) {
			const id = basename(file, EXERCISE);
			exercises.push({
				id,
				source: await readFile(join(inner, file), "utf8"),
				trials: trials.parse(parse(await readFile(join(inner, `${id}${TRIALS}`), "utf8"))),
			});
		}
	}
	return { exercises, collections };
}
