import cookie from "@fastify/cookie";
import type { Account, Caller } from "@markpen/contract";
import type { FastifyRequest } from "fastify";
import plugin from "fastify-plugin";
import type { DataSource } from "typeorm";
import { Refusal } from "../refusals.ts";
import { findSession } from "../session/store.ts";

/** The session cookie's name. */
export const COOKIE = "markpen_session";

declare module "fastify" {
	interface FastifyRequest {
		/** Who is signed in, once {@link allow} has run. */
		account: Account | undefined;
	}
}

/** The account of a request that only signed-in people may make. */
export function accountOf(request: FastifyRequest): Account {
	if (!request.account) throw new Refusal("signed-out");
	return request.account;
}

/** Refuses callers that a route isn't for. */
export async function allow(dataSource: DataSource, request: FastifyRequest, who: readonly Caller[]): Promise<void> {
	const token = request.cookies[COOKIE];
	request.account = token ? await findSession(dataSource, token) : undefined;
	if (who.includes("anyone")) return;
	const account = accountOf(request);
	if (!who.includes(account.role)) throw new Refusal("not-for-you");
}

/** Reads cookies, and refuses changes asked for by pages of other sites. */
export const session = plugin(async (app) => {
	await app.register(cookie);
	app.decorateRequest("account", undefined);
	app.addHook("onRequest", async (request) => {
		if (request.method === "GET" || request.method === "HEAD") return;
		const { origin, host } = request.headers;
		if (origin !== undefined && hostOf(origin) !== host) throw new Refusal("other-origin");
	});
});

/** The host of an origin header; an origin that isn't one has none. */
function hostOf(origin: string): string | undefined {
	return URL.canParse(origin) ? new URL(origin).host : undefined;
}
