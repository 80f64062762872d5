import { API_BASE, ROUTES } from "@markpen/contract";
import type { FastifyRequest } from "fastify";
import { recordAudit } from "../audit.ts";
import type { AppContext } from "../context.ts";
import { accountOf, COOKIE, setSession } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { hashPassphrase, isOwnPassphrase, signIn } from "./session.ts";
import {
	beginSession,
	endAll,
	endSession,
	freshBrowser,
	knowBrowser,
	revoke,
	type SignInAccount,
	setPassphrase,
	storeToken,
	type TokenRow,
	tokensOf,
	useOnce,
} from "./store.ts";

const accountData = ({ id, name, role, administrator, once }: SignInAccount) => ({
	id,
	name,
	role,
	administrator,
	once,
});
const tokenData = ({ id, name, scope, madeAt, endsAt, usedAt }: TokenRow) => ({
	id,
	name,
	scope,
	madeAt: madeAt.toISOString(),
	endsAt: endsAt.toISOString(),
	usedAt: usedAt?.toISOString() ?? null,
});

/** This cookie identifies a browser for a year. It holds no name and grants no access. */
const BROWSER_COOKIE = "markpen_browser";
const BROWSER_SECONDS = 365 * 86_400;

export function sessionRoutes(context: AppContext): void {
	const { dataSource, tls } = context;
	const { manager } = dataSource;
	const signedIn = (
		request: FastifyRequest,
		{ signInName, passphrase, classCode }: { signInName: string; passphrase: string; classCode?: string | undefined },
	) => {
		const browser = request.cookies[BROWSER_COOKIE];
		return signIn(manager, { signInName, passphrase, classCode, address: request.ip, browser });
	};
	serve(context, ROUTES.signIn, async ({ body, reply, request }) => {
		const account = await signedIn(request, body);
		if (account.once && !(await useOnce(manager, account.id)))
			throw new Refusal(
				"wrong-passphrase",
				"This one-time passphrase was already used. Ask an administrator for a new one.",
			);
		const browser = request.cookies[BROWSER_COOKIE] ?? freshBrowser();
		await knowBrowser(manager, browser, account.id);
		await recordAudit(manager, { who: account.id, what: "signed in", subject: account.id });
		setSession(reply, await beginSession(manager, account.id), tls);
		reply.setCookie(BROWSER_COOKIE, browser, {
			httpOnly: true,
			sameSite: "lax",
			secure: tls,
			path: `${API_BASE}/session`,
			maxAge: BROWSER_SECONDS,
		});
		return accountData(account);
	});
	serve(context, ROUTES.whoAmI, async ({ request }) => accountOf(request));
	serve(context, ROUTES.signOut, async ({ request, reply }) => {
		const token = request.cookies[COOKIE];
		if (token) await endSession(manager, token);
		reply.clearCookie(COOKIE, { path: "/" });
	});
	serve(context, ROUTES.changePassphrase, async ({ request, body }) => {
		const { id } = accountOf(request);
		if (!(await isOwnPassphrase(manager, id, body.now)))
			throw new Refusal("wrong-passphrase", "Your current passphrase is wrong. Nothing was changed.");
		const hash = await hashPassphrase(body.next);
		await dataSource.transaction(async (tx) => {
			await setPassphrase(tx, id, hash, false);
			await endAll(tx, id, request.cookies[COOKIE], true);
			await recordAudit(tx, { who: id, what: "changed passphrase", subject: id });
		});
	});
	serve(context, ROUTES.makeToken, async ({ request, body }) => {
		const account = await signedIn(request, body);
		if (account.once) throw new Refusal("change-passphrase");
		await recordAudit(manager, { who: account.id, what: "signed in", subject: account.id });
		const { token, ...row } = await storeToken(manager, {
			accountId: account.id,
			name: body.name,
			scope: body.scope,
			days: body.days,
		});
		await recordAudit(manager, {
			who: account.id,
			what: "made token",
			subject: row.id,
			field: "scope",
			new: body.scope,
		});
		return { ...tokenData(row), token, account: accountData(account) };
	});
	serve(context, ROUTES.listTokens, async ({ request }) => ({
		tokens: (await tokensOf(manager, accountOf(request).id)).map(tokenData),
	}));
	serve(context, ROUTES.revokeToken, async ({ request, params }) => {
		const { id } = accountOf(request);
		if (!(await revoke(manager, params.id, id))) throw new Refusal("not-found");
		await recordAudit(manager, { who: id, what: "revoked token", subject: params.id });
	});
}
