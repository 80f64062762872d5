import type { Job } from "@markpen/contract";
import type PgBoss from "pg-boss";
import type { DataSource, EntityManager } from "typeorm";
import { v7 } from "uuid";
import { queryOne } from "../database/data-source.ts";
import { publishEvent } from "../plugins/events.ts";
import { PRIORITY, type QueuedJob, sendWork } from "./queue.ts";

export type JobRecord = {
	id: string;
	kind: Job["kind"];
	byId: string | null;
	classId: string | null;
	about: Record<string, string>;
	state: Job["state"];
	done: number;
	total: number;
	result: unknown;
	madeAt: Date;
	endedAt: Date | null;
};

export function findJob(manager: EntityManager, id: string): Promise<JobRecord | undefined> {
	return queryOne(
		manager,
		`SELECT id, kind, by_id AS "byId", class_id AS "classId", about, state, done, total, result, made_at AS "madeAt", ended_at AS "endedAt" FROM jobs WHERE id = $1`,
		[id],
	);
}

/** Begins long work: its record, and what the workers are to do of it, all or none. Work of no parts is done at once. */
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
		await manager.query("INSERT INTO jobs (id, kind, by_id, class_id, about, total) VALUES ($1, $2, $3, $4, $5, $6)", [
			id,
			of.kind,
			of.byId,
			of.classId,
			JSON.stringify(of.about),
			parts.length,
		]);
		for (const part of parts)
			await sendWork(queue, manager, part, of.kind === "rehearsal" ? PRIORITY.again : PRIORITY.teacher);
		if (parts.length === 0) await endJob(manager, id, {});
	});
	return id;
}

/** Counts what is done of long work, and ends it when all is. */
export async function stepJob(manager: EntityManager, id: string, done: number): Promise<void> {
	const job = await queryOne<{ done: number; total: number }>(
		manager,
		"WITH u AS (UPDATE jobs SET done = $2, state = 'running' WHERE id = $1 RETURNING done, total) SELECT * FROM u",
		[id, done],
	);
	if (!job) return;
	if (job.done >= job.total) await endJob(manager, id, {});
	else await publishEvent(manager, id, "progress", { done: job.done, total: job.total });
}

export async function endJob(
	manager: EntityManager,
	id: string,
	result: unknown,
	state: "done" | "failed" = "done",
): Promise<void> {
	await manager.query(
		"UPDATE jobs SET state = $3, done = total, result = $2, ended_at = now() WHERE id = $1 AND ended_at IS NULL",
		[id, JSON.stringify(result), state],
	);
	await publishEvent(manager, id, "done", { state });
}
