import {
	type ExerciseFile,
	forgiven,
	type LanguageId,
	type Report,
	type SourceText,
	type Submission,
} from "@markpen/core";
import { check, explainMissed, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { JobEntity } from "../database/entities/job.ts";
import { lock } from "../database/locks.ts";
import { integer, nullable, statement, text } from "../database/statement.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { submissionFor } from "../hand-in/submission.ts";
import { findJob, stepJob } from "../queue/job.ts";

const FIND_REHEARSED_WORK = statement(
	{ source: text(), language: text<LanguageId>(), exercise: nullable(text()) },
	`SELECT h.source, h.language, v.file AS exercise
		FROM hand_ins h, exercise_versions v
		WHERE h.id = $1 AND v.id = $2`,
);

const STORE_REHEARSED = statement(
	{},
	`INSERT INTO rehearsed (job_id, hand_in_id, report)
		SELECT $1, h.id, $3
		FROM hand_ins h
		WHERE h.id = $2
		ON CONFLICT DO NOTHING`,
);

const COUNT_REHEARSED = statement(
	{ count: integer },
	`SELECT count(*)::int AS count
		FROM rehearsed
		WHERE job_id = $1`,
);

/** A report with its causes: points may depend on them. */
async function withCauses(
	threads: Threads,
	{ source, language }: SourceText,
	exercise: ExerciseFile,
	submission: Submission,
): Promise<Report> {
	const report = await check(threads, source, exercise, { submission, language });
	if (report.causes !== null) return report;
	return forgiven(
		{ ...report, ...(await explainMissed(threads, source, exercise, { submission, language })) },
		exercise,
	);
}

/** Checks one hand-in for a rehearsal; the report is stored separately and changes nothing. */
export async function rehearse(
	dataSource: DataSource,
	threads: Threads,
	of: { jobId: string; handInId: string },
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const job = await findJob(dataSource.manager, of.jobId);
	const work = job && (await FIND_REHEARSED_WORK.one(dataSource.manager, [of.handInId, job.about.toVersionId]));
	const exercise = work && publishedExercise(work.exercise);
	const submission = exercise && (await submissionFor(dataSource.manager, of.handInId, exercise)).submission;
	const report = submission && (await withCauses(threads, work, exercise, submission));
	await dataSource.transaction(async (manager) => {
		await lock(manager, "job", of.jobId);
		if (report) await STORE_REHEARSED.all(manager, [of.jobId, of.handInId, JSON.stringify(report)]);
		const [row] = await COUNT_REHEARSED.all(manager, [of.jobId]);
		// Hand-ins of deleted students aren't waited for.
		if (!report) await manager.update(JobEntity, { id: of.jobId }, { total: () => "total - 1" });
		await stepJob(manager, of.jobId, row?.count ?? 0);
		await complete(manager);
	});
}
