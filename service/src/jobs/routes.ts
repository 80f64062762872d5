import { ROUTES } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import type { AppContext } from "../app.ts";
import { itemOf, itemsOf } from "../assignment/store.ts";
import { recordAudit } from "../audit.ts";
import { reach, reachAssignment } from "../class/access.ts";
import { queryAll, queryReturning } from "../database/data-source.ts";
import { findVersion, versionsOf } from "../exercise/store.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { beginJob, findJob, type JobRecord } from "./job.ts";
import { carryOutRehearsal, rehearsalOf } from "./rehearsal.ts";

type PairRow = {
	oneId: string;
	oneStudent: string;
	oneName: string;
	otherId: string;
	otherStudent: string;
	otherName: string;
	likeness: number;
	drawing: number;
	source: number;
	dismissed: boolean;
	reason: string | null;
};

/** A job of the account's own. */
async function mine(
	manager: EntityManager,
	id: string,
	accountId: string,
	kind?: JobRecord["kind"],
): Promise<JobRecord> {
	const job = await findJob(manager, id);
	if (!job || job.byId !== accountId || (kind !== undefined && job.kind !== kind)) throw new Refusal("not-found");
	return job;
}

export function jobRoutes(context: AppContext): void {
	const { dataSource, queue, events } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.showJob, async ({ request, params }) => {
		const {
			byId: _,
			classId: __,
			about: ___,
			madeAt,
			endedAt,
			...job
		} = await mine(manager, params.id, accountOf(request).id);
		return { ...job, madeAt: madeAt.toISOString(), endedAt: endedAt?.toISOString() ?? null };
	});
	serve(context, ROUTES.jobEvents, async ({ request, reply, params }) => {
		const job = await mine(manager, params.id, accountOf(request).id);
		events.stream(request, reply, { subject: job.id, last: ["done"] });
		return "";
	});
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
		const rows = await queryAll<PairRow>(
			manager,
			`SELECT p.one_id AS "oneId", a.id AS "oneStudent", a.name AS "oneName", p.other_id AS "otherId", b.id AS "otherStudent", b.name AS "otherName",
				p.likeness::float, p.drawing::float, p.source::float, p.dismissed_at IS NOT NULL AS dismissed, p.reason
			 FROM alike_pairs p JOIN hand_ins g ON g.id = p.one_id JOIN accounts a ON a.id = g.student_id JOIN hand_ins h ON h.id = p.other_id JOIN accounts b ON b.id = h.student_id
			 WHERE p.assignment_id = $1 ORDER BY p.likeness DESC, p.one_id, p.other_id`,
			[params.id],
		);
		return {
			pairs: rows.map((r) => ({
				one: { handInId: r.oneId, student: { id: r.oneStudent, name: r.oneName } },
				other: { handInId: r.otherId, student: { id: r.otherStudent, name: r.otherName } },
				likeness: r.likeness,
				drawing: r.drawing,
				source: r.source,
				dismissed: r.dismissed,
				reason: r.reason,
			})),
		};
	});
	serve(context, ROUTES.dismissAlike, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reachAssignment(manager, account, params.id, "class");
		const rows = await queryReturning(
			manager,
			`UPDATE alike_pairs SET dismissed_at = CASE WHEN $4 THEN now() END, dismissed_by = CASE WHEN $4 THEN $5::uuid END, reason = CASE WHEN $4 THEN $6 END WHERE assignment_id = $1 AND one_id = $2 AND other_id = $3 RETURNING one_id`,
			[params.id, params.one, params.other, body.dismissed, account.id, body.reason],
		);
		if (rows.length === 0) throw new Refusal("not-found");
		await recordAudit(manager, {
			who: account.id,
			what: body.dismissed ? "dismissed alike pair" : "took dismissal back",
			subject: params.one,
			field: "other",
			new: params.other,
		});
	});
	serve(context, ROUTES.rehearse, async ({ request, params, body }) => {
		const account = accountOf(request);
		const { classId } = await reachAssignment(manager, account, params.id, "class");
		const item = itemOf(await itemsOf(manager, params.id), body.exercise);
		const number = body.version ?? (await versionsOf(manager, item.exerciseId))[0]?.number ?? item.number;
		const version = await findVersion(manager, item.exerciseId, number);
		if (!version) throw new Refusal("exercise-unknown", `The exercise has no version ${number}.`);
		const handIns = await queryAll<{ id: string }>(
			manager,
			"SELECT id FROM hand_ins WHERE assignment_id = $1 AND exercise_id = $2 ORDER BY id",
			[params.id, item.exerciseId],
		);
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
		rehearsalOf(manager, await mine(manager, params.id, accountOf(request).id, "rehearsal")),
	);
	serve(context, ROUTES.carryOut, async ({ request, params, body }) => {
		const account = accountOf(request);
		const { classId } = await mine(manager, params.id, account.id, "rehearsal");
		if (classId) await reach(manager, account, classId, "class");
		return dataSource.transaction(async (tx) => {
			await tx.query("SELECT pg_advisory_xact_lock(hashtextextended($1, 2))", [params.id]);
			const job = await mine(tx, params.id, account.id, "rehearsal");
			if (job.state !== "done")
				throw new Refusal(
					"not-this-way",
					"The rehearsal isn't over yet. Wait until it is, and look at what would move.",
				);
			if ("carriedOut" in job.about) throw new Refusal("not-this-way", "This rehearsal was carried out already.");
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
