import type { Account, Card, ImportRow } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { insertTeacher } from "../account/store.ts";
import { freshCode } from "../class/code.ts";
import { insertClass, setTeacher } from "../class/store.ts";
import { AccountEntity } from "../database/entities/account.ts";
import { integer, statement, uuid } from "../database/statement.ts";
import type { Line, OneRoster } from "../reading/one-roster-file.ts";
import { type Fresh, freshPassphrases } from "../session/fresh.ts";
import { carryOutRoster, isName, newIn, planRoster } from "./roster.ts";

function parted<T>(all: readonly T[], fits: (one: T) => boolean): [fitting: T[], others: T[]] {
	return [all.filter(fits), all.filter((one) => !fits(one))];
}

const nameOf = (user: Line) =>
	[user.cells.preferredFirstName || user.cells.preferredGivenName || user.cells.givenName, user.cells.familyName]
		.join(" ")
		.trim();

interface ClassPlan {
	readonly line: Line;
	readonly id: string | undefined;
	readonly students: readonly Line[];
	readonly teachers: readonly Line[];
}

const FIND_CLASS = statement(
	{ id: uuid },
	`SELECT id
		FROM classes
		WHERE sourced_id = $1 OR id::text = $1`,
);

async function classPlans(
	manager: EntityManager,
	{ classes, users, enrollments }: OneRoster,
): Promise<{ plans: ClassPlan[]; rows: ImportRow[] }> {
	const rows: ImportRow[] = [];
	const plans: ClassPlan[] = [];
	const known = new Set(classes.map((c) => c.cells.sourcedId));
	const byClass = new Map<string, Line[]>();
	for (const e of enrollments) {
		const classId = e.cells.classSourcedId as string;
		const others = byClass.get(classId);
		if (others) others.push(e);
		else byClass.set(classId, [e]);
		if (!users.has(e.cells.userSourcedId as string))
			rows.push({
				row: e.line,
				name: e.cells.userSourcedId ?? "",
				does: "wrong",
				says: "Skipped: users.csv has no user of this id.",
			});
		else if (!known.has(classId))
			rows.push({
				row: e.line,
				name: nameOf(users.get(e.cells.userSourcedId as string) as Line),
				does: "wrong",
				says: "Skipped: classes.csv has no class of this id.",
			});
	}
	for (const line of classes) {
		if (!isName(line.cells.title as string)) {
			rows.push({
				row: line.line,
				name: line.cells.title ?? "",
				does: "wrong",
				says: "Skipped with its members: a class's title is one line of text with at most 120 letters.",
			});
			continue;
		}
		const there = await FIND_CLASS.one(manager, [line.cells.sourcedId]);
		const of = (role: string) =>
			(byClass.get(line.cells.sourcedId as string) ?? [])
				.filter((e) => e.cells.role === role)
				.flatMap((e): Line[] => {
					const user = users.get(e.cells.userSourcedId as string);
					return user ? [user] : [];
				});
		const [teachers, nameless] = parted(of("teacher"), (u) => isName(nameOf(u)) && isName(u.cells.username as string));
		for (const user of nameless)
			rows.push({
				row: user.line,
				name: user.cells.sourcedId ?? "",
				does: "wrong",
				says: "Skipped: a teacher has a name and a username.",
			});
		plans.push({ line, id: there?.id, students: of("student"), teachers });
	}
	return { plans, rows };
}

const linesOf = (plan: ClassPlan) =>
	plan.students.map((u) => ({
		row: u.line,
		name: nameOf(u),
		signInName: undefined,
		sourcedId: u.cells.sourcedId as string,
	}));
const ADMINISTRATOR: Account = {
	id: "00000000-0000-0000-0000-000000000000",
	name: "",
	role: "teacher",
	administrator: true,
	once: false,
};

/** What an import would do; nothing is changed. */
export async function planOneRoster(
	manager: EntityManager,
	tables: OneRoster,
): Promise<{ classes: { name: string; does: "adds" | "updates" }[]; rows: ImportRow[] }> {
	const { plans, rows } = await classPlans(manager, tables);
	for (const plan of plans) {
		const planned = await planRoster(manager, plan.id ?? ADMINISTRATOR.id, linesOf(plan), ADMINISTRATOR);
		rows.push(...planned.map(({ row, name, does, says }) => ({ row, name, does, says })));
	}
	return {
		classes: plans.map((p) => ({ name: p.line.cells.title as string, does: p.id === undefined ? "adds" : "updates" })),
		rows,
	};
}

