// Holds the API's description to the OpenAPI 3.1 standard, and to what its readers need.
import { Validator } from "@seriousme/openapi-schema-validator";
import { z } from "zod";
import { ROUTES } from "../contract/dist/index.js";
import { openApiDocument } from "../service/dist/plugins/openapi.js";
import { EXAMPLES } from "../service/dist/plugins/openapi-examples.js";

const problems = [];
const document = openApiDocument();
const result = await new Validator({ strict: false }).validate(JSON.parse(JSON.stringify(document)));
if (!result.valid) problems.push(`it is no OpenAPI 3.1: ${JSON.stringify(result.errors).slice(0, 2_000)}`);

const tags = new Set(document.tags.map((t) => t.name));
const ids = new Set();
for (const [path, methods] of Object.entries(document.paths)) {
	for (const [method, of] of Object.entries(methods)) {
		const where = `${method.toUpperCase()} ${path}`;
		if (ids.has(of.operationId)) problems.push(`${where}: ${of.operationId} is there twice`);
		ids.add(of.operationId);
		if (!/^[A-Z].{9,}[^.]$/.test(of.summary))
			problems.push(`${where}: its summary is a short phrase that begins with a capital and has no full stop`);
		if (!of.description) problems.push(`${where}: it has no description`);
		for (const tag of of.tags) if (!tags.has(tag)) problems.push(`${where}: its tag ${tag} isn't declared`);
		const named = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name).sort();
		const declared = (of.parameters ?? []).filter((p) => p.in === "path").map((p) => p.name);
		if (named.join() !== declared.sort().join())
			problems.push(`${where}: its path has ${named.join(", ")}, and its parameters ${declared.join(", ")}`);
		const codes = Object.keys(of.responses);
		if (!codes.some((c) => c.startsWith("2")) || !codes.some((c) => c.startsWith("4")))
			problems.push(`${where}: it says neither how it goes well nor how it is refused`);
	}
}
// Every example is a valid request, and every route with a JSON body has one unless all its fields are optional.
for (const [name, { body, reply }] of Object.entries(EXAMPLES)) {
	const route = ROUTES[name];
	if (!route) problems.push(`there is an example of ${name}, which isn't a route`);
	else {
		if (body !== undefined && !route.body.safeParse(body).success)
			problems.push(
				`the example of ${name} isn't one that it takes: ${JSON.stringify(route.body.safeParse(body).error?.issues)}`,
			);
		if (reply !== undefined && !route.reply.safeParse(reply).success)
			problems.push(`the example of ${name} isn't one that it gives`);
	}
}
for (const [name, route] of Object.entries(ROUTES))
	if (
		!(route.body instanceof z.ZodUndefined) &&
		!route.takes &&
		!route.body.safeParse({}).success &&
		EXAMPLES[name]?.body === undefined
	)
		problems.push(`${name} takes a body and has no example`);

process.stdout.write(
	problems.length === 0 ? `${ids.size} calls, described in OpenAPI 3.1\n` : `${problems.join("\n")}\n`,
);
process.exitCode = problems.length === 0 ? 0 : 1;
