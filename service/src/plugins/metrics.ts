import plugin from "fastify-plugin";
import type { Metrics } from "../metrics/metrics.ts";

declare module "fastify" {
	interface FastifyRequest {
		/** The problem's code, if the request was refused. */
		refusalCode: string | undefined;
	}
}

/** Metrics as Prometheus text, and the time of each response as Server-Timing (W3C). */
export const metricsPages = plugin(async (app, { metrics }: { readonly metrics: Metrics }) => {
	const { registry, requests, refusals } = metrics;
	app.decorateRequest("refusalCode", undefined);
	// Only for signed-in callers: to others the timing could reveal what a refusal hides.
	app.addHook("onSend", async (request, reply) => {
		if (request.account) reply.header("server-timing", `total;dur=${reply.elapsedTime.toFixed(1)}`);
	});
	app.addHook("onResponse", async (request, reply) => {
		const route = request.routeOptions.url ?? "none";
		requests.observe({ route, method: request.method, status: reply.statusCode }, reply.elapsedTime / 1_000);
		if (reply.statusCode >= 400) refusals.inc({ status: reply.statusCode, code: request.refusalCode ?? "none" });
	});
	app.get("/metrics", async (_request, reply) => reply.type(registry.contentType).send(await registry.metrics()));
});
