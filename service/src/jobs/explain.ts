import type { LanguageId } from "@markpen/core";
import { explainMissed, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { json, nullable, statement, text, uuid } from "../database/statement.ts";
import { publishEvent } from "../events/events.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { storeExplanation } from "../hand-in/report.ts";
import { settleHandIn } from "../hand-in/settle.ts";
import { submissionFor } from "../hand-in/submission.ts";

const FIND_UNEXPLAINED = statement(
	{
		handInId: uuid,
		assignmentId: uuid,
		source: text(),
		language: text<LanguageId>(),
		exercise: nullable(text()),
		criteria: json<Parameters<typeof storeExplanation>[2]["criteria"]>(),
	},
	`SELECT r.hand_in_id AS "handInId", h.assignment_id AS "assignmentId", h.source, h.language, v.file AS exercise,
			r.body -> 'criteria' AS criteria
		FROM reports r
			JOIN hand_ins h ON h.id = r.hand_in_id
			JOIN exercise_versions v ON v.id = r.exercise_version_id
		WHERE r.id = $1 AND NOT EXISTS (SELECT 1 FROM explanations x WHERE x.report_id = r.id)`,
);

/** Looks for the causes of a report's missed criteria and stores them. */
export async function explainReport(
	dataSource: DataSource,
	threads: Threads,
	reportId: string,
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const work = await FIND_UNEXPLAINED.one(dataSource.manager, [reportId]);
	if (!work) return dataSource.transaction(complete);
	const { handInId, assignmentId, source, language, criteria } = work;
	const exercise = publishedExercise(work.exercise);
	const { submission } = await submissionFor(dataSource.manager, handInId, exercise);
	const found = await explainMissed(threads, source, exercise, { submission, language });
	await dataSource.transaction(async (manager) => {
		await storeExplanation(manager, reportId, { ...found, criteria });
		if (exercise.consequences === "forgiven") await settleHandIn(manager, handInId);
		await publishEvent(manager, handInId, "explained");
		await publishEvent(manager, assignmentId, "explained", { handInId });
		await complete(manager);
	});
}
