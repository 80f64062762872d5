import Fastify, { type FastifyInstance } from "fastify";
import { serializerCompiler, validatorCompiler } from "fastify-type-provider-zod";
import { accountRoutes } from "./account/routes.ts";
import { alikeRoutes } from "./alike/routes.ts";
import { archiveRoutes } from "./archive/routes.ts";
import { assignmentRoutes } from "./assignment/routes.ts";
import { classRoutes } from "./class/routes.ts";
import type { AppContext, AppOptions } from "./context.ts";
import { batched } from "./database/batched.ts";
import { integer, statement } from "./database/statement.ts";
import { exerciseRoutes } from "./exercise/routes.ts";
import { gradeBookRoutes } from "./grade-book/routes.ts";
import { handInRoutes } from "./hand-in/routes.ts";
import { jobRoutes } from "./job/routes.ts";
import { consolePages } from "./plugins/console.ts";
import { answerError, errors } from "./plugins/errors.ts";
import { files } from "./plugins/files.ts";
import { headers } from "./plugins/headers.ts";
import { metricsPages } from "./plugins/metrics.ts";
import { openapi } from "./plugins/openapi.ts";
import { session } from "./plugins/session.ts";
import { text } from "./plugins/text.ts";
import { callSpans } from "./plugins/tracing.ts";
import { presetRoutes } from "./preset/routes.ts";
import { rehearsalRoutes } from "./rehearsal/routes.ts";
import { rosterRoutes } from "./roster/routes.ts";
import { schoolRoutes } from "./school/routes.ts";
import { sessionRoutes } from "./session/routes.ts";
import { findSessions, findToken } from "./session/store.ts";
import { studentRoutes } from "./student/routes.ts";
import { todayRoutes } from "./today/routes.ts";
import { uploadRoutes } from "./upload/routes.ts";
import { workRoutes } from "./work/routes.ts";

/** Largest request body in bytes: a source of the largest size with every character escaped. */
const BODY_BYTES = 2 * 1024 * 1024;

/** Time limits for receiving a request and its headers, and the interval of checking them. */
const REQUEST_MILLISECONDS = 60_000;
const HEADERS_MILLISECONDS = 10_000;
const LOOK_MILLISECONDS = 2_000;

/** Every noun's routes. */
const ROUTES_OF = [
	sessionRoutes,
	schoolRoutes,
	accountRoutes,
	todayRoutes,
	classRoutes,
	rosterRoutes,
	studentRoutes,
	exerciseRoutes,
	assignmentRoutes,
	presetRoutes,
	workRoutes,
	handInRoutes,
	uploadRoutes,
	gradeBookRoutes,
	archiveRoutes,
	jobRoutes,
	alikeRoutes,
	rehearsalRoutes,
];

const PING = statement({ there: integer }, "SELECT 1 AS there");

/** The service: plugins for every route, then the routes of each resource, then the console. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
	const { dataSource } = options;
	const app = Fastify({
		// Fastify's app type depends on its logger's type; ours is the general one.
		loggerInstance: options.log as unknown as undefined,
		bodyLimit: BODY_BYTES,
		requestTimeout: REQUEST_MILLISECONDS,
		http: { headersTimeout: HEADERS_MILLISECONDS, connectionsCheckingInterval: LOOK_MILLISECONDS },
		// Only the proxy next to the service is trusted: a client can claim any address.
		trustProxy: options.tls ? (_address, hop) => hop === 0 : false,
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
	await app.register(callSpans, { tracing: options.tracing });
	await app.register(metricsPages, { metrics: options.metrics });
	await app.register(openapi);
	app.get("/healthz", async () => ({ status: "well" }));
	app.get("/readyz", async () => {
		await PING.all(dataSource.manager);
		return { status: "ready" };
	});
	const sessionOf = batched((tokens: readonly string[]) => findSessions(dataSource.manager, tokens));
	const tokenOf = (token: string) => findToken(dataSource.manager, token);
	const context: AppContext = { ...options, app, sessionOf, tokenOf };
	for (const routes of ROUTES_OF) routes(context);
	await app.register(consolePages, { root: options.consoleRoot });
	return app;
}
