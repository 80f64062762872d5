import { ROUTES } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { recordAudit } from "../audit.ts";
import { reach } from "../class/access.ts";
import type { AppContext } from "../context.ts";
import { isUniqueViolation } from "../database/data-source.ts";
import { lock } from "../database/locks.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { freshPassphrases } from "../session/fresh.ts";
import { addStudent, moveStudent } from "./members.ts";
import { importOneRoster, newInOneRoster, planOneRoster } from "./one-roster.ts";
import { importData, rowData } from "./present.ts";
import { carryOutRoster, newCards, newIn, planRoster } from "./roster.ts";
import { leave, renameStudent, rosterOf, type StudentRow, setSignInName, studentIn } from "./store.ts";

export function rosterRoutes(context: AppContext): void {
	const { dataSource, offload } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.showRoster, async ({ request, params }) => {
		await reach(manager, accountOf(request), params.id, "looking");
		return { students: (await rosterOf(manager, params.id)).map(rowData) };
	});
	serve(context, ROUTES.previewRoster, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reach(manager, account, params.id, "class");
		const { columns, lines } = await offload.run("readRoster", account.id, body);
		return { columns, rows: (await planRoster(manager, params.id, lines, account)).map(importData) };
	});
	serve(context, ROUTES.importRoster, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reach(manager, account, params.id, "class");
		const { lines } = await offload.run("readRoster", account.id, body);
		const prepared = await freshPassphrases(newIn(await planRoster(manager, params.id, lines, account)));
		return dataSource.transaction(async (tx) => {
			await lock(tx, "roster", params.id);
			const planned = await planRoster(tx, params.id, lines, account);
			const cards = await carryOutRoster(tx, params.id, planned, prepared);
			await recordAudit(tx, {
				who: account.id,
				what: "imported roster",
				subject: params.id,
				field: "students",
				new: planned.filter((p) => p.does !== "wrong").length,
			});
			return { rows: planned.map(importData), cards };
		});
	});
	serve(context, ROUTES.addStudent, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reach(manager, account, params.id, "class");
		const prepared = await freshPassphrases("studentId" in body ? 0 : 1);
		return dataSource.transaction(async (tx) => {
			await lock(tx, "roster", params.id);
			return addStudent(tx, params.id, { body, prepared }, account);
		});
	});
	serve(context, ROUTES.changeStudent, async ({ request, params, body }) => {
		await reach(manager, accountOf(request), params.id, "class");
		const student = await studentIn(manager, params.id, params.student);
		if (!student) throw new Refusal("not-found");
		if (student.leftAt)
			throw new Refusal("not-this-way", `${student.name} left this class, so you can't change them here.`);
		try {
			await dataSource.transaction(async (tx) => {
				if (body.name !== undefined) await renameStudent(tx, student.id, body.name);
				if (body.signInName !== undefined) await setSignInName(tx, params.id, student.id, body.signInName);
			});
		} catch (error) {
			throw isUniqueViolation(error)
				? new Refusal("taken", `Another student in the class signs in as ${body.signInName}.`)
				: error;
		}
		return rowData((await studentIn(manager, params.id, params.student)) as StudentRow);
	});
	serve(context, ROUTES.moveStudent, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reach(manager, account, params.id, "class");
		await reach(manager, account, body.to, "class");
		return dataSource.transaction(async (tx) => {
			const student = await moveStudent(tx, { from: params.id, to: body.to, studentId: params.student }, account);
			return rowData(student);
		});
	});
	serve(context, ROUTES.removeStudent, async ({ request, params }) => {
		const account = accountOf(request);
		await reach(manager, account, params.id, "class");
		if (!(await leave(manager, params.id, params.student))) throw new Refusal("not-found");
		await recordAudit(manager, {
			who: account.id,
			what: "left class",
			subject: params.student,
			field: "class",
			old: params.id,
		});
	});
	serve(context, ROUTES.printCards, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reach(manager, account, params.id, "class");
		const asked = body.students && new Set(body.students);
		const present = async (now: EntityManager) =>
			(await rosterOf(now, params.id)).filter((s) => s.leftAt === null && (!asked || asked.has(s.id)));
		const before = await present(manager);
		if (asked && before.length < asked.size) throw new Refusal("not-found");
		const prepared = await freshPassphrases(before.length);
		return dataSource.transaction(async (tx) => {
			// Students who joined or left in the meantime are unchanged.
			const ids = new Set(before.map((s) => s.id));
			const students = (await present(tx)).filter((s) => ids.has(s.id));
			const cards = await newCards(tx, params.id, students, prepared);
			for (const { id } of students) await recordAudit(tx, { who: account.id, what: "new card", subject: id });
			return { cards };
		});
	});
	serve(context, ROUTES.previewOneRoster, async ({ request, body }) => {
		const tables = await offload.run("readOneRoster", accountOf(request).id, { zip: body });
		const { classes, rows } = await planOneRoster(manager, tables);
		return { classes, rows };
	});
	serve(context, ROUTES.importOneRoster, async ({ request, body }) => {
		const account = accountOf(request);
		const tables = await offload.run("readOneRoster", account.id, { zip: body });
		const prepared = await freshPassphrases(await newInOneRoster(manager, tables));
		return dataSource.transaction(async (tx) => {
			await lock(tx, "one-roster", "");
			const result = await importOneRoster(tx, tables, { account, prepared });
			await recordAudit(tx, {
				who: account.id,
				what: "imported OneRoster",
				field: "classes",
				new: result.classes.length,
			});
			return result;
		});
	});
}
