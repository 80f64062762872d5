import { check, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { queryOne } from "../database/data-source.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { publishEvent } from "../plugins/events.ts";
import { earlierOf, wordsOf } from "./submission.ts";

interface Asked {
	source: string;
	answers: Record<string, { words: string }>;
	exercise: string;
	exerciseId: string;
	assignmentId: string;
	studentId: string;
}

/** Checks a program that isn't handed in, with a hand-in's limits. */
export async function selfCheck(
	dataSource: DataSource,
	threads: Threads,
	id: string,
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const { manager } = dataSource;
	const asked = await queryOne<Asked>(
		manager,
		`SELECT s.source, s.answers, v.source AS exercise, s.exercise_id AS "exerciseId", s.assignment_id AS "assignmentId", s.student_id AS "studentId" FROM self_checks s
		 JOIN assignment_exercises x ON x.assignment_id = s.assignment_id AND x.exercise_id = s.exercise_id JOIN exercise_versions v ON v.id = x.exercise_version_id
		 WHERE s.id = $1 AND s.report IS NULL`,
		[id],
	);
	if (!asked) return dataSource.transaction(complete);
	const exercise = publishedExercise(asked.exercise);
	const last = await queryOne<{ source: string }>(
		manager,
		"SELECT source FROM hand_ins WHERE assignment_id = $1 AND exercise_id = $2 AND student_id = $3 ORDER BY try_number DESC LIMIT 1",
		[asked.assignmentId, asked.exerciseId, asked.studentId],
	);
	const earlier = await earlierOf(manager, exercise, asked.studentId, new Date());
	const answers = wordsOf(asked.answers);
	const report = await check(threads, asked.source, exercise, {
		submission: {
			answers,
			...(last && { lastTry: last.source }),
			...(earlier.length > 0 && { earlier: Object.fromEntries(earlier.map((e) => [e.key, e.source])) }),
		},
	});
	await dataSource.transaction(async (tx) => {
		await tx.query("UPDATE self_checks SET report = $2 WHERE id = $1", [id, JSON.stringify(report)]);
		await publishEvent(tx, id, "checked");
		await complete(tx);
	});
}
