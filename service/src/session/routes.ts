import { ROUTES } from "@markpen/contract";
import type { AppContext } from "../app.ts";
import { accountOf, COOKIE } from "../plugins/session.ts";
import { serveRoute } from "../serve-route.ts";
import { signIn } from "./session.ts";
import { beginSession, endSession } from "./store.ts";

export function sessionRoutes({ app, dataSource, tls }: AppContext): void {
	serveRoute(app, dataSource, ROUTES.signIn, async ({ body, reply }) => {
		const { id, name, role } = await signIn(dataSource, body.signInName, body.passphrase, body.classCode);
		reply.setCookie(COOKIE, await beginSession(dataSource, id), { httpOnly: true, sameSite: "lax", secure: tls, path: "/" });
		return { id, name, role };
	});
	serveRoute(app, dataSource, ROUTES.whoAmI, async ({ request }) => accountOf(request));
	serveRoute(app, dataSource, ROUTES.signOut, async ({ request, reply }) => {
		const token = request.cookies[COOKIE];
		if (token) await endSession(dataSource, token);
		reply.clearCookie(COOKIE, { path: "/" });
		return undefined;
	});
}
