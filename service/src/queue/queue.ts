import PgBoss from "pg-boss";
import type { EntityManager } from "typeorm";
import { type Row, type RowOf, type Statement, statement } from "../database/statement.ts";

/** All that waits for a worker. */
export const QUEUE = "checks";
/** Told of on this channel when something is added. */
export const WORK_CHANNEL = "markpen_work";

/** Seconds after which a job that no one has finished goes to another worker: above the longest check. */
const EXPIRES_SECONDS = 12;
/** The same for work on a whole class or exercise. */
const LONG_SECONDS = 240;
/** A worker that dies takes no blame: the job comes back as often as that. */
const RETRIES = 20;

/** What a worker can be asked to do; ids alone, so that the queue holds no source and no name. */
export type QueuedJob =
	| { readonly do: "check"; readonly checkId: string }
	| { readonly do: "self-check"; readonly selfCheckId: string }
	| { readonly do: "rehearse"; readonly jobId: string; readonly handInId: string }
	| { readonly do: "alike"; readonly jobId: string }
	| { readonly do: "trial"; readonly jobId: string };

/** Priority of what somebody waits for, above what only has to be done. */
export const PRIORITY = Object.freeze({ waiting: 10, teacher: 5, again: 1 });

/** The queue's own database calls on a transaction of ours, so that both are committed as one. */
export function onTransaction(manager: EntityManager): PgBoss.Db {
	return {
		async executeSql(text, values) {
			const result = await manager.queryRunner?.query(text, values, true);
			return { rows: result?.records ?? [] };
		},
	};
}

/**
 * A connection to the queue. Only workers look after it (expire, archive); all may send.
 *
 * @param looksAfter whether this process is a worker
 */
export function createQueue(url: string, looksAfter: boolean, onError: (error: Error) => void): PgBoss {
	const queue = new PgBoss({
		connectionString: url,
		max: 3,
		schema: "queue",
		supervise: looksAfter,
		schedule: false,
		migrate: true,
		maintenanceIntervalSeconds: 2,
		archiveCompletedAfterSeconds: 3600,
		deleteAfterDays: 7,
	});
	queue.on("error", onError);
	return queue;
}

/** Makes the queue if it doesn't exist yet. */
export async function setUpQueues(queue: PgBoss): Promise<void> {
	if (!(await queue.getQueue(QUEUE)))
		await queue.createQueue(QUEUE, {
			name: QUEUE,
			policy: "standard",
			retryLimit: RETRIES,
			retryDelay: 0,
			expireInSeconds: EXPIRES_SECONDS,
		});
}

const optionsOf = (job: QueuedJob, priority: number) => ({
	priority,
	retryLimit: RETRIES,
	retryDelay: 0,
	expireInSeconds: job.do === "alike" || job.do === "trial" ? LONG_SECONDS : EXPIRES_SECONDS,
});

/**
 * Sends jobs in one statement with one of ours, a `SELECT`, whose rows it gives: both happen or none. Ours wakes the
 * workers.
 *
 * The queue's interface has no such call, so that its own `INSERT` becomes part of ours here. In a transaction of its
 * own a hand-in takes four calls of the database in place of one: measured with `setup/bench-load.mjs` on two cores
 * (2026-11-29, the best of several runs), 1,665 hand-ins a second were taken so, and 2,112 like this.
 */
export async function sendBeside<R extends Row>(
	{ queue, manager }: { readonly queue: PgBoss; readonly manager: EntityManager },
	{ jobs, priority }: { readonly jobs: readonly QueuedJob[]; readonly priority: number },
	ours: Statement<R>,
	values: readonly unknown[],
): Promise<RowOf<Statement<R>>[]> {
	let rows: RowOf<Statement<R>>[] = [];
	const db: PgBoss.Db = {
		async executeSql(sql, queued) {
			const theirs = sql.replace(/\$(\d+)/g, (_, n) => `$${Number(n) + values.length}`);
			rows = await manager.query(`WITH sent AS (${theirs}) ${ours.text}`, [...values, ...queued]);
			return { rows: [] };
		},
	};
	const insert = jobs.map((job) => ({ name: QUEUE, data: job, ...optionsOf(job, priority) }));
	await queue.insert(insert, { db });
	return rows;
}

const NOTIFY_WORKERS = statement({}, "SELECT pg_notify($1, '')");

/** Sends work inside a transaction and wakes the workers when it is committed. */
export async function sendWork(queue: PgBoss, manager: EntityManager, job: QueuedJob, priority: number): Promise<void> {
	await queue.send(QUEUE, job, { ...optionsOf(job, priority), db: onTransaction(manager) });
	await NOTIFY_WORKERS.all(manager, [WORK_CHANNEL]);
}

/** States of jobs, in the order in which the queue's own counts include them. */
const STATES = ["created", "retry", "active", "completed"] as const;
const AFTER = { created: "retry", retry: "active", active: "completed", completed: "cancelled" } as const;

/** The jobs in the queue, by state. */
export async function jobCounts(queue: PgBoss): Promise<Record<(typeof STATES)[number], number>> {
	const counts = { created: 0, retry: 0, active: 0, completed: 0 };
	let before = 0;
	for (const state of STATES) {
		const until = await queue.getQueueSize(QUEUE, { before: AFTER[state] });
		counts[state] = until - before;
		before = until;
	}
	return counts;
}
