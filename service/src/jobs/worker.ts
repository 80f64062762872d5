import { Threads } from "@markpen/threads";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource, EntityManager } from "typeorm";
import { findAlike } from "../alike/find-alike.ts";
import { Listener } from "../database/listener.ts";
import { loggableError } from "../loggable-error.ts";
import { endJob } from "../queue/job.ts";
import {
	EXPLAINED_LATER,
	LANES,
	type Lane,
	onTransaction,
	type QueuedJob,
	queueOf,
	sendWork,
	WORK_CHANNEL,
} from "../queue/queue.ts";
import { rehearse } from "../rehearsal/rehearse.ts";
import { checkHandIn } from "./check-hand-in.ts";
import { handInLeftDrafts } from "./closing.ts";
import { explainReport } from "./explain.ts";
import { explainSelfCheck } from "./explain-self-check.ts";
import { Lanes, LONG_MILLISECONDS } from "./lanes.ts";
import { selfCheck } from "./self-check.ts";
import { tryExercise } from "./trial.ts";

/** Polling interval of a worker without notifications. */
const POLL_MILLISECONDS = 2_000;
/** Interval of removing expired data. */
const CLEAR_MILLISECONDS = 600_000;
/** How long stopping waits for running jobs: long enough for a check, not for work on a whole class. */
const LONGEST_STOP = 7_000;
/** Nice value of threads for slow checks and long work. */
const BEHIND_NICE = 5;
/**
 * Extra wall-clock milliseconds for a thread beyond the program's own limit: a busy machine costs a program nothing,
 * and a check ends before its job expires.
 */
const GRACE = { quick: 5_500, behind: 13_000 } as const;
/** Number of failures after which long work is reported as failed. */
const MAX_ATTEMPTS = 3;

const whoseIs = (job: QueuedJob) => ("whose" in job ? job.whose : undefined);

/**
 * Fetches as many jobs of each lane as may run, most urgent first, on notifications and by slow polling. Jobs never
 * wait inside the thread pool, so a program's clock starts with its thread.
 */
export class Worker {
	private readonly dataSource: DataSource;
	private readonly queue: PgBoss;
	/** Threads for quick checks, and niced threads for the rest, so that a quick check gets its core. */
	private readonly quick: Threads;
	private readonly behind: Threads;
	private readonly log: Logger;
	private readonly listener: Listener;
	private readonly lanes: Lanes;
	private readonly timers: NodeJS.Timeout[] = [];
	private readonly running = new Set<Promise<void>>();
	/** Lanes that are to be looked at. */
	private readonly wanted = new Set<Lane>();
	private looking = false;
	private closing = false;
	private ended = false;

	/** @param of.cores number of simultaneous quick checks */
	constructor(of: { dataSource: DataSource; queue: PgBoss; cores: number; log: Logger; url: string }) {
		this.dataSource = of.dataSource;
		this.queue = of.queue;
		this.log = of.log;
		this.lanes = new Lanes(of.cores);
		const { quick, behind } = Lanes.threadsFor(of.cores);
		this.quick = new Threads(quick, quick, { grace: GRACE.quick });
		this.behind = new Threads(behind, 1, { nice: BEHIND_NICE, grace: GRACE.behind });
		this.listener = new Listener({
			...of,
			channel: WORK_CHANNEL,
			name: "markpen worker",
			onNotice: (lane) => void this.look([LANES.find((l) => l === lane) ?? "quick"]),
			onAgain: () => void this.look(LANES),
		});
	}

	async start(): Promise<void> {
		await this.listener.start();
		this.timers.push(
			setInterval(() => {
				void this.look(LANES);
				void this.close();
			}, POLL_MILLISECONDS),
			setInterval(() => void this.clear(), CLEAR_MILLISECONDS),
		);
		void this.look(LANES);
		void this.close();
	}

	/** Stops fetching and waits for running jobs; those that take too long go back to the queue. */
	async stop(): Promise<void> {
		this.ended = true;
		for (const timer of this.timers) clearInterval(timer);
		await this.listener.stop();
		const over = this.settled();
		let timer: NodeJS.Timeout | undefined;
		await Promise.race([
			over,
			new Promise((resolve) => {
				timer = setTimeout(resolve, LONGEST_STOP);
			}),
		]);
		clearTimeout(timer);
		// Terminating the threads makes running jobs fail, which returns them to the queue.
		await Promise.all([this.quick.close(), this.behind.close()]);
		await over;
		while (this.closing) await new Promise((resolve) => setTimeout(resolve, 20));
	}

	/** Resolves when no fetch and no job is running: a fetch started before stopping can still bring jobs. */
	private async settled(): Promise<void> {
		while (this.looking || this.running.size > 0) {
			await Promise.allSettled(this.running);
			if (this.looking) await new Promise((resolve) => setTimeout(resolve, 20));
		}
	}

