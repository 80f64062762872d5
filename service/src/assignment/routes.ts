import { MAX_SHAPES_ON_WALL, ROUTES } from "@markpen/contract";
import { conditionsOf, sentenceOf } from "@markpen/core";
import { v7 } from "uuid";
import { recordAudit } from "../audit.ts";
import { reach, reachAssignment } from "../class/access.ts";
import { studentsOf } from "../class/store.ts";
import type { AppContext } from "../context.ts";
import { publishEvent } from "../events/events.ts";
import { possibleOf, publishedExercise, scaleOf } from "../exercise/exercise.ts";
import { accountOf, isStill } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { studentIn } from "../roster/store.ts";
import { RawJson, refuseChanged, serve, tag } from "../serve-route.ts";
import { instantOf } from "../time.ts";
import { itemsFor, refuseOrder } from "./assignment.ts";
import { dates } from "./present.ts";
import {
	type AssignmentRecord,
	chooseTry,
	countedOf,
	draftersOf,
	draftsIn,
	drawingsJson,
	findAssignment,
	firstMet,
	insertAssignment,
	itemOf,
	itemsOf,
	ownDatesOf,
	type Rules,
	releaseTo,
	removeAssignment,
	setOwnDates,
	sharedSlips,
	uncheckedIn,
	updateAssignment,
	wallOf,
} from "./store.ts";
import { stuckIn } from "./stuck.ts";

