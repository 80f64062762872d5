import swagger from "@fastify/swagger";
import ui from "@fastify/swagger-ui";
import { API_BASE, problem, ROUTES, type Route } from "@markpen/contract";
import { CORE_VERSION } from "@markpen/core";
import plugin from "fastify-plugin";
import { z } from "zod";
import { REFUSAL_TABLE } from "../refusals.ts";
import { API_PAGE_POLICY } from "./headers.ts";
import { EXAMPLES } from "./openapi-examples.ts";

/** The product's name, for the page's header. */
const LOGO = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 150 40" height="40">
<g fill="#fff" font-family="sans-serif" font-size="26" font-weight="700">
<text x="0" y="27">Mark Pen</text><rect x="70" y="33" width="52" height="5"/>
</g></svg>`;

type Json = Record<string, unknown>;

function schemaOf(schema: z.ZodType, io: "input" | "output"): Json {
	const { $schema: _, ...rest } = z.toJSONSchema(schema, {
		io,
		unrepresentable: "any",
		target: "draft-2020-12",
		reused: "inline",
	});
	return rest as Json;
}

const isGiven = (schema: z.ZodType) => !(schema instanceof z.ZodUndefined);

/** The parameters in an object's schema. */
function parametersOf(schema: z.ZodType, place: "path" | "query"): Json[] {
	if (!isGiven(schema)) return [];
	const { properties = {}, required = [] } = schemaOf(schema, "input") as {
		properties?: Record<string, Json>;
		required?: string[];
	};
	return Object.entries(properties).map(([name, { description, ...own }]) => ({
		name,
		in: place,
		required: place === "path" || required.includes(name),
		...(description !== undefined && { description }),
		schema: own,
	}));
}

/** Words on what a caller reaches. */
const REACHES: Readonly<Record<Route["reach"], string>> = {
	own: "Only the caller's own data.",
	class: "The teacher's own classes, not covered ones.",
	looking: "The teacher's own and covered classes; for students, their own class.",
	site: "The whole site.",
};

const refused = (description: string) => ({
	description,
	content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } },
});

function operationOf(route: Route, noun: string): Json {
	const example = EXAMPLES[route.name];
	const headers: Json[] = [];
	if (route.guarded)
		headers.push({
			name: "If-Match",
			in: "header",
			required: true,
			description: "The revision to change, from the ETag header",
			schema: { type: "string" },
		});
	if (route.repeatable || route.name === "handIn")
		headers.push({
			name: "Idempotency-Key",
			in: "header",
			required: false,
			description: "A repeated call with the same key gets the first call's response",
			schema: { type: "string", maxLength: 200 },
		});
	const parameters = [...parametersOf(route.params, "path"), ...parametersOf(route.query, "query"), ...headers];
	const body = isGiven(route.body) && {
		required: true,
		content: route.takes
			? { [route.takes]: { schema: { type: "string", format: "binary" } } }
			: {
					"application/json": {
						schema: schemaOf(route.body, "input"),
						...(example?.body !== undefined && { example: example.body }),
					},
				},
	};
	const content = route.gives
		? { [route.gives]: { schema: { type: "string" } } }
		: {
				"application/json": {
					schema: schemaOf(route.reply, "output"),
					...(example?.reply !== undefined && { example: example.reply }),
				},
			};
	const anyone = route.who.includes("anyone");
	return {
		operationId: route.name,
		tags: [noun],
		summary: route.summary,
		description: `For: ${route.who.join(", ")}. ${REACHES[route.reach]}`,
		...(anyone && { security: [] }),
		...(parameters.length > 0 && { parameters }),
		...(body && { requestBody: body }),
		responses: {
			[route.status]: {
				description: route.status === 204 ? "Done" : route.summary,
				...(isGiven(route.reply) && { content }),
			},
			"400": refused("The call isn't valid"),
			...(!anyone && { "403": refused("Not allowed for this account") }),
			"401": refused(anyone ? "Wrong sign-in" : "Signed out"),
			"404": refused("Not found, or not visible to this account"),
			...(route.guarded && { "412": refused("Changed since it was read"), "428": refused("If-Match is missing") }),
			default: refused("Refused, with its reason"),
		},
	};
}

const nounOf = (path: string) => path.split("/")[1] as string;

/** The API's description in OpenAPI 3.1, made from the same schemas that validate it. */
export function openApiDocument(): Json {
	const paths: Record<string, Record<string, Json>> = {};
	// The cast is safe: the description only reads the schemas.
	for (const route of Object.values(ROUTES) as unknown as Route[]) {
		const path = `${API_BASE}${route.path.replace(/:([a-z]+)/gi, "{$1}")}`;
		paths[path] = { ...paths[path], [route.method.toLowerCase()]: operationOf(route, nounOf(route.path)) };
	}
	const tags = [...new Set(Object.values(ROUTES).map((r) => nounOf(r.path)))].map((name) => ({ name }));
	return {
		openapi: "3.1.0",
		info: {
			title: "Mark Pen",
			version: CORE_VERSION,
			description:
				"Runs, checks and marks shape-drawing programs. Refusals are RFC 9457 problem documents; their types are listed in docs/api.md.",
			license: { name: "Not licensed", identifier: "UNLICENSED" },
		},
		servers: [{ url: "/" }],
		tags,
		security: [{ session: [] }, { token: [] }],
		paths,
		components: {
			securitySchemes: {
				session: { type: "apiKey", in: "cookie", name: "markpen_session" },
				token: { type: "http", scheme: "bearer", description: "A token from makeToken" },
			},
			schemas: {
				Problem: { ...schemaOf(problem, "output"), description: `Types: ${Object.keys(REFUSAL_TABLE).join(", ")}` },
			},
		},
	};
}

/** The description at /api/v1/openapi.json, and a page to read it at /api. */
export const openapi = plugin(async (app) => {
	const document = openApiDocument();
	await app.register(swagger, { mode: "static", specification: { document: document as never } });
	await app.register(ui, {
		routePrefix: "/api",
		staticCSP: true,
		transformStaticCSP: () => API_PAGE_POLICY,
		logo: { type: "image/svg+xml", content: Buffer.from(LOGO), href: "/", target: "_self" },
		theme: { title: "Mark Pen: the API" },
		uiConfig: { docExpansion: "list", defaultModelsExpandDepth: -1, supportedSubmitMethods: [] },
	});
	app.get("/api/v1/openapi.json", async () => document);
});
