import { explainMissed, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { SelfCheckEntity } from "../database/entities/work.ts";
import { publishEvent } from "../events/events.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { broughtWith, FIND_SELF_CHECK } from "./self-check.ts";

/** Looks for the causes of a self-check's missed criteria and adds them to its report. */
export async function explainSelfCheck(
	dataSource: DataSource,
	threads: Threads,
	id: string,
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const asked = await FIND_SELF_CHECK.one(dataSource.manager, [id]);
	const report = asked?.report;
	if (!asked || report?.causes !== null) return dataSource.transaction(complete);
	const exercise = publishedExercise(asked.exercise);
	const submission = await broughtWith(dataSource.manager, asked, exercise);
	const found = await explainMissed(threads, asked.source, exercise, { submission, language: asked.language });
	await dataSource.transaction(async (manager) => {
		await manager.update(SelfCheckEntity, { id }, { report: { ...report, ...found } });
		await publishEvent(manager, id, "explained");
		await complete(manager);
	});
}
