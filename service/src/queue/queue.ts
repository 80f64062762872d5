import PgBoss from "pg-boss";
import type { EntityManager } from "typeorm";
import { float, integer, type Row, type RowOf, type Statement, statement, text } from "../database/statement.ts";

/**
 * The lanes of the queue: quick checks that a person waits for; slow checks, or further ones of the same person; work
 * on a whole class or exercise.
 */
export const LANES = Object.freeze(["quick", "slow", "long"] as const);
export type Lane = (typeof LANES)[number];
/**
 * Where jobs come from, in the order in which they are fetched: a queue for each lane, and one for the searches for
 * causes, which run in the slow lane when no check is waiting there.
 */
export const SOURCES = Object.freeze(["quick", "slow", "causes", "long"] as const);
export type Source = (typeof SOURCES)[number];
const QUEUES: Readonly<Record<Source, string>> = {
	quick: "checks",
	slow: "slow-checks",
	causes: "causes",
	long: "long-work",
};
export const queueOf = (source: Source) => QUEUES[source];
export const laneOf = (source: Source): Lane => (source === "causes" ? "slow" : source);
const ALL_QUEUES = Object.freeze(Object.values(QUEUES));
/** Channel to notify workers, with the source of a new job; an empty payload means quick checks. */
export const WORK_CHANNEL = "markpen_work";

/**
 * Seconds after which an unfinished job goes to another worker: longer than the longest check, and longer still in the
 * slow lane.
 */
const EXPIRES_SECONDS = 12;
const SLOW_SECONDS = 20;
/** The same for work on a whole class or exercise. */
const LONG_SECONDS = 240;
/** Number of retries of a job, because a worker may die without the job's fault. */
const RETRIES = 20;

/** The owner of a check, so that people and classes take turns. */
export interface Whose {
	readonly student: string;
	readonly class: string;
}

/** Jobs for a worker; only ids, so that the queue contains no source and no name. */
export type QueuedJob =
	| {
			readonly do: "check";
			readonly checkId: string;
			readonly whose?: Whose;
			/** The call that asked for it, as a W3C traceparent, if traces are on. */
			readonly trace?: string;
	  }
	| { readonly do: "self-check"; readonly selfCheckId: string; readonly whose?: Whose }
	| { readonly do: "explain"; readonly reportId: string }
	| { readonly do: "explain-self-check"; readonly selfCheckId: string }
	| { readonly do: "rehearse"; readonly jobId: string; readonly handInId: string }
	| { readonly do: "alike"; readonly jobId: string }
	| { readonly do: "trial"; readonly jobId: string };

/** Priority of checks that a person waits for, above other work; turns use some hundred steps. */
export const PRIORITY = Object.freeze({ waiting: 10_000, teacher: 5_000, again: 1_000, explained: 500 });

/** A job's lane and priority. */
export interface Place {
	readonly lane: Lane;
	readonly priority: number;
	/** Omitted if no one is waiting for it. */
	readonly whose?: Whose;
}

/** Whose a job is, as its data says it. */
export const whoseOf = ({ whose }: Place) => (whose ? { whose } : {});

/** Lane and priority of a check that no one is waiting for. */
export const CHECK_AGAIN: Place = Object.freeze({ lane: "slow", priority: PRIORITY.again });

/** A search for causes: the report already exists, so checks come first. */
const EXPLAINED_LATER: Place = Object.freeze({ lane: "slow", priority: PRIORITY.explained });

/** Runs the queue's database calls in our transaction, so that both are committed together. */
export function onTransaction(manager: EntityManager): PgBoss.Db {
	return {
		async executeSql(text, values) {
			const result = await manager.queryRunner?.query(text, values, true);
			return { rows: result?.records ?? [] };
		},
	};
}

/**
 * A connection to the queue. Only workers maintain it (expire, archive); all processes may send.
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

const FIND_PARTITION = statement(
	{ partition: text() },
	`SELECT partition_name AS partition
		FROM queue.queue
		WHERE name = $1`,
);

/**
 * Makes the queues that don't exist yet, each with an index in the order in which jobs are fetched: without it each
 * fetch sorts all that are waiting.
 */
export async function setUpQueues(queue: PgBoss, manager: EntityManager): Promise<void> {
	for (const name of ALL_QUEUES)
		if (!(await queue.getQueue(name)))
			await queue.createQueue(name, {
				name,
				policy: "standard",
				retryLimit: RETRIES,
				retryDelay: 0,
				expireInSeconds: EXPIRES_SECONDS,
			});
	for (const name of ALL_QUEUES) {
		const found = await FIND_PARTITION.one(manager, [name]);
		if (!found) continue;
		const index = `markpen_${name.replaceAll("-", "_")}_order`;
		await manager.query(
			`CREATE INDEX IF NOT EXISTS ${index} ON queue.${found.partition} (priority DESC, created_on, id)
				WHERE state < 'active'`,
		);
	}
}

