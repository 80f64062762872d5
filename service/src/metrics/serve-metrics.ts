import Fastify from "fastify";
import type { Metrics } from "./metrics.ts";

/** A worker's own small server: its metrics, and whether it lives. */
export async function serveMetrics(
	{ registry }: Metrics,
	{ host, port }: { readonly host: string; readonly port: number },
): Promise<{ readonly stop: () => Promise<void> }> {
	const app = Fastify({ forceCloseConnections: true });
	app.get("/metrics", async (_request, reply) => reply.type(registry.contentType).send(await registry.metrics()));
	app.get("/healthz", async () => ({ status: "well" }));
	await app.listen({ host, port });
	return { stop: () => app.close() };
}
