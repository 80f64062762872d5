import type { EntityManager } from "typeorm";
import { queryAll, queryOne, queryReturning } from "../database/data-source.ts";

export type TeacherRow = { id: string; name: string; signInName: string; administrator: boolean; madeAt: Date };

const TEACHER = `id, name, sign_in_name AS "signInName", administrator, made_at AS "madeAt"`;
const OPEN = "role = 'teacher' AND closed_at IS NULL";

/** The site's open teachers by name, after one of them. */
const SORTS = {
	name: { by: "name, id", after: "(name, id) > ($2, $1::uuid)" },
	newest: { by: "id DESC", after: "($2::text IS NOT NULL AND id < $1::uuid)" },
} as const;

/** The site's teachers, after the one that the page before ended with. */
export function teachers(
	manager: EntityManager,
	{
		after,
		words,
		sort,
	}: { after: { id: string; value: string } | undefined; words: string | undefined; sort: keyof typeof SORTS },
	limit: number,
): Promise<TeacherRow[]> {
	const { by, after: isAfter } = SORTS[sort];
	return queryAll(
		manager,
		`SELECT ${TEACHER} FROM accounts WHERE ${OPEN} AND ($1::uuid IS NULL OR ${isAfter}) AND ($3::text IS NULL OR strpos(lower(concat_ws(chr(10), name, sign_in_name)), lower($3)) > 0) ORDER BY ${by} LIMIT $4`,
		[after?.id ?? null, after?.value ?? null, words ?? null, limit],
	);
}

export function findTeacher(manager: EntityManager, id: string): Promise<TeacherRow | undefined> {
	return queryOne(manager, `SELECT ${TEACHER} FROM accounts WHERE ${OPEN} AND id = $1`, [id]);
}

/** Adds a teacher whose passphrase is for one sign-in. */
export async function insertTeacher(
	manager: EntityManager,
	of: { id: string; name: string; signInName: string; administrator: boolean; hash: string },
): Promise<TeacherRow> {
	const rows = await queryAll<TeacherRow>(
		manager,
		`INSERT INTO accounts (id, role, name, sign_in_name, passphrase_hash, administrator, once) VALUES ($1, 'teacher', $2, $3, $4, $5, true) RETURNING ${TEACHER}`,
		[of.id, of.name, of.signInName, of.hash, of.administrator],
	);
	return rows[0] as TeacherRow;
}

export async function changeTeacher(
	manager: EntityManager,
	id: string,
	to: { name: string; administrator: boolean },
): Promise<TeacherRow> {
	return (
		await queryReturning<TeacherRow>(
			manager,
			`UPDATE accounts SET name = $2, administrator = $3 WHERE id = $1 RETURNING ${TEACHER}`,
			[id, to.name, to.administrator],
		)
	)[0] as TeacherRow;
}

export async function closeTeacher(manager: EntityManager, id: string): Promise<boolean> {
	return (
		(
			await queryReturning(manager, `UPDATE accounts SET closed_at = now() WHERE ${OPEN} AND id = $1 RETURNING id`, [
				id,
			])
		).length > 0
	);
}

export type AuditRow = {
	number: string;
	at: Date;
	who: string | null;
	what: string;
	subject: string | null;
	field: string | null;
	old: string | null;
	new: string | null;
};

/** Changes, the newest first. */
export function auditRows(
	manager: EntityManager,
	of: {
		from: number | undefined;
		sort: "newest" | "oldest";
		subject: string | undefined;
		who: string | undefined;
		what: string | undefined;
	},
	limit: number,
): Promise<AuditRow[]> {
	return queryAll(
		manager,
		`SELECT id AS number, at, who, what, subject, field, old, new FROM audit
		 WHERE ($1::bigint IS NULL OR id ${of.sort === "oldest" ? ">" : "<"} $1) AND ($2::uuid IS NULL OR subject = $2) AND ($3::uuid IS NULL OR who = $3) AND ($4::text IS NULL OR what = $4) ORDER BY id ${of.sort === "oldest" ? "" : "DESC"} LIMIT $5`,
		[of.from ?? null, of.subject ?? null, of.who ?? null, of.what ?? null, limit],
	);
}
