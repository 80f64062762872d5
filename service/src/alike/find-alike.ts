import type { LanguageId } from "@markpen/core";
import { sharedExercise, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { nullable, statement, text, uuid } from "../database/statement.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { endJob, findJob } from "../queue/job.ts";

const MILLISECONDS = 120_000;

const FIND_EXERCISE = statement(
	{ file: nullable(text()) },
	`SELECT v.file
		FROM assignment_exercises x
		JOIN exercise_versions v ON v.id = x.exercise_version_id
		WHERE x.assignment_id = $1 AND x.exercise_id = $2`,
);

const LIST_COUNTING = statement(
	{ id: uuid, source: text(), language: text<LanguageId>() },
	`SELECT h.id, h.source, h.language
		FROM counting n
		JOIN hand_ins h ON h.id = n.hand_in_id
		WHERE n.assignment_id = $1 AND n.exercise_id = $2
		ORDER BY h.id`,
);

const DELETE_PAIRS = statement(
	{},
	`DELETE FROM alike_pairs p
		USING hand_ins h
		WHERE h.id = p.one_id AND p.assignment_id = $1 AND h.exercise_id = $2 AND p.dismissed_at IS NULL`,
);

const STORE_PAIR = statement(
	{},
	`INSERT INTO alike_pairs (assignment_id, one_id, other_id, likeness, drawing, source)
			SELECT $1, a.id, b.id, $4, $5, $6
			FROM hand_ins a, hand_ins b
			WHERE a.id = $2 AND b.id = $3
		ON CONFLICT (one_id, other_id) DO UPDATE SET likeness = $4, drawing = $5, source = $6`,
);

/** Looks for similar pairs among the counted hand-ins of an exercise. Dismissed pairs stay dismissed. */
export async function findAlike(
	dataSource: DataSource,
	threads: Threads,
	jobId: string,
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const job = await findJob(dataSource.manager, jobId);
	if (!job || job.endedAt) return dataSource.transaction(complete);
	const { assignmentId, exerciseId } = job.about as { assignmentId: string; exerciseId: string };
	const exercise = await FIND_EXERCISE.one(dataSource.manager, [assignmentId, exerciseId]);
	const handIns = await LIST_COUNTING.all(dataSource.manager, [assignmentId, exerciseId]);
	const pairs = exercise
		? await threads.run({
				do: "alike",
				exercise: sharedExercise(publishedExercise(exercise.file)),
				sources: handIns.map(({ source, language }) => ({ source, language })),
				milliseconds: MILLISECONDS,
			})
		: [];
	await dataSource.transaction(async (manager) => {
		await DELETE_PAIRS.all(manager, [assignmentId, exerciseId]);
		for (const { one: a, other: b, likeness, drawing, source } of pairs)
			await STORE_PAIR.all(manager, [assignmentId, handIns[a]?.id, handIns[b]?.id, likeness, drawing, source]);
		await endJob(manager, jobId, { pairs: pairs.length, handIns: handIns.length });
		await complete(manager);
	});
}
