import type { FastifyRequest } from "fastify";

/** What a log may say of an error: never the query's values, which hold names and sources. */
export function loggableError(error: unknown): { name: string; message: string; stack: string | undefined } {
	if (!(error instanceof Error)) return { name: "unknown", message: String(error), stack: undefined };
	return { name: error.name, message: error.message, stack: error.stack };
}

/** What a log may say of a request: its route, never its address, which holds names and what was looked for. */
export function loggableRequest(request: FastifyRequest): { method: string; route: string; host: string | undefined } {
	return {
		method: request.method,
		route: request.routeOptions?.url ?? "none",
		host: request.headers?.host,
	};
}
