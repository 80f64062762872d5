import type { FastifyRequest } from "fastify";

/** An error for the log, without the query's values, which contain names and sources. */
export function loggableError(error: unknown): { name: string; message: string; stack: string | undefined } {
	if (!(error instanceof Error)) return { name: "unknown", message: String(error), stack: undefined };
	return { name: error.name, message: error.message, stack: error.stack };
}

/** A request for the log: its route, not its URL, which contains names and search words. */
export function loggableRequest(request: FastifyRequest): { method: string; route: string; host: string | undefined } {
	return {
		method: request.method,
		route: request.routeOptions?.url ?? "none",
		host: request.headers?.host,
	};
}
