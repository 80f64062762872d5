import { Threads } from "@markpen/threads";
import { SpanKind } from "@opentelemetry/api";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource, EntityManager } from "typeorm";
import { findAlike } from "../alike/find-alike.ts";
import { Listener } from "../database/listener.ts";
import { loggableError } from "../loggable-error.ts";
import type { Metrics } from "../metrics/metrics.ts";
import { endJob } from "../queue/job.ts";
import {
	completeJobs,
	LANES,
	type Lane,
	laneOf,
	type QueuedJob,
	queueOf,
	SOURCES,
	type Source,
	sendSearches,
	sendWork,
	WORK_CHANNEL,
} from "../queue/queue.ts";
import { rehearse } from "../rehearsal/rehearse.ts";
import { removeOld } from "../retention/retention.ts";
import type { Tracing } from "../tracing/tracing.ts";
import { Ahead } from "./ahead.ts";
import { HandInChecks } from "./check-hand-ins.ts";
import { handInLeftDrafts } from "./closing.ts";
import { explainReport } from "./explain.ts";
import { explainSelfCheck } from "./explain-self-check.ts";
import { Lanes, LONG_MILLISECONDS } from "./lanes.ts";
import { selfCheck } from "./self-check.ts";
import { Behind, Slots, Stopped } from "./slots.ts";
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
/** Most jobs that are looked up, run or stored at once: a slow database holds fetching back. */
const MAX_RUNNING = 200;
/** Number of failures after which long work is reported as failed. */
const MAX_ATTEMPTS = 3;

const whoseIs = (job: QueuedJob) => ("whose" in job ? job.whose : undefined);

/** A job as it was fetched. */
interface Fetched {
	readonly job: PgBoss.JobWithMetadata<QueuedJob>;
	readonly source: Source;
	readonly lane: Lane;
	readonly queue: string;
}

/**
 * Fetches jobs of each lane, most urgent first, on notifications and by slow polling: as many as may run, and quick
 * checks a little ahead. Jobs never wait inside the thread pool, so a program's clock starts with its thread.
 */
export class Worker {
	private readonly dataSource: DataSource;
	private readonly queue: PgBoss;
	/** Threads for quick checks, and niced threads for the rest, so that a quick check gets its core. */
	private readonly quick: Threads;
	private readonly behind: Threads;
	private readonly log: Logger;
	private readonly metrics: Metrics;
	private readonly tracing: Tracing;
	private readonly listener: Listener;
	private readonly lanes: Lanes;
	private readonly slots: Slots;
	private readonly ahead: Ahead;
	private readonly checks: HandInChecks;
	private readonly timers: NodeJS.Timeout[] = [];
	private readonly running = new Set<Promise<void>>();
	/** Checks that were fetched and are being looked up, by lane. */
	private readonly coming: Record<Lane, number> = { quick: 0, slow: 0, long: 0 };
	/** Sources that may have jobs. */
	private readonly wanted = new Set<Source>();
	private looking = false;
	private closing = false;
	private clearing = false;
	private ended = false;

	/** @param of.cores number of simultaneous quick checks */
	constructor(of: {
		dataSource: DataSource;
		queue: PgBoss;
		cores: number;
		log: Logger;
		metrics: Metrics;
		tracing: Tracing;
		url: string;
	}) {
		this.dataSource = of.dataSource;
		this.queue = of.queue;
		this.log = of.log;
		this.metrics = of.metrics;
		this.tracing = of.tracing;
		this.lanes = new Lanes(of.cores);
		this.slots = new Slots(
			this.lanes,
			() => void this.look(),
			// It isn't known yet how slow a check is: nothing is fetched ahead meanwhile.
			(lane) => {
				if (lane !== "long") this.ahead.note(LONG_MILLISECONDS);
			},
		);
		this.ahead = new Ahead(of.cores);
		this.checks = new HandInChecks({ ...of, isBusy: () => LANES.some((lane) => this.fetchedIn(lane) > 0) });
		const { quick, behind } = Lanes.threadsFor(of.cores);
		this.quick = new Threads(quick, quick, { grace: GRACE.quick });
		this.behind = new Threads(behind, 1, { nice: BEHIND_NICE, grace: GRACE.behind });
		this.listener = new Listener({
			...of,
			channel: WORK_CHANNEL,
			name: "markpen worker",
			onNotice: (source) => void this.look([SOURCES.find((one) => one === source) ?? "quick"]),
			onAgain: () => void this.look(SOURCES),
		});
	}

