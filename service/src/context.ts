import type { FastifyInstance } from "fastify";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource } from "typeorm";
import type { Events } from "./events/events.ts";
import type { Offload } from "./offload/offload.ts";
import type { Callers } from "./plugins/session.ts";

/** What the web server is made with. */
export interface AppOptions {
	readonly dataSource: DataSource;
	readonly queue: PgBoss;
	readonly log: Logger;
	readonly events: Events;
	/** Threads for what would hold this process. */
	readonly offload: Offload;
	/** The built console's folder. */
	readonly consoleRoot: string;
	/** Whether people reach the service over TLS. */
	readonly tls: boolean;
}

/** What the routes of every resource receive. */
export interface AppContext extends AppOptions, Callers {
	readonly app: FastifyInstance;
}
