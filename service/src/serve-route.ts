import { API_BASE, type Route } from "@markpen/contract";
import type { FastifyReply, FastifyRequest } from "fastify";
import type { DataSource } from "typeorm";
import { z } from "zod";
import type { AppContext } from "./context.ts";
import { accountOf, allow } from "./plugins/session.ts";
import { Refusal } from "./refusals.ts";
import { beginCall, forgetCall, replyOf, storeReply } from "./repeated-calls.ts";

type Output<T> = T extends { _zod: { output: infer O } } ? O : never;
type Input<T> = T extends { _zod: { input: infer I } } ? I : never;
/** The return value of a route's handler; ignored if the route has no response body. */
type Given<R extends Route> = R["reply"] extends z.ZodUndefined ? unknown : Input<R["reply"]>;

/** What a route's own code gets. */
export interface Call<R extends Route> {
	readonly params: Output<R["params"]>;
	readonly query: Output<R["query"]>;
	readonly body: Output<R["body"]>;
	/** The revision to change, for guarded routes. */
	readonly revision: number;
	readonly request: FastifyRequest;
	readonly reply: FastifyReply;
}

/** Content types of non-JSON responses, with their charset. */
const typeOf = (gives: string) => (/^text\/|yaml|json|xml/.test(gives) ? `${gives}; charset=utf-8` : gives);

const MAX_REVISION = 2 ** 31 - 1;

/** The revision of an If-Match header; −1 for any. */
function revisionOf(request: FastifyRequest): number {
	const header = request.headers["if-match"];
	if (header === undefined) throw new Refusal("revision-missing");
	if (header.trim() === "*") return -1;
	const number = /^(?:W\/)?"(\d+)"$/.exec(header.trim())?.[1];
	if (number === undefined)
		throw new Refusal(
			"bad-request",
			`If-Match holds a revision in quotation marks, like "3", and not ${header.slice(0, 40)}.`,
		);
	// No revision gets this high, and PostgreSQL's integer holds no more.
	return Math.min(Number(number), MAX_REVISION);
}

/** Refuses an edit of an outdated revision. */
export function refuseChanged(asked: number, now: number): void {
	if (asked !== -1 && asked !== now) throw new Refusal("changed-since");
}

/** Tells the revision that a reply shows. */
export function tag(reply: FastifyReply, revision: number): void {
	reply.header("etag", `"${revision}"`);
}

function keyOf(request: FastifyRequest): string | undefined {
	const key = request.headers["idempotency-key"];
	return typeof key === "string" && key !== "" ? key.slice(0, 200) : undefined;
}

/** Runs a call once per key: a repeated call gets the first call's response. */
async function once<T>(
	dataSource: DataSource,
	request: FastifyRequest,
	route: Route,
	carryOut: () => Promise<T>,
): Promise<T> {
	const key = keyOf(request);
	if (!route.repeatable || key === undefined) return carryOut();
	const { id } = accountOf(request);
	const { manager } = dataSource;
	const call = { accountId: id, route: `${route.name} ${JSON.stringify(request.params ?? {})}`, key };
	if (!(await beginCall(manager, call))) {
		const reply = await replyOf(manager, call);
		if (reply) return reply as T;
		throw new Refusal("too-many-calls");
	}
	try {
		const result = await carryOut();
		await storeReply(manager, call, result);
		return result;
	} catch (error) {
		await forgetCall(manager, call);
		throw error;
	}
}

/** A response with ready-made JSON, for large pages; a test checks it against the contract. */
export class RawJson {
	readonly json: string;

	/** @param fields the other fields @param made fields whose values are JSON texts */
	constructor(fields: object, made: Readonly<Record<string, string>>) {
		const texts = [
			...Object.entries(fields).map(([name, value]) => [name, JSON.stringify(value)] as const),
			...Object.entries(made),
		];
		this.json = `{${texts.map(([name, text]) => `${JSON.stringify(name)}:${text}`).join(",")}}`;
	}
}

/** Adds a route of the contract to the app: access, request and response. */
export function serve<R extends Route>(
	{ app, dataSource, sessionOf, tokenOf }: AppContext,
	route: R,
	handle: (call: Call<R>) => Promise<Given<R> | RawJson>,
): void {
	const given = (schema: z.ZodType) => !(schema instanceof z.ZodUndefined);
	app.route({
		method: route.method,
		url: `${API_BASE}${route.path}`,
		...(route.takes && { bodyLimit: FILE_BYTES }),
		schema: {
			...(given(route.params) && { params: route.params }),
			...(given(route.query) && { querystring: route.query }),
			...(given(route.body) && { body: route.body }),
			...(given(route.reply) && !route.gives && { response: { [route.status]: route.reply } }),
		},
		preValidation: (request) => allow({ sessionOf, tokenOf }, request, route),
		handler: async (request, reply) => {
			const call = {
				params: request.params as Output<R["params"]>,
				query: request.query as Output<R["query"]>,
				body: request.body as Output<R["body"]>,
				revision: route.guarded ? revisionOf(request) : -1,
				request,
				reply,
			};
			const result = await once(dataSource, request, route, () => handle(call));
			// Events have taken the reply over.
			if (reply.sent || route.events) return reply;
			if (result instanceof RawJson)
				return reply.status(route.status).type("application/json; charset=utf-8").send(result.json);
			if (route.gives) reply.type(typeOf(route.gives));
			return reply.status(route.status).send(result ?? undefined);
		},
	});
}

/** Largest size of an uploaded file. */
const FILE_BYTES = 64 * 1024 * 1024;
