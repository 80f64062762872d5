import { check, type Threads } from "@markpen/threads";
import type { DataSource, EntityManager } from "typeorm";
import { queryAll, queryOne } from "../database/data-source.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { findJob, stepJob } from "./job.ts";
import { submissionFor } from "./submission.ts";

/** Checks one hand-in for a rehearsal: what comes out is kept beside, and changes nothing. */
export async function rehearse(
	dataSource: DataSource,
	threads: Threads,
	of: { jobId: string; handInId: string },
	complete: (manager: EntityManager) => Promise<void>,
): Promise<void> {
	const job = await findJob(dataSource.manager, of.jobId);
	const work =
		job &&
		(await queryOne<{ source: string; exercise: string }>(
			dataSource.manager,
			"SELECT h.source, v.source AS exercise FROM hand_ins h, exercise_versions v WHERE h.id = $1 AND v.id = $2",
			[of.handInId, job.about.toVersionId],
		));
	const exercise = work && publishedExercise(work.exercise);
	const report =
		exercise &&
		(await check(threads, work.source, exercise, {
			submission: (await submissionFor(dataSource.manager, of.handInId, exercise)).submission,
		}));
	await dataSource.transaction(async (manager) => {
		await manager.query("SELECT pg_advisory_xact_lock(hashtextextended($1, 2))", [of.jobId]);
		if (report)
			await manager.query(
				"INSERT INTO rehearsed (job_id, hand_in_id, report) SELECT $1, h.id, $3 FROM hand_ins h WHERE h.id = $2 ON CONFLICT DO NOTHING",
				[of.jobId, of.handInId, JSON.stringify(report)],
			);
		const [row] = await queryAll<{ count: number }>(
			manager,
			"SELECT count(*)::int AS count FROM rehearsed WHERE job_id = $1",
			[of.jobId],
		);
		// What a student who left for good had handed in isn't waited for.
		if (!report) await manager.query("UPDATE jobs SET total = total - 1 WHERE id = $1", [of.jobId]);
		await stepJob(manager, of.jobId, row?.count ?? 0);
		await complete(manager);
	});
}
