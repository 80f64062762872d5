import type { Threads } from "@markpen/threads";
import pg from "pg";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource } from "typeorm";
import { told } from "../told.ts";
import { checkHandIn } from "./check-hand-in.ts";
import { CHECK_CHANNEL, CHECK_QUEUE, type CheckJob } from "./queue.ts";

/** How often a worker looks for jobs when nothing wakes it. */
const POLL_MILLISECONDS = 2_000;

/**
 * Takes as many jobs as threads are idle, most urgent first, woken by the database and by a slow poll besides. Nothing
 * waits inside the thread pool, so that a program's clock starts when its thread does.
 */
export class Worker {
	private readonly dataSource: DataSource;
	private readonly queue: PgBoss;
	private readonly threads: Threads;
	private readonly log: Logger;
	private readonly url: string;
	private listener: pg.Client | undefined;
	private timer: NodeJS.Timeout | undefined;
	private readonly running = new Set<Promise<void>>();
	private looking = false;
	private again = false;
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
		this.timer = setInterval(() => void this.look(), POLL_MILLISECONDS);
		void this.look();
	}

	/** Takes no more jobs and waits for those that run. */
	async stop(): Promise<void> {
		this.ended = true;
		clearInterval(this.timer);
		await this.listener?.end().catch(() => undefined);
		await Promise.allSettled(this.running);
	}

	private async listen(): Promise<void> {
		const client = new pg.Client({ connectionString: this.url, application_name: "markpen listener" });
		client.on("notification", () => void this.look());
		client.on("error", (error) => {
			this.log.warn({ error: error.message }, "the listening connection was lost; the poll goes on");
			if (!this.ended) setTimeout(() => void this.listen().catch(() => undefined), POLL_MILLISECONDS).unref();
		});
		await client.connect();
		await client.query(`LISTEN ${CHECK_CHANNEL}`);
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
				const jobs = await this.queue.fetch<CheckJob>(CHECK_QUEUE, { batchSize: idle, priority: true });
				for (const job of jobs) this.begin(job);
				if (jobs.length > 0) this.again = true;
			} while (this.again);
		} catch (error) {
			this.log.error({ error: told(error) }, "fetching jobs failed; the poll will try again");
		} finally {
			this.looking = false;
		}
	}

	private begin(job: PgBoss.Job<CheckJob>): void {
		const done = checkHandIn(this.dataSource, this.queue, this.threads, job)
			.catch(async (error: unknown) => {
				this.log.error({ error: told(error), check: job.data.checkId }, "a check failed and goes back to the queue");
				await this.queue.fail(CHECK_QUEUE, job.id, {}).catch(() => undefined);
			})
			.finally(() => {
				this.running.delete(done);
				void this.look();
			});
		this.running.add(done);
	}
}