	async start(): Promise<void> {
		await this.listener.start();
		this.timers.push(
			setInterval(() => {
				void this.look(SOURCES);
				void this.close();
			}, POLL_MILLISECONDS),
			setInterval(() => void this.clear(), CLEAR_MILLISECONDS),
		);
		void this.look(SOURCES);
		void this.close();
	}

	/** Stops fetching and waits for running jobs; those that take too long go back to the queue. */
	async stop(): Promise<void> {
		this.ended = true;
		this.slots.stop();
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
		while (this.closing || this.clearing) await new Promise((resolve) => setTimeout(resolve, 20));
	}

	/** Resolves when no fetch and no job is running: a fetch started before stopping can still bring jobs. */
	private async settled(): Promise<void> {
		while (this.looking || this.running.size > 0) {
			await Promise.allSettled(this.running);
			if (this.looking) await new Promise((resolve) => setTimeout(resolve, 20));
		}
	}

	/**
	 * Fetches while more jobs may run, from the given sources and from those with waiting jobs. A call during a fetch is
	 * remembered.
	 */
	private async look(sources: readonly Source[] = []): Promise<void> {
		for (const source of sources) this.wanted.add(source);
		if (this.looking) return;
		this.looking = true;
		try {
			for (let source = this.next(); source && !this.ended; source = this.next()) {
				this.wanted.delete(source);
				const room = this.roomFor(source);
				const fetched = await this.fetch(source, room);
				for (const one of fetched)
					if (this.ended) await this.queue.fail(one.queue, one.job.id, {});
					else if (source === "quick" && this.lanes.behind(whoseIs(one.job.data))) await this.putBehind(one.job);
					else this.begin(one);
				if (fetched.length === room) this.wanted.add(source);
			}
		} catch (error) {
			this.log.error({ error: loggableError(error) }, "fetching jobs failed; the poll will try again");
		} finally {
			this.looking = false;
		}
	}

	/** How many jobs of a source are to be fetched now. */
	private roomFor(source: Source): number {
		if (this.running.size >= MAX_RUNNING) return 0;
		const lane = laneOf(source);
		const free = this.lanes.free(lane);
		const fetched = this.fetchedIn(lane);
		// Searches for causes leave their lane to checks.
		if (source === "causes") return this.wanted.has("slow") ? 0 : Math.max(0, free - fetched);
		// What was fetched ahead waits until the lane has room.
		const ahead = lane === "long" ? 0 : this.ahead.count;
		// A few at a time would be as many calls of the database.
		if (fetched > free + ahead / 2) return 0;
		return Math.max(0, free + ahead - fetched);
	}

	/** Jobs of a lane that were fetched and don't run yet. */
	private fetchedIn(lane: Lane): number {
		return this.coming[lane] + this.slots.waitingIn(lane);
	}

	private async fetch(source: Source, batchSize: number): Promise<Fetched[]> {
		const queue = queueOf(source);
		const jobs = await this.queue.fetch<QueuedJob>(queue, { batchSize, priority: true, includeMetadata: true });
		return jobs.map((job) => ({ job, source, lane: laneOf(source), queue }));
	}

	/** Moves a quick check to the slow lane. */
	private async putBehind(job: PgBoss.JobWithMetadata<QueuedJob>): Promise<void> {
		await this.dataSource.transaction(async (manager) => {
			await sendWork(this.queue, manager, job.data, { lane: "slow", priority: job.priority });
			await completeJobs(this.queue, manager, queueOf("quick"), [job.id]);
		});
	}

