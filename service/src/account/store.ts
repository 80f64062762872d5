import type { EntityManager } from "typeorm";
import { bigint, boolean, instant, nullable, type RowOf, statement, text, uuid } from "../database/statement.ts";

const TEACHER_ROW = { id: uuid, name: text(), signInName: text(), administrator: boolean, madeAt: instant };
const TEACHER = `id, name, sign_in_name AS "signInName", administrator, made_at AS "madeAt"`;
const OPEN = "role = 'teacher' AND closed_at IS NULL";

/** The site's open teachers, after the last one of the previous page. */
const teachersBy = (order: string, after: string) =>
	statement(
		TEACHER_ROW,
		`SELECT ${TEACHER}
		FROM accounts
		WHERE ${OPEN} AND ($1::uuid IS NULL OR ${after})
			AND ($3::text IS NULL OR strpos(lower(concat_ws(chr(10), name, sign_in_name)), lower($3)) > 0)
		ORDER BY ${order}
		LIMIT $4`,
	);
const TEACHERS = {
	name: teachersBy("name, id", "(name, id) > ($2, $1::uuid)"),
	newest: teachersBy("id DESC", "($2::text IS NOT NULL AND id < $1::uuid)"),
};
export type TeacherRow = RowOf<typeof TEACHERS.name>;

/** The page and filter of the list of teachers. */
export interface TeachersAsked {
	/** The row that the page before ended with. */
	readonly after: { readonly id: string; readonly value: string } | undefined;
	readonly words: string | undefined;
	readonly sort: keyof typeof TEACHERS;
}

/** The site's teachers. */
export function teachers(
	manager: EntityManager,
	{ after, words, sort }: TeachersAsked,
	limit: number,
): Promise<TeacherRow[]> {
	return TEACHERS[sort].all(manager, [after?.id ?? null, after?.value ?? null, words ?? null, limit]);
}

const FIND_TEACHER = statement(
	TEACHER_ROW,
	`SELECT ${TEACHER}
		FROM accounts
		WHERE ${OPEN} AND id = $1`,
);

export function findTeacher(manager: EntityManager, id: string): Promise<TeacherRow | undefined> {
	return FIND_TEACHER.one(manager, [id]);
}

const INSERT_TEACHER = statement(
	TEACHER_ROW,
	`INSERT INTO accounts (id, role, name, sign_in_name, passphrase_hash, administrator, once)
		VALUES ($1, 'teacher', $2, $3, $4, $5, true)
		RETURNING ${TEACHER}`,
);

/** Adds a teacher with a one-time passphrase. */
export async function insertTeacher(
	manager: EntityManager,
	of: { id: string; name: string; signInName: string; administrator: boolean; hash: string },
): Promise<TeacherRow> {
	const rows = await INSERT_TEACHER.all(manager, [of.id, of.name, of.signInName, of.hash, of.administrator]);
	return rows[0] as TeacherRow;
}

const CHANGE_TEACHER = statement(
	TEACHER_ROW,
	`UPDATE accounts
		SET name = $2, administrator = $3
		WHERE id = $1
		RETURNING ${TEACHER}`,
);

export async function changeTeacher(
	manager: EntityManager,
	id: string,
	to: { name: string; administrator: boolean },
): Promise<TeacherRow> {
	return (await CHANGE_TEACHER.all(manager, [id, to.name, to.administrator]))[0] as TeacherRow;
}

const ONLY_TEACHER_OF = statement(
	{ id: uuid, name: text() },
	`SELECT c.id, c.name
		FROM classes c
		JOIN class_teachers t ON t.class_id = c.id AND t.account_id = $1 AND t.until IS NULL
		WHERE c.closed_at IS NULL AND NOT EXISTS (
			SELECT 1 FROM class_teachers o
			JOIN accounts a ON a.id = o.account_id
			WHERE o.class_id = c.id AND o.account_id <> $1 AND o.until IS NULL AND a.closed_at IS NULL)
		ORDER BY c.name, c.id`,
);

/** The open classes that only this teacher has. */
export function onlyTeacherOf(manager: EntityManager, teacherId: string): Promise<RowOf<typeof ONLY_TEACHER_OF>[]> {
	return ONLY_TEACHER_OF.all(manager, [teacherId]);
}

const CLOSE_TEACHER = statement(
	{ id: uuid },
	`UPDATE accounts
		SET closed_at = now()
		WHERE ${OPEN} AND id = $1
		RETURNING id`,
);

export async function closeTeacher(manager: EntityManager, id: string): Promise<boolean> {
	return (await CLOSE_TEACHER.all(manager, [id])).length > 0;
}

const auditBy = (order: "" | "DESC", after: "<" | ">") =>
	statement(
		{
			number: bigint,
			at: instant,
			who: nullable(uuid),
			what: text(),
			subject: nullable(uuid),
			field: nullable(text()),
			old: nullable(text()),
			new: nullable(text()),
		},
		`SELECT id AS number, at, who, what, subject, field, old, new
		FROM audit
		WHERE ($1::bigint IS NULL OR id ${after} $1) AND ($2::uuid IS NULL OR subject = $2)
			AND ($3::uuid IS NULL OR who = $3) AND ($4::text IS NULL OR what = $4)
		ORDER BY id ${order}
		LIMIT $5`,
	);
const AUDIT = { newest: auditBy("DESC", "<"), oldest: auditBy("", ">") };
export type AuditRow = RowOf<typeof AUDIT.newest>;

/** What of the audit list is asked for. */
export interface AuditAsked {
	readonly from: number | undefined;
	readonly sort: keyof typeof AUDIT;
	readonly subject: string | undefined;
	readonly who: string | undefined;
	readonly what: string | undefined;
}

/** Entries of the audit list. */
export function auditRows(manager: EntityManager, of: AuditAsked, limit: number): Promise<AuditRow[]> {
	const { from, sort, subject, who, what } = of;
	return AUDIT[sort].all(manager, [from ?? null, subject ?? null, who ?? null, what ?? null, limit]);
}
