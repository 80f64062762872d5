import type PgBoss from "pg-boss";
import type { DataSource, EntityManager } from "typeorm";
import { v7 } from "uuid";
import { JobEntity, type JobRow } from "../database/entities/job.ts";
import { integer, statement } from "../database/statement.ts";
import { publishEvent } from "../events/events.ts";
import { Refusal } from "../refusals.ts";
import { CHECK_AGAIN, type Place, PRIORITY, type QueuedJob, sendWork } from "./queue.ts";

/** The queue for work on a whole class or exercise. */
const WHOLE: Place = { lane: "long", priority: PRIORITY.teacher };

/** A job as it is stored. */
export type JobRecord = JobRow;

export function findJob(manager: EntityManager, id: string): Promise<JobRecord | null> {
	return manager.findOneBy(JobEntity, { id });
}

/**
 * A job started by an account.
 *
 * @throws Refusal "not-found" for another account's job, or another kind
 */
export async function ownJob(
	manager: EntityManager,
	id: string,
	accountId: string,
	kind?: JobRecord["kind"],
): Promise<JobRecord> {
	const job = await findJob(manager, id);
	if (!job || job.byId !== accountId || (kind !== undefined && job.kind !== kind)) throw new Refusal("not-found");
	return job;
}

/** Starts long work: its record and its queued parts, in one transaction. Work without parts is done at once. */
export async function beginJob(
	dataSource: DataSource,
	queue: PgBoss,
	of: {
		kind: JobRecord["kind"];
		byId: string;
		classId: string | null;
		about: Record<string, string>;
		parts?: (jobId: string) => QueuedJob[];
	},
): Promise<string> {
	const id = v7();
	const parts = of.parts ? of.parts(id) : [{ do: of.kind as "alike" | "trial", jobId: id }];
	await dataSource.transaction(async (manager) => {
		await manager.insert(JobEntity, {
			id,
			kind: of.kind,
			byId: of.byId,
			classId: of.classId,
			about: of.about,
			total: parts.length,
		});
		const place = of.kind === "rehearsal" ? CHECK_AGAIN : WHOLE;
		for (const part of parts) await sendWork(queue, manager, part, place);
		if (parts.length === 0) await endJob(manager, id, {});
	});
	return id;
}

const STEP_JOB = statement(
	{ done: integer, total: integer },
	`WITH u AS (UPDATE jobs SET done = $2, state = 'running' WHERE id = $1 RETURNING done, total)
		SELECT *
		FROM u`,
);

/** Counts the finished parts of long work, and ends it after the last. */
export async function stepJob(manager: EntityManager, id: string, done: number): Promise<void> {
	const job = await STEP_JOB.one(manager, [id, done]);
	if (!job) return;
	if (job.done >= job.total) await endJob(manager, id, {});
	else await publishEvent(manager, id, "progress", { done: job.done, total: job.total });
}

const END_JOB = statement(
	{},
	`UPDATE jobs
		SET state = $3, done = total, result = $2, ended_at = now()
		WHERE id = $1 AND ended_at IS NULL`,
);

export async function endJob(
	manager: EntityManager,
	id: string,
	result: unknown,
	state: "done" | "failed" = "done",
): Promise<void> {
	await END_JOB.all(manager, [id, JSON.stringify(result), state]);
	await publishEvent(manager, id, "done", { state });
}