export function assignmentRoutes(context: AppContext): void {
	const { dataSource, events } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.setAssignment, async ({ request, reply, params, body }) => {
		const account = accountOf(request);
		const { zone } = await reach(manager, account, params.id, "class");
		const { items, title, collectionId, doneWhen } = await itemsFor(manager, account.id, body);
		const at = {
			opensAt: instantOf(body.opensAt, zone),
			dueAt: instantOf(body.dueAt, zone),
			closesAt: instantOf(body.closesAt, zone),
		};
		refuseOrder(at);
		const id = v7();
		await dataSource.transaction(async (tx) => {
			await insertAssignment(tx, {
				...body,
				...at,
				id,
				classId: params.id,
				title: body.title ?? title,
				collectionId,
				doneWhen,
				items,
			});
			await recordAudit(tx, {
				who: account.id,
				what: "set assignment",
				subject: id,
				field: "due",
				new: at.dueAt.toISOString(),
			});
		});
		tag(reply, 1);
		return { id, ...dates(at), exercises: items.map((i) => i.key), revision: 1 };
	});
	serve(context, ROUTES.showAssignment, async ({ request, reply, params, query }) => {
		const { covering } = await reachAssignment(manager, accountOf(request), params.id, "looking");
		const record = (await findAssignment(manager, params.id)) as AssignmentRecord;
		const items = await itemsOf(manager, record.id);
		const item = itemOf(items, query.exercise);
		const exercise = publishedExercise(item.file);
		const students = await studentsOf(manager, record.classId);
		const handIns = await wallOf(manager, record.id, item.exerciseId);
		const there = new Set(handIns.map((h) => h.student.id));
		const own = await ownDatesOf(manager, record.id);
		const drafters = await draftersOf(manager, record.id, item.exerciseId);
		tag(reply, record.revision);
		const { classClosed: _, collectionId, doneWhen: __, ...rules } = record;
		return {
			...rules,
			...dates(record),
			exercise: item.key,
			exercises: items.map((i) => ({
				key: i.key,
				title: i.title,
				version: i.number,
				possible: possibleOf(publishedExercise(i.file)),
			})),
			brief: exercise.brief,
			covering,
			possible: possibleOf(exercise),
			students: students.length,
			criteria: exercise.criteria.map((c) => ({ id: c.id, asks: sentenceOf(c), points: c.points, scale: scaleOf(c) })),
			slips: await sharedSlips(manager, record.id, item.exerciseId),
			handIns,
			without: students.filter((s) => !there.has(s.id)).map((s) => ({ ...s, draft: drafters.has(s.id) })),
			excused: own.filter((o) => o.excused).map((o) => o.studentId),
			ownDates: own
				.filter((o) => o.dueAt || o.closesAt)
				.map((o) => ({
					studentId: o.studentId,
					dueAt: o.dueAt?.toISOString() ?? null,
					closesAt: o.closesAt?.toISOString() ?? null,
				})),
			counted: collectionId === null ? [] : await countedOf(manager, record, items.length),
			unchecked: await uncheckedIn(manager, record.id),
		};
	});
	serve(context, ROUTES.changeAssignment, async ({ request, reply, params, body, revision }) => {
		const account = accountOf(request);
		const { zone } = await reachAssignment(manager, account, params.id, "class");
		const now = (await findAssignment(manager, params.id)) as AssignmentRecord;
		refuseChanged(revision, now.revision);
		const at = (text: string | undefined, before: Date) => (text === undefined ? before : instantOf(text, zone));
		const said = Object.fromEntries(Object.entries(body).filter(([, v]) => v !== undefined)) as Partial<Rules>;
		const next: Rules = {
			...now,
			...said,
			opensAt: at(body.opensAt, now.opensAt),
			dueAt: at(body.dueAt, now.dueAt),
			closesAt: at(body.closesAt, now.closesAt),
		};
		refuseOrder(next);
		await dataSource.transaction(async (tx) => {
			if (!(await updateAssignment(tx, params.id, next, revision))) throw new Refusal("changed-since");
			for (const field of ["opensAt", "dueAt", "closesAt"] as const)
				if (next[field].getTime() !== now[field].getTime())
					await recordAudit(tx, {
						who: account.id,
						what: "changed assignment",
						subject: params.id,
						field,
						old: now[field].toISOString(),
						new: next[field].toISOString(),
					});
			await recordAudit(tx, { who: account.id, what: "changed assignment", subject: params.id });
		});
		tag(reply, now.revision + 1);
		return { id: params.id, ...dates(next), revision: now.revision + 1 };
	});
	serve(context, ROUTES.removeAssignment, async ({ request, params }) => {
		const account = accountOf(request);
		await reachAssignment(manager, account, params.id, "class");
		if (!(await removeAssignment(manager, params.id))) throw new Refusal("handed-in");
		await recordAudit(manager, { who: account.id, what: "took assignment back", subject: params.id });
	});
	serve(context, ROUTES.setOwnDates, async ({ request, params, body }) => {
		const account = accountOf(request);
		const { zone, classId } = await reachAssignment(manager, account, params.id, "class");
		if (!(await studentIn(manager, classId, params.student))) throw new Refusal("not-found");
		const record = (await findAssignment(manager, params.id)) as AssignmentRecord;
		const at = (text: string | null) => (text === null ? null : instantOf(text, zone));
		const [dueAt, asked] = [at(body.dueAt), at(body.closesAt)];
		// A later due date also moves the closing date, unless the call sets both.
		const closesAt = asked ?? (dueAt && dueAt > record.closesAt ? dueAt : null);
		refuseOrder({ opensAt: record.opensAt, dueAt: dueAt ?? record.dueAt, closesAt: closesAt ?? record.closesAt });
		await dataSource.transaction(async (tx) => {
			await setOwnDates(tx, params.id, { studentId: params.student, dueAt, closesAt, excused: body.excused });
			await recordAudit(tx, {
				who: account.id,
				what: "set own dates",
				subject: params.student,
				field: body.excused ? "excused" : "due",
				new: body.excused ? params.id : (dueAt?.toISOString() ?? null),
			});
		});
		return { dueAt: dueAt?.toISOString() ?? null, closesAt: closesAt?.toISOString() ?? null, excused: body.excused };
	});
	serve(context, ROUTES.chooseTry, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reachAssignment(manager, account, params.id, "class");
		const record = (await findAssignment(manager, params.id)) as AssignmentRecord;
		if (record.counts !== "chosen")
			throw new Refusal(
				"not-this-way",
				`Here the ${record.counts} try counts. Change the assignment to let yourself choose.`,
			);
		if (!(await chooseTry(manager, params.id, params.student, body.handInId))) throw new Refusal("not-found");
		await recordAudit(manager, {
			who: account.id,
			what: "chose try",
			subject: params.student,
			field: "hand-in",
			new: body.handInId,
		});
	});
	serve(context, ROUTES.release, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reachAssignment(manager, account, params.id, "class");
		const record = (await findAssignment(manager, params.id)) as AssignmentRecord;
		return dataSource.transaction(async (tx) => {
			const released = await releaseTo(tx, record, body.students, account.id);
			for (const subject of released)
				await recordAudit(tx, { who: account.id, what: "released", subject, field: "assignment", new: record.id });
			if (released.length > 0) await publishEvent(tx, record.id, "released", { students: released.length });
			return { released: released.length };
		});
	});
	serve(context, ROUTES.listStuck, async ({ request, params, query }) => {
		await reach(manager, accountOf(request), params.id, "looking");
		return { stuck: await stuckIn(manager, params.id, query.assignment) };
	});
	serve(context, ROUTES.listDrafts, async ({ request, params, query }) => {
		await reachAssignment(manager, accountOf(request), params.id, "looking");
		const item = itemOf(await itemsOf(manager, params.id), query.exercise);
		const exercise = publishedExercise(item.file);
		return {
			exercise: item.key,
			conditions: conditionsOf(exercise),
			drafts: await draftsIn(manager, params.id, item.exerciseId),
			criteria: exercise.criteria.length,
		};
	});
	serve(context, ROUTES.listDrawings, async ({ request, params, query }) => {
		await reachAssignment(manager, accountOf(request), params.id, "looking");
		const item = itemOf(await itemsOf(manager, params.id), query.exercise);
		return new RawJson({}, { drawings: await drawingsJson(manager, params.id, item.exerciseId, MAX_SHAPES_ON_WALL) });
	});
	serve(context, ROUTES.triesUntilMet, async ({ request, params, query }) => {
		await reachAssignment(manager, accountOf(request), params.id, "looking");
		const item = itemOf(await itemsOf(manager, params.id), query.exercise);
		const rows = await firstMet(context.reads.manager, params.id, item.exerciseId);
		return {
			criteria: publishedExercise(item.file).criteria.map((c) => {
				const mine = rows.filter((r) => r.criterion === c.id);
				const most = Math.max(0, ...mine.map((r) => r.try ?? 0));
				const first = Array.from({ length: most }, (_, i) => mine.find((r) => r.try === i + 1)?.students ?? 0);
				return { id: c.id, asks: sentenceOf(c), first, never: mine.find((r) => r.try === null)?.students ?? 0 };
			}),
		};
	});
	serve(context, ROUTES.assignmentEvents, async ({ request, reply, params }) => {
		const reached = () => reachAssignment(manager, accountOf(request), params.id, "looking");
		await reached();
		const still = () => isStill(context, request, ROUTES.assignmentEvents, reached);
		events.stream(request, reply, { subject: params.id, last: [], since: "now", still });
		return "";
	});
}
