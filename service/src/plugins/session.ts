import cookie from "@fastify/cookie";
import { ACCOUNT_HEADER, type Account, type Route } from "@markpen/contract";
import type { FastifyReply, FastifyRequest } from "fastify";
import plugin from "fastify-plugin";
import { Refusal } from "../refusals.ts";

/** The session cookie's name. */
export const COOKIE = "markpen_session";

/** Signs a browser in with the session's token in a cookie. */
export function setSession(reply: FastifyReply, token: string, tls: boolean): void {
	reply.setCookie(COOKIE, token, { httpOnly: true, sameSite: "lax", secure: tls, path: "/" });
}

declare module "fastify" {
	interface FastifyRequest {
		/** The signed-in account, after {@link allow} has run. */
		account: Account | undefined;
	}
}

/** The account of a request that only signed-in people may make. */
export function accountOf(request: FastifyRequest): Account {
	if (!request.account) throw new Refusal("signed-out");
	return request.account;
}

/** The calls allowed to an account with a one-time passphrase. */
const WITH_ONCE: ReadonlySet<string> = new Set(["whoAmI", "signOut", "changePassphrase"]);

/** The account of a session token that hasn't expired. */
export type SessionOf = (token: string) => Promise<Account | undefined>;

/** The account of a command-line token, and whether it has write access. */
export type TokenOf = (token: string) => Promise<{ readonly account: Account; readonly scope: string } | undefined>;

async function callerOf(
	{ sessionOf, tokenOf }: Callers,
	request: FastifyRequest,
	route: Route,
): Promise<Account | undefined> {
	const bearer = /^Bearer (\S+)$/i.exec(request.headers.authorization ?? "")?.[1];
	if (bearer !== undefined) {
		const token = await tokenOf(bearer);
		if (token?.scope === "read" && route.method !== "GET") throw new Refusal("token-reads");
		return token?.account;
	}
	const session = request.cookies[COOKIE];
	const account = session ? await sessionOf(session) : undefined;
	const expected = request.headers[ACCOUNT_HEADER];
	return expected === undefined || expected === account?.id ? account : undefined;
}

/** Where callers are looked up. */
export interface Callers {
	readonly sessionOf: SessionOf;
	readonly tokenOf: TokenOf;
}

/** Refuses callers that a route isn't for. */
export async function allow(callers: Callers, request: FastifyRequest, route: Route): Promise<void> {
	if (route.who.includes("anyone")) return;
	request.account = await callerOf(callers, request, route);
	const account = accountOf(request);
	if (!route.who.includes(account.role) && !(account.administrator && route.who.includes("administrator")))
		throw new Refusal("not-for-you");
	if (account.once && !WITH_ONCE.has(route.name)) throw new Refusal("change-passphrase");
}

/**
 * Whether a call that was let in would be let in again: the session or token is there still, and so is what it reaches.
 *
 * @param reached asks again for what the call reaches; throws if it doesn't any more
 */
export async function isStill(
	callers: Callers,
	request: FastifyRequest,
	route: Route,
	reached: () => Promise<unknown>,
): Promise<boolean> {
	try {
		await allow(callers, request, route);
		await reached();
		return true;
	} catch (error) {
		if (error instanceof Refusal) return false;
		throw error;
	}
}

/** Reads cookies, and refuses changes requested by pages of other sites (CSRF). */
export const session = plugin(async (app) => {
	await app.register(cookie);
	app.decorateRequest("account", undefined);
	app.addHook("onRequest", async (request) => {
		if (request.method === "GET" || request.method === "HEAD") return;
		const { origin, host } = request.headers;
		if (origin !== undefined && hostOf(origin) !== host) throw new Refusal("other-origin");
	});
});

/** The host of an Origin header; undefined if the header isn't valid. */
function hostOf(origin: string): string | undefined {
	return URL.canParse(origin) ? new URL(origin).host : undefined;
}
