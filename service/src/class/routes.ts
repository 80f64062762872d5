import { type Account, type ClassPage, ROUTES } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { findTeacher } from "../account/store.ts";
import { recordAudit } from "../audit.ts";
import type { AppContext } from "../context.ts";
import { isUniqueViolation } from "../database/data-source.ts";
import { lock } from "../database/locks.ts";
import { possibleOf, publishedExercise } from "../exercise/exercise.ts";
import { cursorAfter, pageOf } from "../page.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { schoolSettings } from "../school/school.ts";
import { RawJson, refuseChanged, serve, tag } from "../serve-route.ts";
import { refuseZone } from "../time.ts";
import { reach } from "./access.ts";
import { freshCode } from "./code.ts";
import {
	archivedSince,
	type ClassRecord,
	type ClassSummary,
	cellsJson,
	classesOf,
	closeYear,
	columnsOf,
	excusedOf,
	findClass,
	insertClass,
	removeTeacher,
	setTeacher,
	siteClasses,
	studentsOf,
	teachersOf,
	updateClass,
} from "./store.ts";

const summaryData = ({ until, closedAt, ...row }: ClassSummary) => ({
	...row,
	until: until?.toISOString() ?? null,
	closedAt: closedAt?.toISOString() ?? null,
});

/** Number of codes to try for a new class before asking the teacher for one. */
const FRESH_CODES = 20;

