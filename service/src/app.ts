import type { Threads } from "@markpen/threads";
import Fastify, { type FastifyInstance } from "fastify";
import { serializerCompiler, validatorCompiler } from "fastify-type-provider-zod";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource } from "typeorm";
import { accountRoutes } from "./account/routes.ts";
import { archiveRoutes } from "./archive/routes.ts";
import { assignmentRoutes } from "./assignment/routes.ts";
import { classRoutes } from "./class/routes.ts";
import { batched } from "./database/batched.ts";
import { exerciseRoutes } from "./exercise/routes.ts";
import { gradeBookRoutes } from "./grade-book/routes.ts";
import { handInRoutes } from "./hand-in/routes.ts";
import { jobRoutes } from "./jobs/routes.ts";
import { consolePages } from "./plugins/console.ts";
import { answerError, errors } from "./plugins/errors.ts";
import type { Events } from "./plugins/events.ts";
import { files } from "./plugins/files.ts";
import { headers } from "./plugins/headers.ts";
import { metrics } from "./plugins/metrics.ts";
import { openapi } from "./plugins/openapi.ts";
import { type SessionOf, session } from "./plugins/session.ts";
import { text } from "./plugins/text.ts";
import { rosterRoutes } from "./roster/routes.ts";
import { sessionRoutes } from "./session/routes.ts";
import { findSessions } from "./session/store.ts";
import { studentRoutes } from "./student/routes.ts";
import { todayRoutes } from "./today/routes.ts";
import { uploadRoutes } from "./upload/routes.ts";
import { workRoutes } from "./work/routes.ts";

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

/** What every noun's routes are made with. */
export interface AppContext extends AppOptions {
	readonly app: FastifyInstance;
	readonly sessionOf: SessionOf;
}

/** The most that one request's body may have: a source of the largest size, with every character escaped. */
const BODY_BYTES = 2 * 1024 * 1024;

/** Every noun's routes. */
const ROUTES_OF = [
	sessionRoutes,
	accountRoutes,
	todayRoutes,
	classRoutes,
	rosterRoutes,
	studentRoutes,
	exerciseRoutes,
	assignmentRoutes,
	workRoutes,
	handInRoutes,
	uploadRoutes,
	gradeBookRoutes,
	archiveRoutes,
	jobRoutes,
];

/** The service: what holds for every route, then a folder's routes a noun, then the console. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
	const { dataSource } = options;
	const app = Fastify({
		loggerInstance: options.log as unknown as undefined,
		bodyLimit: BODY_BYTES,
		trustProxy: options.tls,
		forceCloseConnections: "idle",
		frameworkErrors: answerError,
	}) as FastifyInstance;
	app.setValidatorCompiler(validatorCompiler);
	app.setSerializerCompiler(serializerCompiler);
	await app.register(errors);
	await app.register(headers, { tls: options.tls });
	await app.register(files);
	await app.register(text);
	await app.register(session);
	await app.register(metrics, { dataSource });
	await app.register(openapi);
	app.get("/healthz", async () => ({ status: "well" }));
	app.get("/readyz", async () => {
		await dataSource.query("SELECT 1");
		return { status: "ready" };
	});
	const sessionOf = batched((tokens: readonly string[]) => findSessions(dataSource.manager, tokens));
	const context: AppContext = { ...options, app, sessionOf };
	for (const routes of ROUTES_OF) routes(context);
	await app.register(consolePages, { root: options.consoleRoot });
	return app;
}
