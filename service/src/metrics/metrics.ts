import type PgBoss from "pg-boss";
import { Counter, collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import type { DataSource } from "typeorm";
import { jobCounts, queueState } from "../queue/queue.ts";

/** The connections of a pool, as pg counts them. */
interface PoolCounts {
	readonly totalCount: number;
	readonly idleCount: number;
	readonly waitingCount: number;
}

/** Seconds: from a quick call to one that a person gives up on. */
const SECONDS = [0.005, 0.01, 0.03, 0.1, 0.3, 1, 3, 10];

/** What this process and the queue report about themselves, as Prometheus reads it. */
export class Metrics {
	readonly registry = new Registry();
	readonly requests: Histogram<"route" | "method" | "status">;
	readonly refusals: Counter<"status" | "code">;
	/** Time of checks in their threads; its count is the number of checks. */
	readonly checks: Histogram;
	/** Jobs that failed and went back to the queue. */
	readonly returned: Counter<"does">;

	constructor({ dataSource, queue }: { readonly dataSource: DataSource; readonly queue: PgBoss }) {
		const registers = [this.registry];
		collectDefaultMetrics({ register: this.registry });
		this.requests = new Histogram({
			name: "markpen_request_seconds",
			help: "Time that requests took, by route, method and status",
			labelNames: ["route", "method", "status"],
			buckets: SECONDS,
			registers,
		});
		this.refusals = new Counter({
			name: "markpen_requests_refused_total",
			help: "Requests that were refused, by status and code of the problem",
			labelNames: ["status", "code"],
			registers,
		});
		this.checks = new Histogram({
			name: "markpen_check_seconds",
			help: "Time that checks of hand-ins took in a thread of this worker",
			buckets: SECONDS,
			registers,
		});
		this.returned = new Counter({
			name: "markpen_jobs_returned_total",
			help: "Jobs of this worker that failed and went back to the queue, by what they do",
			labelNames: ["does"],
			registers,
		});
		new Gauge({
			name: "markpen_checks",
			help: "Jobs in the queue of checks, by state",
			labelNames: ["state"],
			registers,
			async collect() {
				this.reset();
				for (const [state, count] of Object.entries(await jobCounts(queue))) this.set({ state }, count);
			},
		});
		const queues = () => queueState(dataSource.manager);
		new Gauge({
			name: "markpen_queue_waiting",
			help: "Jobs that wait, by queue",
			labelNames: ["queue"],
			registers,
			async collect() {
				for (const { name, count } of await queues()) this.set({ queue: name }, count);
			},
		});
		new Gauge({
			name: "markpen_queue_oldest_seconds",
			help: "How long the oldest waiting job has waited, by queue; 0 if none waits",
			labelNames: ["queue"],
			registers,
			async collect() {
				for (const { name, seconds } of await queues()) this.set({ queue: name }, seconds);
			},
		});
		new Gauge({
			name: "markpen_database_connections",
			help: "This process's connections of the database: open, idle, and requests waiting for one",
			labelNames: ["state"],
			registers,
			collect() {
				const { master } = dataSource.driver as unknown as { readonly master: PoolCounts };
				this.set({ state: "open" }, master.totalCount);
				this.set({ state: "idle" }, master.idleCount);
				this.set({ state: "waiting" }, master.waitingCount);
			},
		});
	}
}