export function classRoutes(context: AppContext): void {
	const { dataSource } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.listClasses, async ({ request, query }) => ({
		classes: (await classesOf(manager, accountOf(request).id, query.closed === "true")).map(summaryData),
	}));
	serve(context, ROUTES.listSiteClasses, async ({ query }) => {
		const rows = await siteClasses(manager, cursorAfter(query.cursor), query.limit + 1);
		const { items, next } = pageOf(rows, query.limit, (row) => [row.id, row.name]);
		return {
			classes: items.map(({ closedAt, archivedAt, ...row }) => ({
				...row,
				closedAt: closedAt?.toISOString() ?? null,
				archivedAt: archivedAt?.toISOString() ?? null,
			})),
			next,
		};
	});
	serve(context, ROUTES.makeClass, async ({ request, body }) => {
		if (body.zone !== undefined) refuseZone(body.zone);
		const { id: teacherId } = accountOf(request);
		const school = await schoolSettings(manager);
		const id = v7();
		const row = {
			id,
			name: body.name,
			schoolYear: body.schoolYear ?? school.schoolYear,
			code: body.code ?? freshCode(body.name),
			zone: body.zone ?? school.zone,
			gradeScale: school.gradeScale,
			teacherId,
		};
		for (let left = FRESH_CODES; ; left--) {
			try {
				await dataSource.transaction((tx) => insertClass(tx, row));
				break;
			} catch (error) {
				if (!isUniqueViolation(error)) throw error;
				if (body.code !== undefined || left === 0)
					throw new Refusal("taken", `Another class has the code ${row.code}. Choose another one.`);
				row.code = freshCode(body.name);
			}
		}
		await recordAudit(manager, { who: teacherId, what: "made class", subject: id });
		return {
			id,
			name: row.name,
			schoolYear: row.schoolYear,
			code: row.code,
			students: 0,
			assignments: 0,
			until: null,
			closedAt: null,
		};
	});
	serve(context, ROUTES.showClass, async ({ request, reply, params }) => {
		// A caller without access to the class gets none of the data read in parallel.
		const [{ covering }, found, archivedAt, teachers, students, columns, cells, excused] = await Promise.all([
			reach(manager, accountOf(request), params.id, "looking"),
			findClass(manager, params.id),
			archivedSince(manager, params.id),
			teachersOf(manager, params.id),
			studentsOf(manager, params.id),
			columnsOf(manager, params.id),
			cellsJson(manager, params.id),
			excusedOf(manager, params.id),
		]);
		const record = found as ClassRecord;
		tag(reply, record.revision);
		const fields: Omit<ClassPage, "cells"> = {
			...record,
			closedAt: record.closedAt?.toISOString() ?? null,
			archivedAt: archivedAt?.toISOString() ?? null,
			covering,
			teachers: teachers.map(({ until, ...t }) => ({ ...t, until: until?.toISOString() ?? null })),
			students,
			// What a worker hasn't removed yet of an archived class isn't shown.
			columns: (archivedAt ? [] : columns).map(({ file, exerciseId: _, weight, dueAt, closesAt, draftedAt, ...c }) => ({
				...c,
				dueAt: dueAt.toISOString(),
				closesAt: closesAt.toISOString(),
				draftedAt: draftedAt?.toISOString() ?? null,
				weight: Number(weight),
				possible: possibleOf(publishedExercise(file)),
			})),
			excused: archivedAt ? [] : excused,
		};
		return new RawJson(fields, { cells: archivedAt ? "[]" : cells });
	});
	serve(context, ROUTES.changeClass, async ({ request, reply, params, body, revision }) => {
		if (body.zone !== undefined) refuseZone(body.zone);
		const account = accountOf(request);
		await reach(manager, account, params.id, body.closed === false ? "looking" : "class");
		if (await archivedSince(manager, params.id)) throw new Refusal("class-archived");
		const now = (await findClass(manager, params.id)) as ClassRecord;
		refuseChanged(revision, now.revision);
		const closedAt = body.closed === undefined ? now.closedAt : body.closed ? new Date() : null;
		const next = {
			...now,
			name: body.name ?? now.name,
			schoolYear: body.schoolYear ?? now.schoolYear,
			zone: body.zone ?? now.zone,
			gradeScale: body.gradeScale ?? now.gradeScale,
			closedAt,
		};
		if (!(await updateClass(manager, next, revision))) throw new Refusal("changed-since");
		await recordAudit(manager, { who: account.id, what: "changed class", subject: params.id });
		tag(reply, now.revision + 1);
		const row = (await classesOf(manager, account.id, closedAt !== null)).find(
			(c) => c.id === params.id,
		) as ClassSummary;
		return { ...summaryData(row), revision: now.revision + 1 };
	});
	serve(context, ROUTES.closeYear, async ({ request, body }) => {
		const closed = await closeYear(manager, body.schoolYear);
		for (const subject of closed)
			await recordAudit(manager, { who: accountOf(request).id, what: "closed class", subject });
		return { closed: closed.length };
	});
	serve(context, ROUTES.giveClass, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reachToGive(manager, account, params.id);
		if (!(await findTeacher(manager, params.teacher))) throw new Refusal("not-found");
		const until = body.until === null ? null : new Date(body.until);
		if (until && until <= new Date())
			throw new Refusal("bad-request", "The cover must end in the future.", [{ path: "until", message: "is past" }]);
		await dataSource.transaction(async (tx) => {
			await lock(tx, "class-teachers", params.id);
			await reachToGive(tx, account, params.id);
			await setTeacher(tx, params.id, params.teacher, until);
			await refuseLast(tx, params.id);
			await recordAudit(tx, {
				who: account.id,
				what: "gave class",
				subject: params.id,
				field: "until",
				new: until?.toISOString() ?? null,
			});
		});
	});
	serve(context, ROUTES.takeClass, async ({ request, params }) => {
		const account = accountOf(request);
		await dataSource.transaction(async (tx) => {
			// If two teachers remove each other at the same time, the second no longer has access.
			await lock(tx, "class-teachers", params.id);
			await reach(tx, account, params.id, "class");
			if (!(await removeTeacher(tx, params.id, params.teacher))) throw new Refusal("not-found");
			await refuseLast(tx, params.id);
			await recordAudit(tx, { who: account.id, what: "took class", subject: params.id });
		});
	});
}

/** Checks who may share a class: teachers their own, administrators any. */
async function reachToGive(manager: EntityManager, account: Account, classId: string): Promise<void> {
	if (!account.administrator) await reach(manager, account, classId, "class");
	else if (!(await findClass(manager, classId))) throw new Refusal("not-found");
}

/** A class keeps one teacher of its own. */
async function refuseLast(manager: EntityManager, classId: string): Promise<void> {
	if (!(await teachersOf(manager, classId)).some((t) => t.until === null)) throw new Refusal("last-teacher");
}
