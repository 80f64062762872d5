import { type Span, SpanKind, SpanStatusCode } from "@opentelemetry/api";
import plugin from "fastify-plugin";
import type { Tracing } from "../tracing/tracing.ts";

declare module "fastify" {
	interface FastifyRequest {
		/** The span of this request, if traces are on. */
		span: Span | undefined;
	}
}

/** A span for each call, below the caller's own where it sends one. */
export const callSpans = plugin(async (app, { tracing }: { readonly tracing: Tracing }) => {
	app.decorateRequest("span", undefined);
	if (!tracing.isOn) return;
	app.addHook("onRequest", async (request) => {
		const parent = request.headers.traceparent;
		const route = request.routeOptions.url ?? "none";
		request.span = tracing.begin(`${request.method} ${route}`, {
			kind: SpanKind.SERVER,
			...(typeof parent === "string" && { parent }),
			attributes: { "http.request.method": request.method, "http.route": route },
		});
	});
	app.addHook("onResponse", async ({ span }, reply) => {
		span?.setAttribute("http.response.status_code", reply.statusCode);
		if (reply.statusCode >= 500) span?.setStatus({ code: SpanStatusCode.ERROR });
		span?.end();
	});
});
