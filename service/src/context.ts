import type { FastifyInstance } from "fastify";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource } from "typeorm";
import type { ReadReplica } from "./database/read-replica.ts";
import type { Events } from "./events/events.ts";
import type { Metrics } from "./metrics/metrics.ts";
import type { Offload } from "./offload/offload.ts";
import type { Callers } from "./plugins/session.ts";
import type { Tracing } from "./tracing/tracing.ts";

/** What the web server is made with. */
export interface AppOptions {
	readonly dataSource: DataSource;
	/** For reads that may be a second old. */
	readonly reads: ReadReplica;
	readonly queue: PgBoss;
	readonly log: Logger;
	readonly metrics: Metrics;
	readonly tracing: Tracing;
	readonly events: Events;
	/** Threads for work that would block this process. */
	readonly offload: Offload;
	/** The built console's folder. */
	readonly consoleRoot: string;
	/** Whether users reach the service over TLS. */
	readonly tls: boolean;
}

/** Dependencies passed to every resource's routes. */
export interface AppContext extends AppOptions, Callers {
	readonly app: FastifyInstance;
}
