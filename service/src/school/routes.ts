import { ROUTES } from "@markpen/contract";
import { recordAudit } from "../audit.ts";
import type { AppContext } from "../context.ts";
import { accountOf, setSession } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { refuseChanged, serve, tag } from "../serve-route.ts";
import { hashPassphrase } from "../session/session.ts";
import { beginSession } from "../session/store.ts";
import { refuseZone } from "../time.ts";
import { isSetUp, refuseLink, schoolSettings, setUpSchool } from "./school.ts";
import { findSchool, updateSchool } from "./store.ts";

export function schoolRoutes(context: AppContext): void {
	const { dataSource, tls } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.showSchool, async () => ({
		name: (await findSchool(manager)).name,
		isSetUp: await isSetUp(manager),
	}));
	serve(context, ROUTES.setUpSchool, async ({ body, reply }) => {
		const { name, signInName, passphrase } = body.administrator;
		await refuseLink(manager, body.link);
		const hash = await hashPassphrase(passphrase);
		const id = await dataSource.transaction((tx) =>
			setUpSchool(tx, body.link, body.school, { name, signInName, hash }),
		);
		setSession(reply, await beginSession(manager, id), tls);
		return { id, name, role: "teacher" as const, administrator: true, once: false };
	});
	serve(context, ROUTES.showSchoolSettings, async ({ reply }) => {
		const settings = await schoolSettings(manager);
		tag(reply, settings.revision);
		return settings;
	});
	serve(context, ROUTES.changeSchoolSettings, async ({ request, reply, body, revision }) => {
		if (body.zone !== undefined) refuseZone(body.zone);
		const now = await findSchool(manager);
		refuseChanged(revision, now.revision);
		const given = Object.fromEntries(Object.entries(body).filter(([, value]) => value !== undefined));
		if (!(await updateSchool(manager, { ...now, ...given }, revision))) throw new Refusal("changed-since");
		await recordAudit(manager, { who: accountOf(request).id, what: "changed school" });
		const settings = await schoolSettings(manager);
		tag(reply, settings.revision);
		return settings;
	});
}
