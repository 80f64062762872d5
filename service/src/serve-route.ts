import { API_BASE, type Route } from "@markpen/contract";
import type { FastifyInstance, FastifyReply, FastifyRequest } from "fastify";
import type { DataSource } from "typeorm";
import { z } from "zod";
import { allow } from "./plugins/session.ts";

type Output<T> = T extends { _zod: { output: infer O } } ? O : never;
type Input<T> = T extends { _zod: { input: infer I } } ? I : never;

/** What a route's own code gets. */
export interface Call<R extends Route> {
	readonly params: Output<R["params"]>;
	readonly body: Output<R["body"]>;
	readonly request: FastifyRequest;
	readonly reply: FastifyReply;
}

/** Puts a route of the contract on the app: who may call it, what it takes, what it gives. */
export function serveRoute<R extends Route>(app: FastifyInstance, dataSource: DataSource, route: R, handle: (call: Call<R>) => Promise<Input<R["reply"]>>): void {
	const given = (schema: z.ZodType) => !(schema instanceof z.ZodUndefined);
	app.route({
		method: route.method,
		url: `${API_BASE}${route.path}`,
		schema: {
			operationId: route.name,
			summary: route.summary,
			...(given(route.params) && { params: route.params }),
			...(given(route.body) && { body: route.body }),
			...(given(route.reply) && route.path.endsWith(".svg") === false && { response: { [route.status]: route.reply } }),
		},
		preValidation: (request) => allow(dataSource, request, route.who),
		handler: async (request, reply) => {
			const result = await handle({ params: request.params as Output<R["params"]>, body: request.body as Output<R["body"]>, request, reply });
			return reply.status(route.status).send(result);
		},
	});
}
