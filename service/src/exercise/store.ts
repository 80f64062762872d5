import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { one } from "../database/data-source.ts";
import { ExerciseVersion, type ExerciseVersionRow } from "../database/entities.ts";

/** Stores the next version of an exercise, or the first. Text that is already the newest version is not stored again. */
export async function storeVersion(manager: EntityManager, of: { key: string; title: string; source: string; publishedAt: Date }): Promise<ExerciseVersionRow> {
	await manager.query("INSERT INTO exercises (id, key) VALUES ($1, $2) ON CONFLICT (key) DO NOTHING", [v7(), of.key]);
	const exercise = await one<{ id: string }>(manager, "SELECT id FROM exercises WHERE key = $1 FOR UPDATE", [of.key]);
	const exerciseId = exercise?.id as string;
	const newest = await manager.getRepository(ExerciseVersion).findOne({ where: { exerciseId }, order: { number: "DESC" } });
	if (newest?.source === of.source) return newest;
	return manager.getRepository(ExerciseVersion).save({ id: v7(), exerciseId, number: (newest?.number ?? 0) + 1, title: of.title, source: of.source, publishedAt: of.publishedAt });
}
