import { ROUTES } from "@markpen/contract";
import { itemOf, itemsOf } from "../assignment/store.ts";
import { recordAudit } from "../audit.ts";
import { reach, reachAssignment } from "../class/access.ts";
import type { AppContext } from "../context.ts";
import { HandInEntity } from "../database/entities/hand-in.ts";
import { lock } from "../database/locks.ts";
import { findVersion, versionsOf } from "../exercise/store.ts";
import { reachJob } from "../job/reach-job.ts";
import { accountOf } from "../plugins/session.ts";
import { beginJob, ownJob } from "../queue/job.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { carryOutRehearsal, rehearsalOf } from "./rehearsal.ts";

export function rehearsalRoutes(context: AppContext): void {
	const { dataSource, queue } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.rehearse, async ({ request, params, body }) => {
		const account = accountOf(request);
		const { classId } = await reachAssignment(manager, account, params.id, "class");
		const item = itemOf(await itemsOf(manager, params.id), body.exercise);
		const number = body.version ?? (await versionsOf(manager, item.exerciseId))[0]?.number ?? item.number;
		const version = await findVersion(manager, item.exerciseId, number);
		if (!version) throw new Refusal("exercise-unknown", `The exercise has no version ${number}.`);
		const handIns = await manager.find(HandInEntity, {
			select: { id: true },
			where: { assignmentId: params.id, exerciseId: item.exerciseId },
			order: { id: "ASC" },
		});
		const about = {
			assignmentId: params.id,
			exerciseId: item.exerciseId,
			fromVersionId: item.versionId,
			toVersionId: version.id,
		};
		return {
			jobId: await beginJob(dataSource, queue, {
				kind: "rehearsal",
				byId: account.id,
				classId,
				about,
				parts: (jobId) => handIns.map((h) => ({ do: "rehearse" as const, jobId, handInId: h.id })),
			}),
		};
	});
	serve(context, ROUTES.showRehearsal, async ({ request, params }) =>
		rehearsalOf(manager, await reachJob(manager, accountOf(request), params.id, "rehearsal")),
	);
	serve(context, ROUTES.carryOut, async ({ request, params, body }) => {
		const account = accountOf(request);
		const { classId } = await reachJob(manager, account, params.id, "rehearsal");
		if (classId) await reach(manager, account, classId, "class");
		return dataSource.transaction(async (tx) => {
			await lock(tx, "job", params.id);
			const job = await ownJob(tx, params.id, account.id, "rehearsal");
			if (job.state !== "done")
				throw new Refusal(
					"not-this-way",
					"The comparison is still running. Wait until it is done, then look at the changes.",
				);
			if ("carriedOut" in job.about) throw new Refusal("not-this-way", "These changes were already applied.");
			await recordAudit(tx, {
				who: account.id,
				what: "carried out rehearsal",
				subject: job.about.assignmentId as string,
				field: "version",
				old: job.about.fromVersionId ?? null,
				new: job.about.toVersionId ?? null,
			});
			return carryOutRehearsal(tx, queue, job, { drop: body.drop, by: account.id });
		});
	});
}
