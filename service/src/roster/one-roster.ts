import type { Account, Card, ImportRow } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { insertTeacher } from "../account/store.ts";
import { freshCode } from "../class/code.ts";
import { insertClass, setTeacher } from "../class/store.ts";
import { AccountEntity } from "../database/entities/account.ts";
import { integer, statement, uuid } from "../database/statement.ts";
import { Refusal } from "../refusals.ts";
import { freshPassphrase, hashPassphrase } from "../session/session.ts";
import { unzip } from "../zip.ts";
import { csvRows } from "./columns.ts";
import { carryOutRoster, isName, planRoster } from "./roster.ts";

/** Where a row stands in its file. */
const AT = Symbol("line");
type Line = Readonly<Record<string, string>> & { readonly [AT]: number };

/** A file of the set: its rows by the names of its columns (OneRoster 1.2 CSV binding, section 4). */
function tableOf(files: ReadonlyMap<string, Uint8Array>, name: string, needed: readonly string[]): Line[] {
	const bytes = files.get(name);
	if (!bytes) throw new Refusal("file-wrong", `The zip holds no ${name}.`);
	const [heading, ...rows] = csvRows(new TextDecoder().decode(bytes));
	const columns = heading?.cells ?? [];
	const missing = needed.filter((n) => !columns.includes(n));
	if (missing.length > 0) throw new Refusal("file-wrong", `${name} has no column ${missing.join(", ")}.`);
	return rows
		.map(({ line, cells }) => ({ ...Object.fromEntries(columns.map((c, i) => [c, cells[i] ?? ""])), [AT]: line }))
		.filter((line: Line) => line.status !== "tobedeleted");
}

interface Tables {
	readonly classes: Line[];
	readonly users: ReadonlyMap<string, Line>;
	readonly enrollments: Line[];
	readonly years: ReadonlyMap<string, string>;
}

function readTables(zip: Uint8Array): Tables {
	const files = unzip(zip, { most: 40, bytes: 50_000_000 });
	const named = new Map([...files].map(([path, bytes]) => [path.split("/").at(-1) as string, bytes] as const));
	const manifest = new Map(
		tableOf(named, "manifest.csv", ["propertyName", "value"]).map((l) => [l.propertyName, l.value] as const),
	);
	const version = manifest.get("oneroster.version");
	if (version !== "1.2" && version !== "1.1")
		throw new Refusal("file-wrong", `The manifest tells OneRoster ${version ?? "of no version"}; 1.2 is read.`);
	const sessions = named.has("academicSessions.csv")
		? tableOf(named, "academicSessions.csv", ["sourcedId", "title"])
		: [];
	return {
		classes: tableOf(named, "classes.csv", ["sourcedId", "title"]),
		users: new Map(
			tableOf(named, "users.csv", ["sourcedId", "givenName", "familyName", "username"]).map(
				(u) => [u.sourcedId as string, u] as const,
			),
		),
		enrollments: tableOf(named, "enrollments.csv", ["classSourcedId", "userSourcedId", "role"]),
		years: new Map(sessions.map((s) => [s.sourcedId as string, s.title as string])),
	};
}

function parted<T>(all: readonly T[], fits: (one: T) => boolean): [fitting: T[], others: T[]] {
	return [all.filter(fits), all.filter((one) => !fits(one))];
}

const nameOf = (user: Line) =>
	`${user.preferredFirstName || user.preferredGivenName || user.givenName} ${user.familyName}`.trim();

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
	{ classes, users, enrollments }: Tables,
): Promise<{ plans: ClassPlan[]; rows: ImportRow[] }> {
	const rows: ImportRow[] = [];
	const plans: ClassPlan[] = [];
	for (const e of enrollments) {
		if (!users.has(e.userSourcedId as string))
			rows.push({
				row: e[AT],
				name: e.userSourcedId ?? "",
				does: "wrong",
				says: "Left out: users.csv has no user of this id.",
			});
		else if (!classes.some((c) => c.sourcedId === e.classSourcedId))
			rows.push({
				row: e[AT],
				name: nameOf(users.get(e.userSourcedId as string) as Line),
				does: "wrong",
				says: "Left out: classes.csv has no class of this id.",
			});
	}
	for (const line of classes) {
		if (!isName(line.title as string)) {
			rows.push({
				row: line[AT],
				name: line.title ?? "",
				does: "wrong",
				says: "Left out with who is in it: a class's title is one line of text with 120 letters at the most.",
			});
			continue;
		}
		const known = await FIND_CLASS.one(manager, [line.sourcedId]);
		const of = (role: string) =>
			enrollments
				.filter((e) => e.classSourcedId === line.sourcedId && e.role === role)
				.flatMap((e): Line[] => {
					const user = users.get(e.userSourcedId as string);
					return user ? [user] : [];
				});
		const [teachers, nameless] = parted(of("teacher"), (u) => isName(nameOf(u)) && isName(u.username as string));
		for (const user of nameless)
			rows.push({
				row: user[AT],
				name: user.sourcedId ?? "",
				does: "wrong",
				says: "Left out: a teacher has a name and a username.",
			});
		plans.push({ line, id: known?.id, students: of("student"), teachers });
	}
	return { plans, rows };
}

