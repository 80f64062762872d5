import PgBoss from "pg-boss";
import type { EntityManager } from "typeorm";

/** Hand-ins that wait to be checked. */
export const CHECK_QUEUE = "check-hand-in";
/** Told of on this channel when one is added. */
export const CHECK_CHANNEL = "markpen_check";

/** Seconds after which a job that no one has finished goes to another worker: above the longest check. */
const EXPIRES_SECONDS = 12;
/** A worker that dies takes no blame: the job comes back as often as that. */
const RETRIES = 20;

export interface CheckJob {
	readonly checkId: string;
}

/** Priority of what a student waits for, above what only has to be done. */
export const PRIORITY = Object.freeze({ waiting: 10, again: 1 });

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

/** Makes the queues that don't exist yet. */
export async function setUpQueues(queue: PgBoss): Promise<void> {
	if (!(await queue.getQueue(CHECK_QUEUE)))
		await queue.createQueue(CHECK_QUEUE, { name: CHECK_QUEUE, policy: "standard", retryLimit: RETRIES, retryDelay: 0, expireInSeconds: EXPIRES_SECONDS });
}

/** Sends a check inside a transaction and wakes the workers when it is committed. */
export async function sendCheck(queue: PgBoss, manager: EntityManager, job: CheckJob, priority: number): Promise<void> {
	await queue.send(CHECK_QUEUE, job, { priority, retryLimit: RETRIES, retryDelay: 0, expireInSeconds: EXPIRES_SECONDS, db: onTransaction(manager) });
	await manager.query("SELECT pg_notify($1, '')", [CHECK_CHANNEL]);
}
