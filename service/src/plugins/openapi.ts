import swagger from "@fastify/swagger";
import { CORE_VERSION } from "@markpen/core";
import plugin from "fastify-plugin";
import { jsonSchemaTransform } from "fastify-type-provider-zod";

/** The API's description, made from the schemas that validate it. */
export const openapi = plugin(async (app) => {
	await app.register(swagger, {
		openapi: { openapi: "3.1.0", info: { title: "Mark Pen", version: CORE_VERSION, description: "Runs, checks and marks shape-drawing programs." } },
		transform: jsonSchemaTransform,
	});
	app.get("/api/v1/openapi.json", { schema: { hide: true } }, async () => app.swagger());
});
