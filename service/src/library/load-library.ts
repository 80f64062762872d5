import { CORE_VERSION, readCollection } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { CollectionEntity } from "../database/entities/exercise.ts";
import { statement, text } from "../database/statement.ts";
import { refusalOf } from "../exercise/exercise.ts";
import { storeTrialPrograms, storeVersion } from "../exercise/store.ts";
import { prepareExercise } from "../reading/prepare-exercise.ts";
import type { Library, LibraryExercise } from "./read-library.ts";

const NEWEST_SOURCES = statement(
	{ key: text(), source: text() },
	`SELECT DISTINCT ON (e.id) e.key, v.source
		FROM exercises e
		JOIN exercise_versions v ON v.exercise_id = e.id
		WHERE e.library
		ORDER BY e.id, v.number DESC`,
);

/**
 * Updates the site's library to the product's. A changed exercise gets a new version: assignments and copies keep
 * theirs. Exercises removed from the product stay.
 */
export async function loadLibrary(manager: EntityManager, { exercises, collections }: Library): Promise<void> {
	const here = new Map((await NEWEST_SOURCES.all(manager, [])).map(({ key, source }) => [key, source]));
	for (const exercise of exercises)
		if (here.get(exercise.id) !== exercise.source) await manager.transaction((tx) => storeExercise(tx, exercise));
	for (const source of collections) await storeLibraryCollection(manager, source);
}

async function storeExercise(tx: EntityManager, { source, trials }: LibraryExercise): Promise<void> {
	const read = await prepareExercise({ source });
	if (!read.ok) throw refusalOf(read.problems);
	const version = await storeVersion(tx, { source, publishedAt: new Date(), ownerId: null, library: true }, read);
	const programs = trials.map(({ name, source: program, expects }) => ({ name, source: program, expects }));
	await storeTrialPrograms(tx, version.exerciseId, programs);
}

async function storeLibraryCollection(manager: EntityManager, source: string): Promise<void> {
	const read = readCollection(source);
	if (!read.ok) throw refusalOf(read.problems);
	const { id: key, title } = read.collection;
	const collections = manager.getRepository(CollectionEntity);
	const known = await collections.findOneBy({ key, library: true });
	if (known?.source === source) return;
	const now = { title, source, file: JSON.stringify(read.collection), preparedBy: CORE_VERSION };
	if (known) await collections.update({ id: known.id }, { ...now, revision: known.revision + 1 });
	else await collections.insert({ id: v7(), key, library: true, shared: true, ownerId: null, ...now });
}