/** How many passphrases an import needs: for new students and new teachers. */
export async function newInOneRoster(manager: EntityManager, tables: OneRoster): Promise<number> {
	const { plans } = await classPlans(manager, tables);
	const teachers = new Map(plans.flatMap((plan) => plan.teachers).map((user) => [user.cells.sourcedId, user]));
	let count = 0;
	for (const user of teachers.values()) if (!(await knownTeacher(manager, user))) count++;
	for (const plan of plans)
		count += newIn(await planRoster(manager, plan.id ?? ADMINISTRATOR.id, linesOf(plan), ADMINISTRATOR));
	return count;
}

type NewTeacher = { name: string; signInName: string; passphrase: string };

const RENAME_CLASS = statement(
	{},
	`UPDATE classes
		SET name = $2, revision = revision + 1
		WHERE id = $1 AND name <> $2`,
);

/** Imports classes with their teachers and students; known sourcedIds are updated. */
export async function importOneRoster(
	manager: EntityManager,
	tables: OneRoster,
	{ account, prepared }: { readonly account: Account; readonly prepared: readonly Fresh[] },
): Promise<{
	classes: { name: string; does: "adds" | "updates" }[];
	rows: ImportRow[];
	cards: Card[];
	teachers: NewTeacher[];
}> {
	const { plans, rows } = await classPlans(manager, tables);
	const [cards, teachers]: [Card[], NewTeacher[]] = [[], []];
	const fresh = [...prepared];
	for (const plan of plans) {
		const ids: string[] = [];
		for (const user of plan.teachers) ids.push(await teacherOf(manager, user, { made: teachers, fresh }));
		const { line } = plan;
		const classId = plan.id ?? v7();
		const schoolYear =
			tables.years.get((line.cells.termSourcedIds ?? "").split(",")[0] as string) ??
			String(new Date().getUTCFullYear());
		const name = line.cells.title as string;
		if (plan.id === undefined) {
			const code = await freeCode(manager, name);
			await insertClass(manager, {
				id: classId,
				name,
				schoolYear,
				code,
				zone: "UTC",
				teacherId: ids[0] ?? account.id,
				sourcedId: line.cells.sourcedId as string,
			});
		} else await RENAME_CLASS.all(manager, [classId, name]);
		for (const id of ids) await setTeacher(manager, classId, id, null);
		const planned = await planRoster(manager, classId, linesOf(plan), account);
		cards.push(...(await carryOutRoster(manager, classId, planned, fresh.splice(0, newIn(planned)))));
		rows.push(...planned.map(({ row, name: who, does, says }) => ({ row, name: who, does, says })));
	}
	return {
		classes: plans.map((p) => ({ name: p.line.cells.title as string, does: p.id === undefined ? "adds" : "updates" })),
		rows,
		cards,
		teachers,
	};
}

const FIND_CODE = statement(
	{ there: integer },
	`SELECT 1 AS there
		FROM classes
		WHERE lower(code) = lower($1)`,
);

async function freeCode(manager: EntityManager, name: string): Promise<string> {
	for (;;) {
		const code = freshCode(name);
		if ((await FIND_CODE.all(manager, [code])).length === 0) return code;
	}
}

const FIND_TEACHER = statement(
	{ id: uuid },
	`SELECT id
		FROM accounts
		WHERE role = 'teacher' AND closed_at IS NULL AND (sourced_id = $1 OR id::text = $1 OR lower(sign_in_name) =
			lower($2))
		ORDER BY (sourced_id = $1 OR id::text = $1) DESC NULLS LAST
		LIMIT 1`,
);

const knownTeacher = (manager: EntityManager, user: Line) =>
	FIND_TEACHER.one(manager, [user.cells.sourcedId, user.cells.username]);

/** The account of a teacher: by its sourcedId, by its sign-in name, or a new one. */
async function teacherOf(
	manager: EntityManager,
	user: Line,
	{ made, fresh }: { readonly made: NewTeacher[]; readonly fresh: Fresh[] },
): Promise<string> {
	const known = await knownTeacher(manager, user);
	if (known) return known.id;
	const id = v7();
	const { passphrase, hash } = fresh.shift() ?? ((await freshPassphrases(1))[0] as Fresh);
	const signInName = user.cells.username as string;
	await insertTeacher(manager, {
		id,
		name: nameOf(user),
		signInName,
		administrator: false,
		hash,
	});
	await manager.update(AccountEntity, { id }, { sourcedId: user.cells.sourcedId });
	made.push({ name: nameOf(user), signInName, passphrase });
	return id;
}