const linesOf = (plan: ClassPlan) =>
	plan.students.map((u) => ({ row: u[AT], name: nameOf(u), signInName: undefined, sourcedId: u.sourcedId as string }));
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
	zip: Uint8Array,
): Promise<{ classes: { name: string; does: "adds" | "updates" }[]; rows: ImportRow[] }> {
	const { plans, rows } = await classPlans(manager, readTables(zip));
	for (const plan of plans) {
		const planned = await planRoster(manager, plan.id ?? ADMINISTRATOR.id, linesOf(plan), ADMINISTRATOR);
		rows.push(...planned.map(({ row, name, does, says }) => ({ row, name, does, says })));
	}
	return {
		classes: plans.map((p) => ({ name: p.line.title as string, does: p.id === undefined ? "adds" : "updates" })),
		rows,
	};
}

type NewTeacher = { name: string; signInName: string; passphrase: string };

const RENAME_CLASS = statement(
	{},
	`UPDATE classes
		SET name = $2, revision = revision + 1
		WHERE id = $1 AND name <> $2`,
);

/** Imports classes with their teachers and students; what is known by its sourcedId is updated. */
export async function importOneRoster(
	manager: EntityManager,
	zip: Uint8Array,
	account: Account,
): Promise<{
	classes: { name: string; does: "adds" | "updates" }[];
	rows: ImportRow[];
	cards: Card[];
	teachers: NewTeacher[];
}> {
	const tables = readTables(zip);
	const { plans, rows } = await classPlans(manager, tables);
	const [cards, teachers]: [Card[], NewTeacher[]] = [[], []];
	for (const plan of plans) {
		const ids: string[] = [];
		for (const user of plan.teachers) ids.push(await teacherOf(manager, user, teachers));
		const { line } = plan;
		const classId = plan.id ?? v7();
		const schoolYear =
			tables.years.get((line.termSourcedIds ?? "").split(",")[0] as string) ?? String(new Date().getUTCFullYear());
		const name = line.title as string;
		if (plan.id === undefined) {
			const code = await freeCode(manager, name);
			await insertClass(manager, {
				id: classId,
				name,
				schoolYear,
				code,
				zone: "UTC",
				teacherId: ids[0] ?? account.id,
				sourcedId: line.sourcedId as string,
			});
		} else await RENAME_CLASS.all(manager, [classId, name]);
		for (const id of ids) await setTeacher(manager, classId, id, null);
		const planned = await planRoster(manager, classId, linesOf(plan), account);
		cards.push(...(await carryOutRoster(manager, classId, planned)));
		rows.push(...planned.map(({ row, name: who, does, says }) => ({ row, name: who, does, says })));
	}
	return {
		classes: plans.map((p) => ({ name: p.line.title as string, does: p.id === undefined ? "adds" : "updates" })),
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

/** The account of a teacher: by its sourcedId, by its sign-in name, or a new one. */
async function teacherOf(manager: EntityManager, user: Line, made: NewTeacher[]): Promise<string> {
	const known = await FIND_TEACHER.one(manager, [user.sourcedId, user.username]);
	if (known) return known.id;
	const id = v7();
	const passphrase = freshPassphrase();
	const signInName = user.username as string;
	await insertTeacher(manager, {
		id,
		name: nameOf(user),
		signInName,
		administrator: false,
		hash: await hashPassphrase(passphrase),
	});
	await manager.update(AccountEntity, { id }, { sourcedId: user.sourcedId });
	made.push({ name: nameOf(user), signInName, passphrase });
	return id;
}
