import type { Report } from "@markpen/core";
import { explainMissed, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { SelfCheckEntity } from "../database/entities/work.ts";
import { json, nullable, statement, text, uuid } from "../database/statement.ts";
import { publishEvent } from "../events/events.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { broughtWith } from "./self-check.ts";

const FIND_UNEXPLAINED = statement(
	{
		source: text(),
		answers: json<Record<string, { words: string }>>(),
		exercise: nullable(text()),
		exerciseId: uuid,
		assignmentId: uuid,
		studentId: uuid,
		report: json<Report>(),
	},
	`SELECT s.source, s.answers, v.file AS exercise, s.exercise_id AS "exerciseId", s.assignment_id AS
				"assignmentId", s.student_id AS "studentId", s.report
			FROM self_checks s
		JOIN assignment_exercises x ON x.assignment_id = s.assignment_id AND x.exercise_id = s.exercise_id
			JOIN exercise_versions v ON v.id = x.exercise_version_id
		WHERE s.id = $1 AND s.report IS NOT NULL AND s.report -> 'causes' = 'null'`,
);

/** Looks for the causes of what a self-check misses, and puts them into its report. */
export async function explainSelfCheck(
	dataSource: DataSource,
	threads: Threads,
	id: string,
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const asked = await FIND_UNEXPLAINED.one(dataSource.manager, [id]);
	if (!asked) return dataSource.transaction(complete);
	const exercise = publishedExercise(asked.exercise);
	const submission = await broughtWith(dataSource.manager, asked, exercise);
	const found = await explainMissed(threads, asked.source, exercise, { submission });
	await dataSource.transaction(async (manager) => {
		await manager.update(SelfCheckEntity, { id }, { report: { ...asked.report, ...found } });
		await publishEvent(manager, id, "explained");
		await complete(manager);
	});
}