const optionsOf = ({ lane, priority }: Place) => ({
	priority,
	retryLimit: RETRIES,
	retryDelay: 0,
	expireInSeconds: { quick: EXPIRES_SECONDS, slow: SLOW_SECONDS, long: LONG_SECONDS }[lane],
});

const NOTIFY_WORKERS = statement({}, "SELECT pg_notify($1, $2)");

/**
 * Sends jobs in one statement with one of ours, a `SELECT`, whose rows it gives: both happen or none. Ours wakes the
 * workers for the quick ones.
 *
 * The queue's interface has no such call, so that its own `INSERT` becomes part of ours here. In a transaction of its
 * own a hand-in takes four calls of the database instead of one: measured with `setup/bench-load.mjs` on two cores
 * (2026-11-29, the best of several runs), 1,665 hand-ins a second were taken so, and 2,112 like this.
 */
export async function sendBeside<R extends Row>(
	{ queue, manager }: { readonly queue: PgBoss; readonly manager: EntityManager },
	jobs: readonly { readonly job: QueuedJob; readonly place: Place }[],
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
	const insert = jobs.map(({ job, place }) => ({ name: queueOf(place.lane), data: job, ...optionsOf(place) }));
	await queue.insert(insert, { db });
	for (const lane of new Set(jobs.map(({ place }) => place.lane)))
		if (lane !== "quick") await NOTIFY_WORKERS.all(manager, [WORK_CHANNEL, lane]);
	return rows;
}

/** Sends jobs inside a transaction and notifies the workers when it is committed. */
export async function sendWork(queue: PgBoss, manager: EntityManager, job: QueuedJob, place: Place): Promise<void> {
	await queue.send(queueOf(place.lane), job, { ...optionsOf(place), db: onTransaction(manager) });
	await NOTIFY_WORKERS.all(manager, [WORK_CHANNEL, place.lane]);
}

/** Sends searches for causes inside a transaction and notifies the workers when it is committed. */
export async function sendSearches(queue: PgBoss, manager: EntityManager, jobs: readonly QueuedJob[]): Promise<void> {
	if (jobs.length === 0) return;
	await queue.insert(
		jobs.map((data) => ({ name: queueOf("causes"), data, ...optionsOf(EXPLAINED_LATER) })),
		{ db: onTransaction(manager) },
	);
	await NOTIFY_WORKERS.all(manager, [WORK_CHANNEL, "causes"]);
}

/** Completes jobs of a queue inside a transaction. */
export async function completeJobs(
	queue: PgBoss,
	manager: EntityManager,
	name: string,
	ids: readonly string[],
): Promise<void> {
	// Its declared type has no place for the data that comes before the options.
	const complete = queue.complete.bind(queue) as unknown as (...given: unknown[]) => Promise<unknown>;
	await complete(name, ids, {}, { db: onTransaction(manager) });
}

const QUEUE_STATE = statement(
	{ name: text(), count: integer, seconds: float },
	`SELECT q.name, count(j.id)::int AS count,
			coalesce(extract(epoch FROM now() - min(j.created_on)), 0)::float AS seconds
		FROM queue.queue q
		LEFT JOIN queue.job j ON j.name = q.name AND j.state < 'active'
		GROUP BY q.name`,
);

/** The number of jobs that wait in each queue, and how long the oldest has waited. */
export function queueState(manager: EntityManager): Promise<RowOf<typeof QUEUE_STATE>[]> {
	return QUEUE_STATE.all(manager);
}

/** States of jobs, in the order in which the queue's own counts include them. */
const STATES = ["created", "retry", "active", "completed"] as const;
const AFTER = { created: "retry", retry: "active", active: "completed", completed: "cancelled" } as const;

/** The jobs in the queues, by state. */
export async function jobCounts(queue: PgBoss): Promise<Record<(typeof STATES)[number], number>> {
	const counts = { created: 0, retry: 0, active: 0, completed: 0 };
	for (const name of ALL_QUEUES) {
		let before = 0;
		for (const state of STATES) {
			const until = await queue.getQueueSize(name, { before: AFTER[state] });
			counts[state] += until - before;
			before = until;
		}
	}
	return counts;
}
