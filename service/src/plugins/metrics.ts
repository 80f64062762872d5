import plugin from "fastify-plugin";
import { Counter, collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";

interface MetricsOptions {
	/** The jobs in the queue, by state. */
	readonly jobCounts: () => Promise<Readonly<Record<string, number>>>;
}

/** Metrics as Prometheus text, and the time of each response as Server-Timing (W3C). */
export const metrics = plugin(async (app, { jobCounts }: MetricsOptions) => {
	const registry = new Registry();
	collectDefaultMetrics({ register: registry });
	const took = new Histogram({
		name: "markpen_request_seconds",
		help: "Time that requests took, by route, method and status",
		labelNames: ["route", "method", "status"],
		buckets: [0.005, 0.01, 0.03, 0.1, 0.3, 1, 3, 10],
		registers: [registry],
	});
	const refused = new Counter({
		name: "markpen_requests_refused_total",
		help: "Requests that were refused, by status",
		labelNames: ["status"],
		registers: [registry],
	});
	new Gauge({
		name: "markpen_checks",
		help: "Jobs in the queue of checks, by state",
		labelNames: ["state"],
		registers: [registry],
		async collect() {
			this.reset();
			for (const [state, count] of Object.entries(await jobCounts())) this.set({ state }, count);
		},
	});
	// Only for signed-in callers: to others the timing could reveal what a refusal hides.
	app.addHook("onSend", async (request, reply) => {
		if (request.account) reply.header("server-timing", `total;dur=${reply.elapsedTime.toFixed(1)}`);
	});
	app.addHook("onResponse", async (request, reply) => {
		const route = request.routeOptions.url ?? "none";
		took.observe({ route, method: request.method, status: reply.statusCode }, reply.elapsedTime / 1_000);
		if (reply.statusCode >= 400) refused.inc({ status: reply.statusCode });
	});
	app.get("/metrics", async (_request, reply) => reply.type(registry.contentType).send(await registry.metrics()));
});
