import { ROUTES } from "@markpen/contract";
import { v7 } from "uuid";
import { recordAudit } from "../audit.ts";
import type { AppContext } from "../context.ts";
import { isUniqueViolation } from "../database/data-source.ts";
import { lock } from "../database/locks.ts";
import { cursorAfter, cursorNumber, pageOf } from "../page.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { freshPassphrase, hashPassphrase } from "../session/session.ts";
import { endAll, setPassphrase } from "../session/store.ts";
import {
	auditRows,
	changeTeacher,
	closeTeacher,
	findTeacher,
	insertTeacher,
	onlyTeacherOf,
	type TeacherRow,
	teachers,
} from "./store.ts";

const teacherData = ({ madeAt, ...row }: TeacherRow) => ({ ...row, madeAt: madeAt.toISOString() });

/** Names listed in a sentence; only the first ones if there are many. */
function listed(names: readonly string[]): string {
	const shown = names.slice(0, 5);
	const more = names.length - shown.length;
	return more > 0 ? `${shown.join(", ")} and ${more} more` : shown.join(" and ");
}

export function accountRoutes(context: AppContext): void {
	const { dataSource } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.listTeachers, async ({ query }) => {
		const rows = await teachers(
			manager,
			{ after: cursorAfter(query.cursor), words: query.words, sort: query.sort },
			query.limit + 1,
		);
		const { items, next } = pageOf(rows, query.limit, (r) => [r.id, r.name]);
		return { teachers: items.map(teacherData), next };
	});
	serve(context, ROUTES.addTeacher, async ({ request, body }) => {
		const passphrase = freshPassphrase();
		const id = v7();
		const row = await insertTeacher(manager, { id, ...body, hash: await hashPassphrase(passphrase) }).catch(
			(error: unknown) => {
				throw isUniqueViolation(error)
					? new Refusal("taken", `Another teacher signs in as ${body.signInName}. Choose another name.`)
					: error;
			},
		);
		await recordAudit(manager, {
			who: accountOf(request).id,
			what: "added teacher",
			subject: id,
			field: "role",
			new: body.administrator ? "administrator" : "teacher",
		});
		return { ...teacherData(row), passphrase };
	});
	serve(context, ROUTES.changeTeacher, async ({ request, params, body }) => {
		const before = await findTeacher(manager, params.id);
		if (!before) throw new Refusal("not-found");
		if (body.administrator === false && before.id === accountOf(request).id)
			throw new Refusal("not-this-way", "You can't remove your own administrator role. Another administrator can.");
		const row = await changeTeacher(manager, params.id, {
			name: body.name ?? before.name,
			administrator: body.administrator ?? before.administrator,
		});
		if (row.administrator !== before.administrator)
			await recordAudit(manager, {
				who: accountOf(request).id,
				what: "changed role",
				subject: row.id,
				field: "role",
				old: before.administrator ? "administrator" : "teacher",
				new: row.administrator ? "administrator" : "teacher",
			});
		return teacherData(row);
	});
	serve(context, ROUTES.resetPassphrase, async ({ request, params }) => {
		if (!(await findTeacher(manager, params.id))) throw new Refusal("not-found");
		const passphrase = freshPassphrase();
		const hash = await hashPassphrase(passphrase);
		await dataSource.transaction(async (tx) => {
			await setPassphrase(tx, params.id, hash, true);
			await endAll(tx, params.id, undefined, true);
			await recordAudit(tx, { who: accountOf(request).id, what: "reset passphrase", subject: params.id });
		});
		return { passphrase };
	});
	serve(context, ROUTES.closeTeacher, async ({ request, params }) => {
		const { id } = accountOf(request);
		if (params.id === id)
			throw new Refusal("not-this-way", "You can't close your own account. Another administrator can.");
		await dataSource.transaction(async (tx) => {
			for (const { id: classId } of await onlyTeacherOf(tx, params.id)) await lock(tx, "class-teachers", classId);
			const left = (await onlyTeacherOf(tx, params.id)).map(({ name }) => name);
			if (left.length > 0)
				throw new Refusal(
					"last-teacher",
					`No other teacher has ${listed(left)}. Share ${left.length === 1 ? "it" : "them"} with another teacher first.`,
				);
			if (!(await closeTeacher(tx, params.id))) throw new Refusal("not-found");
			await endAll(tx, params.id, undefined, true);
			await recordAudit(tx, { who: id, what: "closed account", subject: params.id });
		});
	});
	serve(context, ROUTES.listAudit, async ({ query }) => {
		const rows = await auditRows(
			context.reads.manager,
			{ ...query, from: cursorNumber(query.cursor), subject: query.subject, who: query.who, what: query.what },
			query.limit + 1,
		);
		const { items, next } = pageOf(rows, query.limit, (r) => [String(r.number)]);
		return {
			rows: items.map(({ at, number, ...row }) => ({ ...row, number: Number(number), at: at.toISOString() })),
			next,
		};
	});
}
