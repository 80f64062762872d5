import type { Threads } from "@markpen/threads";
import type { FastifyInstance } from "fastify";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource } from "typeorm";
import type { Events } from "./events/events.ts";
import type { Callers } from "./plugins/session.ts";

/** What the web server is made with. */
export interface AppOptions {
	readonly dataSource: DataSource;
	readonly queue: PgBoss;
	readonly log: Logger;
	readonly events: Events;
	/** One thread for pictures: it makes PNGs and runs no student's program. */
	readonly pictures: Threads;
	/** The built console's folder. */
	readonly consoleRoot: string;
	/** Whether people reach the service over TLS. */
	readonly tls: boolean;
}

/** What the routes of every resource receive. */
export interface AppContext extends AppOptions, Callers {
	readonly app: FastifyInstance;
}