	/**
	 * Fetches while more jobs may run, from the given lanes and from lanes with waiting jobs. A call during a fetch is
	 * remembered.
	 */
	private async look(lanes: readonly Lane[] = []): Promise<void> {
		for (const lane of lanes) this.wanted.add(lane);
		if (this.looking) return;
		this.looking = true;
		try {
			for (let lane = this.next(); lane && !this.ended; lane = this.next()) {
				this.wanted.delete(lane);
				const batchSize = this.lanes.free(lane);
				const jobs = await this.queue.fetch<QueuedJob>(queueOf(lane), {
					batchSize,
					priority: true,
					includeMetadata: true,
				});
				for (const job of jobs)
					if (this.ended) await this.queue.fail(queueOf(lane), job.id, {});
					else if (lane === "quick" && this.lanes.behind(whoseIs(job.data))) await this.putBehind(job);
					else this.begin(job, lane);
				if (jobs.length === batchSize) this.wanted.add(lane);
			}
		} catch (error) {
			this.log.error({ error: loggableError(error) }, "fetching jobs failed; the poll will try again");
		} finally {
			this.looking = false;
		}
	}

	/** Moves a quick check to the slow lane. */
	private async putBehind(job: PgBoss.JobWithMetadata<QueuedJob>): Promise<void> {
		await this.dataSource.transaction(async (manager) => {
			await sendWork(this.queue, manager, job.data, { lane: "slow", priority: job.priority });
			await this.queue.complete(queueOf("quick"), job.id, {}, { db: onTransaction(manager) });
		});
	}

	/** The first lane to fetch from that has room; full lanes are fetched from when a job ends. */
	private next(): Lane | undefined {
		return LANES.find((lane) => this.wanted.has(lane) && this.lanes.free(lane) > 0);
	}

	private begin(job: PgBoss.JobWithMetadata<QueuedJob>, lane: Lane): void {
		const queue = queueOf(lane);
		this.lanes.begin(job.id, lane, whoseIs(job.data));
		// By then it has left the quick lane, if it is still running.
		const late = setTimeout(() => void this.look(), LONG_MILLISECONDS);
		const complete = async (manager: EntityManager) => {
			await this.queue.complete(queue, job.id, {}, { db: onTransaction(manager) });
		};
		const threads = lane === "quick" ? this.quick : this.behind;
		const done = this.carryOut(job.data, threads, complete)
			.catch(async (error: unknown) => {
				this.log.error(
					{ error: loggableError(error), job: job.id, does: job.data.do },
					"a job failed and goes back to the queue",
				);
				await this.giveBack(job, queue, complete).catch(() => undefined);
				this.wanted.add(lane);
			})
			.finally(() => {
				clearTimeout(late);
				this.lanes.end(job.id);
				this.running.delete(done);
				void this.look();
			});
		this.running.add(done);
	}

	private carryOut(
		job: QueuedJob,
		threads: Threads,
		complete: (manager: EntityManager) => Promise<void>,
	): Promise<void> {
		const { dataSource } = this;
		switch (job.do) {
			case "check":
				return checkHandIn(dataSource, threads, job.checkId, { complete, later: this.later });
			case "explain":
				return explainReport(dataSource, threads, job.reportId, complete);
			case "explain-self-check":
				return explainSelfCheck(dataSource, threads, job.selfCheckId, complete);
			case "self-check":
				return selfCheck(dataSource, threads, job.selfCheckId, { complete, later: this.later });
			case "rehearse":
				return rehearse(dataSource, threads, job, complete);
			case "alike":
				return findAlike(dataSource, threads, job.jobId, complete);
			case "trial":
				return tryExercise(dataSource, threads, job.jobId, complete);
		}
	}

	/** Queues a search for causes, in the transaction that stores its report. */
	private readonly later = (manager: EntityManager, job: QueuedJob): Promise<void> =>
		sendWork(this.queue, manager, job, EXPLAINED_LATER);

	/** A failed job is retried; long work that keeps failing ends as failed. */
	private async giveBack(
		job: PgBoss.JobWithMetadata<QueuedJob>,
		queue: string,
		complete: (manager: EntityManager) => Promise<void>,
	): Promise<void> {
		const { data } = job;
		if ((data.do === "alike" || data.do === "trial") && job.retryCount >= MAX_ATTEMPTS)
			await this.dataSource.transaction(async (manager) => {
				await endJob(manager, data.jobId, {}, "failed");
				await complete(manager);
			});
		else await this.queue.fail(queue, job.id, {});
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

	/** Deletes expired data: events, uploads, self-checks, failures, stored responses of repeated calls. */
	private async clear(): Promise<void> {
		const olds = [
			["progress", "at", "2 days"],
			["known_browsers", "at", "400 days"],
			["uploads", "made_at", "1 day"],
			["self_checks", "made_at", "1 day"],
			["sign_in_failures", "at", "1 day"],
			["slow_checks", "at", "1 day"],
			["repeated_calls", "at", "1 day"],
			["rehearsed", "(SELECT made_at FROM jobs j WHERE j.id = job_id)", "30 days"],
		] as const;
		for (const [table, at, age] of olds)
			await this.dataSource
				.query(`DELETE FROM ${table} WHERE ${at} < now() - interval '${age}'`)
				.catch((error: unknown) => this.log.warn({ error: loggableError(error) }, "clearing failed"));
	}
}
