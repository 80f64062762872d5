import { ROUTES } from "@markpen/contract";
import { itemOf, itemsOf } from "../assignment/store.ts";
import { recordAudit } from "../audit.ts";
import { reachAssignment } from "../class/access.ts";
import type { AppContext } from "../context.ts";
import { accountOf } from "../plugins/session.ts";
import { beginJob } from "../queue/job.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { pairData } from "./present.ts";
import { dismissPair, lookedAtOf, pairsOf } from "./store.ts";

export function alikeRoutes(context: AppContext): void {
	const { dataSource, queue } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.findAlike, async ({ request, params, body }) => {
		const account = accountOf(request);
		const { classId } = await reachAssignment(manager, account, params.id, "looking");
		const item = itemOf(await itemsOf(manager, params.id), body.exercise);
		return {
			jobId: await beginJob(dataSource, queue, {
				kind: "alike",
				byId: account.id,
				classId,
				about: { assignmentId: params.id, exerciseId: item.exerciseId },
			}),
		};
	});
	serve(context, ROUTES.listAlike, async ({ request, params }) => {
		await reachAssignment(manager, accountOf(request), params.id, "looking");
		const [pairs, lookedAt] = await Promise.all([pairsOf(manager, params.id), lookedAtOf(manager, params.id)]);
		return { pairs: pairs.map(pairData), lookedAt: lookedAt?.toISOString() ?? null };
	});
	serve(context, ROUTES.dismissAlike, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reachAssignment(manager, account, params.id, "class");
		const { one, other } = params;
		const found = await dismissPair(manager, { assignmentId: params.id, one, other, by: account.id, ...body });
		if (!found) throw new Refusal("not-found");
		await recordAudit(manager, {
			who: account.id,
			what: body.dismissed ? "dismissed alike pair" : "took dismissal back",
			subject: params.one,
			field: "other",
			new: params.other,
		});
	});
}