	/** The first source to fetch from whose lane has room; full lanes are fetched from when a job ends. */
	private next(): Source | undefined {
		return SOURCES.find((source) => this.wanted.has(source) && this.roomFor(source) > 0);
	}

	private begin(of: Fetched): void {
		const { job, source, queue } = of;
		const complete = async (manager: EntityManager) => {
			await completeJobs(this.queue, manager, queue, [job.id]);
		};
		const done = this.carryOut(of, complete)
			.catch(async (error: unknown) => {
				// Where it can't be moved, it goes back like any other.
				if (
					error instanceof Behind &&
					(await this.putBehind(job).then(
						() => true,
						() => false,
					))
				)
					return;
				if (!(error instanceof Stopped || error instanceof Behind)) {
					this.log.error(
						{ error: loggableError(error), job: job.id, does: job.data.do },
						"a job failed and goes back to the queue",
					);
					this.metrics.returned.inc({ does: job.data.do });
				}
				await this.giveBack(job, queue, complete).catch(() => undefined);
				this.wanted.add(source);
			})
			.finally(() => {
				this.running.delete(done);
				void this.look();
			});
		this.running.add(done);
	}

	private carryOut(of: Fetched, complete: (manager: EntityManager) => Promise<void>): Promise<void> {
		const { dataSource } = this;
		const { job, lane } = of;
		const threads = lane === "quick" ? this.quick : this.behind;
		const { data } = job;
		if (data.do === "check") return this.check(of, data, threads);
		return this.inSlot(of, () => {
			switch (data.do) {
				case "explain":
					return explainReport(dataSource, threads, data.reportId, complete);
				case "explain-self-check":
					return explainSelfCheck(dataSource, threads, data.selfCheckId, complete);
				case "self-check":
					return selfCheck(dataSource, threads, data.selfCheckId, { complete, later: this.later });
				case "rehearse":
					return rehearse(dataSource, threads, data, complete);
				case "alike":
					return findAlike(dataSource, threads, data.jobId, complete);
				case "trial":
					return tryExercise(dataSource, threads, data.jobId, complete);
			}
		});
	}

	private inSlot<T>({ job, lane }: Fetched, work: () => Promise<T>): Promise<T> {
		return this.slots.run({ id: job.id, lane, whose: whoseIs(job.data) }, work);
	}

	/** Checks a hand-in: it takes a slot while its program runs, and not while it is looked up or stored. */
	private async check(of: Fetched, data: QueuedJob & { do: "check" }, threads: Threads): Promise<void> {
		const { job, lane, queue } = of;
		const { tracing } = this;
		const span = tracing.begin("check", {
			parent: data.trace,
			kind: SpanKind.CONSUMER,
			attributes: { "messaging.destination.name": queue, "messaging.message.id": job.id },
		});
		this.coming[lane]++;
		let isComing = true;
		const came = () => {
			if (isComing) this.coming[lane]--;
			isComing = false;
		};
		try {
			const milliseconds = await this.checks.check(
				{ checkId: data.checkId, jobId: job.id, queue },
				threads,
				(work) => {
					const inSlot = this.inSlot(of, work);
					came();
					return inSlot;
				},
				(name, work) => tracing.within(span, name, work),
			);
			if (milliseconds === undefined) return;
			this.ahead.note(milliseconds);
			this.metrics.checks.observe(milliseconds / 1_000);
		} finally {
			came();
			span.end();
		}
	}

	/** Queues a search for causes, in the transaction that stores its report. */
	private readonly later = (manager: EntityManager, job: QueuedJob): Promise<void> =>
		sendSearches(this.queue, manager, [job]);

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

	/** Removes what is kept for a time only. */
	private async clear(): Promise<void> {
		if (this.clearing || this.ended) return;
		this.clearing = true;
		try {
			const removed = await removeOld(this.dataSource, { isOver: () => this.ended });
			if (Object.keys(removed).length > 0) this.log.info({ removed }, "old rows were removed");
		} catch (error) {
			this.log.warn({ error: loggableError(error) }, "removing old rows failed; the next time will try again");
		} finally {
			this.clearing = false;
		}
	}
}
