import Fastify, { type FastifyInstance } from "fastify";
import { serializerCompiler, validatorCompiler } from "fastify-type-provider-zod";
import type PgBoss from "pg-boss";
import type { Logger } from "pino";
import type { DataSource } from "typeorm";
import { assignmentRoutes } from "./assignment/routes.ts";
import { classRoutes } from "./class/routes.ts";
import { exerciseRoutes } from "./exercise/routes.ts";
import { handInRoutes } from "./hand-in/routes.ts";
import { consolePages } from "./plugins/console.ts";
import { errors } from "./plugins/errors.ts";
import { headers } from "./plugins/headers.ts";
import { openapi } from "./plugins/openapi.ts";
import { session } from "./plugins/session.ts";
import { sessionRoutes } from "./session/routes.ts";

export interface AppOptions {
	readonly dataSource: DataSource;
	readonly queue: PgBoss;
	readonly log: Logger;
	/** The built console's folder. */
	readonly consoleRoot: string;
	/** Whether people reach the service over TLS. */
	readonly tls: boolean;
}

/** What every noun's routes are made with. */
export interface AppContext extends AppOptions {
	readonly app: FastifyInstance;
}

/** The most that one request's body may have: a source of the largest size, with every character escaped. */
const BODY_BYTES = 2 * 1024 * 1024;

/** The service: what holds for every route, then a folder's routes a noun, then the console. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
	const app = Fastify({ loggerInstance: options.log as unknown as undefined, bodyLimit: BODY_BYTES, trustProxy: options.tls, forceCloseConnections: "idle" }) as FastifyInstance;
	app.setValidatorCompiler(validatorCompiler);
	app.setSerializerCompiler(serializerCompiler);
	await app.register(errors);
	await app.register(headers, { tls: options.tls });
	await app.register(session);
	await app.register(openapi);
	app.get("/healthz", { schema: { hide: true } }, async () => ({ status: "well" }));
	app.get("/readyz", { schema: { hide: true } }, async () => {
		await options.dataSource.query("SELECT 1");
		return { status: "ready" };
	});
	const context: AppContext = { ...options, app };
	for (const routes of [sessionRoutes, classRoutes, exerciseRoutes, assignmentRoutes, handInRoutes]) routes(context);
	await app.register(consolePages, { root: options.consoleRoot });
	return app;
}
