import type { Threads } from "@markpen/threads";
import pg from "pg";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource, EntityManager } from "typeorm";
import { findAlike } from "../alike/find-alike.ts";
import { loggableError } from "../loggable-error.ts";
import { endJob } from "../queue/job.ts";
import { onTransaction, QUEUE, type QueuedJob, WORK_CHANNEL } from "../queue/queue.ts";
import { rehearse } from "../rehearsal/rehearse.ts";
import { checkHandIn } from "./check-hand-in.ts";
import { handInLeftDrafts } from "./closing.ts";
import { selfCheck } from "./self-check.ts";
import { tryExercise } from "./trial.ts";

/** How often a worker looks for jobs when nothing wakes it. */
const POLL_MILLISECONDS = 2_000;
/** How often what is no longer needed is cleared away. */
const CLEAR_MILLISECONDS = 600_000;
/** How long stopping waits for what runs: a check is over by then, work on a whole class may not be. */
const LONGEST_STOP = 7_000;
/** Long work that fails as often as that is told to have failed. */
const MAX_ATTEMPTS = 3;

/**
 * Takes as many jobs as threads are idle, most urgent first, woken by the database and also by a slow poll. Nothing
 * waits inside the thread pool, so that a program's clock starts when its thread does.
 */
export class Worker {
	private readonly dataSource: DataSource;
	private readonly queue: PgBoss;
	private readonly threads: Threads;
	private readonly log: Logger;
	private readonly url: string;
	private listener: pg.Client | undefined;
	private readonly timers: NodeJS.Timeout[] = [];
	private readonly running = new Set<Promise<void>>();
	private looking = false;
	private again = false;
	private closing = false;
	private ended = false;

	constructor(of: { dataSource: DataSource; queue: PgBoss; threads: Threads; log: Logger; url: string }) {
		this.dataSource = of.dataSource;
		this.queue = of.queue;
		this.threads = of.threads;
		this.log = of.log;
		this.url = of.url;
	}

	async start(): Promise<void> {
		await this.listen();
		this.timers.push(
			setInterval(() => {
				void this.look();
				void this.close();
			}, POLL_MILLISECONDS),
			setInterval(() => void this.clear(), CLEAR_MILLISECONDS),
		);
		void this.look();
		void this.close();
	}

	/** Takes no more jobs and waits for those that run; what takes too long is put back into the queue. */
	async stop(): Promise<void> {
		this.ended = true;
		for (const timer of this.timers) clearInterval(timer);
		await this.listener?.end().catch(() => undefined);
		const over = Promise.allSettled(this.running);
		let timer: NodeJS.Timeout | undefined;
		await Promise.race([
			over,
			new Promise((resolve) => {
				timer = setTimeout(resolve, LONGEST_STOP);
			}),
		]);
		clearTimeout(timer);
		// Ending the threads makes what still runs fail, which gives it back.
		await this.threads.close();
		await over;
		while (this.closing) await new Promise((resolve) => setTimeout(resolve, 20));
	}

	private async listen(): Promise<void> {
		const client = new pg.Client({ connectionString: this.url, application_name: "markpen listener" });
		client.on("notification", () => void this.look());
		client.on("error", (error) => {
			this.log.warn({ error: error.message }, "the listening connection was lost; the poll goes on");
			if (!this.ended) setTimeout(() => void this.listen().catch(() => undefined), POLL_MILLISECONDS).unref();
		});
		await client.connect();
		await client.query(`LISTEN ${WORK_CHANNEL}`);
		this.listener = client;
	}

	/** Fetches while threads are idle; a call in between is remembered. */
	private async look(): Promise<void> {
		if (this.looking) {
			this.again = true;
			return;
		}
		this.looking = true;
		try {
			do {
				this.again = false;
				const idle = this.threads.size - this.running.size;
				if (this.ended || idle <= 0) break;
				const jobs = await this.queue.fetch<QueuedJob>(QUEUE, {
					batchSize: idle,
					priority: true,
					includeMetadata: true,
				});
				for (const job of jobs) this.begin(job);
				if (jobs.length > 0) this.again = true;
			} while (this.again);
		} catch (error) {
			this.log.error({ error: loggableError(error) }, "fetching jobs failed; the poll will try again");
		} finally {
			this.looking = false;
		}
	}

	private begin(job: PgBoss.JobWithMetadata<QueuedJob>): void {
		const complete = async (manager: EntityManager) => {
			await this.queue.complete(QUEUE, job.id, {}, { db: onTransaction(manager) });
		};
		const done = this.carryOut(job.data, complete)
			.catch(async (error: unknown) => {
				this.log.error(
					{ error: loggableError(error), job: job.id, does: job.data.do },
					"a job failed and goes back to the queue",
				);
				await this.giveBack(job, complete).catch(() => undefined);
			})
			.finally(() => {
				this.running.delete(done);
				void this.look();
			});
		this.running.add(done);
	}

	private carryOut(job: QueuedJob, complete: (manager: EntityManager) => Promise<void>): Promise<void> {
		const { dataSource, threads } = this;
		switch (job.do) {
			case "check":
				return checkHandIn(dataSource, threads, job.checkId, complete);
			case "self-check":
				return selfCheck(dataSource, threads, job.selfCheckId, complete);
			case "rehearse":
				return rehearse(dataSource, threads, job, complete);
			case "alike":
				return findAlike(dataSource, threads, job.jobId, complete);
			case "trial":
				return tryExercise(dataSource, threads, job.jobId, complete);
		}
	}

	/** A job that failed is taken again; long work that fails again and again is ended as failed. */
	private async giveBack(
		job: PgBoss.JobWithMetadata<QueuedJob>,
		complete: (manager: EntityManager) => Promise<void>,
	): Promise<void> {
		const { data } = job;
		if ((data.do === "alike" || data.do === "trial") && job.retryCount >= MAX_ATTEMPTS)
			await this.dataSource.transaction(async (manager) => {
				await endJob(manager, data.jobId, {}, "failed");
				await complete(manager);
			});
		else await this.queue.fail(QUEUE, job.id, {});
	}

	/** Hands in the drafts of what has closed. */
	private async close(): Promise<void> {
		if (this.closing || this.ended) return;
		this.closing = true;
		try {
			await handInLeftDrafts(this.dataSource, this.queue);
		} catch (error) {
			this.log.error(
				{ error: loggableError(error) },
				"drafts of a closed assignment couldn't be handed in; the poll will try again",
			);
		} finally {
			this.closing = false;
		}
	}

	/** Clears away what was only for the moment: events, uploads, self-checks, failures, replies of repeated calls. */
	private async clear(): Promise<void> {
		const olds = [
			["progress", "at", "2 days"],
			["uploads", "made_at", "1 day"],
			["self_checks", "made_at", "1 day"],
			["sign_in_failures", "at", "1 day"],
			["repeated_calls", "at", "1 day"],
			["rehearsed", "(SELECT made_at FROM jobs j WHERE j.id = job_id)", "30 days"],
		] as const;
		for (const [table, at, age] of olds)
			await this.dataSource
				.query(`DELETE FROM ${table} WHERE ${at} < now() - interval '${age}'`)
				.catch((error: unknown) => this.log.warn({ error: loggableError(error) }, "clearing failed"));
	}
}
