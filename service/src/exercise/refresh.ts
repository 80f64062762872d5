import { CORE_VERSION, readCollection } from "@markpen/core";
import { type EntityManager, IsNull, Not } from "typeorm";
import { CollectionEntity, ExerciseVersionEntity } from "../database/entities/exercise.ts";
import { prepareExercise } from "../reading/prepare-exercise.ts";

/** How many rows are looked at in one go. */
const BATCH = 50;

/**
 * Parses and draws again what another version of the core prepared, or what isn't prepared yet. A file that this core
 * can't read keeps its old data, because hand-ins were marked with it.
 */
export async function refreshExercises(manager: EntityManager): Promise<void> {
	const stale = [{ preparedBy: IsNull() }, { preparedBy: Not(CORE_VERSION) }];
	for (;;) {
		const versions = await manager.find(ExerciseVersionEntity, {
			select: { id: true, source: true },
			where: stale,
			take: BATCH,
		});
		for (const { id, source } of versions) {
			const read = await prepareExercise({ source });
			const made = read.ok ? read.prepared : {};
			await manager.update(ExerciseVersionEntity, { id }, { ...made, preparedBy: CORE_VERSION });
		}
		if (versions.length < BATCH) break;
	}
	for (;;) {
		const collections = await manager.find(CollectionEntity, {
			select: { id: true, source: true },
			where: stale,
			take: BATCH,
		});
		for (const { id, source } of collections) {
			const read = readCollection(source);
			const made = read.ok ? { file: JSON.stringify(read.collection) } : {};
			await manager.update(CollectionEntity, { id }, { ...made, preparedBy: CORE_VERSION });
		}
		if (collections.length < BATCH) break;
	}
}
