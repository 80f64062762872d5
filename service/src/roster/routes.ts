import { type ImportRow, ROUTES } from "@markpen/contract";
import type { AppContext } from "../app.ts";
import { recordAudit } from "../audit.ts";
import { reach } from "../class/access.ts";
import { isUniqueViolation } from "../database/data-source.ts";
import { accountOf } from "../plugins/session.ts";
import { Refusal } from "../refusals.ts";
import { serve } from "../serve-route.ts";
import { readRoster } from "./columns.ts";
import { importOneRoster, planOneRoster } from "./one-roster.ts";
import { carryOutRoster, newCards, type Planned, planRoster } from "./roster.ts";
import { freshSignInName } from "./sign-in-name.ts";
import {
	join,
	leave,
	renameStudent,
	rosterOf,
	type StudentRow,
	setSignInName,
	studentIn,
	studentOfTeacher,
} from "./store.ts";

const rowData = ({ joinedAt, leftAt, ...row }: StudentRow) => ({
	...row,
	joinedAt: joinedAt.toISOString(),
	leftAt: leftAt?.toISOString() ?? null,
});
const importData = ({ row, name, does, says }: Planned): ImportRow => ({ row, name, does, says });

export function rosterRoutes(context: AppContext): void {
	const { dataSource } = context;
	const { manager } = dataSource;
	serve(context, ROUTES.showRoster, async ({ request, params }) => {
		await reach(manager, accountOf(request), params.id, "looking");
		return { students: (await rosterOf(manager, params.id)).map(rowData) };
	});
	serve(context, ROUTES.previewRoster, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reach(manager, account, params.id, "class");
		const { columns, lines } = readRoster(body.csv);
		return { columns, rows: (await planRoster(manager, params.id, lines, account)).map(importData) };
	});
	serve(context, ROUTES.importRoster, async ({ request, params, body }) => {
		const account = accountOf(request);
		await reach(manager, account, params.id, "class");
		const { lines } = readRoster(body.csv);
		return dataSource.transaction(async (tx) => {
			await tx.query("SELECT pg_advisory_xact_lock(hashtextextended($1, 1))", [params.id]);
			const planned = await planRoster(tx, params.id, lines, account);
			const cards = await carryOutRoster(tx, params.id, planned);
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
		return dataSource.transaction(async (tx) => {
			await tx.query("SELECT pg_advisory_xact_lock(hashtextextended($1, 1))", [params.id]);
			if ("studentId" in body) {
				const student = await studentOfTeacher(tx, body.studentId, account.id);
				if (!student || (!student.mine && !account.administrator)) throw new Refusal("not-found");
				await join(tx, params.id, student.id, await nameFor(tx, params.id, student.id, student.name));
				await recordAudit(tx, {
					who: account.id,
					what: "joined class",
					subject: student.id,
					field: "class",
					new: params.id,
				});
				return { studentId: student.id, card: null };
			}
			const [planned] = await planRoster(
				tx,
				params.id,
				[
					{
						row: 1,
						name: body.name,
						signInName: body.signInName ?? (await nameFor(tx, params.id, undefined, body.name)),
						sourcedId: undefined,
					},
				],
				account,
			);
			if (planned?.does !== "adds")
				throw new Refusal(
					"taken",
					planned?.does === "wrong"
						? planned.says
						: `Somebody in the class signs in as ${body.signInName ?? ""} already.`,
				);
			const [card] = await carryOutRoster(tx, params.id, [planned]);
			if (!card) throw new Error("a new student has a card");
			await recordAudit(tx, {
				who: account.id,
				what: "joined class",
				subject: card.studentId,
				field: "class",
				new: params.id,
			});
			return { studentId: card.studentId, card };
		});
	});
	serve(context, ROUTES.changeStudent, async ({ request, params, body }) => {
		await reach(manager, accountOf(request), params.id, "class");
		const student = await studentIn(manager, params.id, params.student);
		if (!student) throw new Refusal("not-found");
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
			const student = await studentIn(tx, params.id, params.student);
			if (!student || student.leftAt || params.id === body.to) throw new Refusal("not-found");
			await leave(tx, params.id, student.id);
			await join(tx, body.to, student.id, await nameFor(tx, body.to, student.id, student.name));
			await recordAudit(tx, {
				who: account.id,
				what: "moved student",
				subject: student.id,
				field: "class",
				old: params.id,
				new: body.to,
			});
			return rowData((await studentIn(tx, body.to, student.id)) as StudentRow);
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
		return dataSource.transaction(async (tx) => {
			const there = (await rosterOf(tx, params.id)).filter((s) => s.leftAt === null);
			const asked = body.students ?? there.map((s) => s.id);
			const students = there.filter((s) => asked.includes(s.id));
			if (students.length < new Set(asked).size) throw new Refusal("not-found");
			const cards = await newCards(tx, params.id, students);
			for (const { id } of students) await recordAudit(tx, { who: account.id, what: "new card", subject: id });
			return { cards };
		});
	});
	serve(context, ROUTES.previewOneRoster, async ({ body }) => {
		const { classes, rows } = await planOneRoster(manager, body);
		return { classes, rows };
	});
	serve(context, ROUTES.importOneRoster, async ({ request, body }) => {
		const account = accountOf(request);
		return dataSource.transaction(async (tx) => {
			await tx.query("SELECT pg_advisory_xact_lock(4207331002)");
			const result = await importOneRoster(tx, body, account);
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

/** The sign-in name that a student has in a class, or a fresh one. */
async function nameFor(
	manager: Parameters<typeof rosterOf>[0],
	classId: string,
	studentId: string | undefined,
	name: string,
): Promise<string> {
	const roster = await rosterOf(manager, classId);
	return (
		roster.find((s) => s.id === studentId)?.signInName ??
		freshSignInName(name, new Set(roster.map((s) => s.signInName.toLowerCase())))
	);
}
