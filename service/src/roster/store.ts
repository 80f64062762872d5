import type { EntityManager } from "typeorm";
import { queryAll, queryOne, queryReturning } from "../database/data-source.ts";

export type StudentRow = {
	id: string;
	name: string;
	signInName: string;
	joinedAt: Date;
	leftAt: Date | null;
	sourcedId: string | null;
};

const STUDENT = `a.id, a.name, s.sign_in_name AS "signInName", s.joined_at AS "joinedAt", s.left_at AS "leftAt", a.sourced_id AS "sourcedId"`;

/** Everybody who is or was in a class, by name. */
export function rosterOf(manager: EntityManager, classId: string): Promise<StudentRow[]> {
	return queryAll(
		manager,
		`SELECT ${STUDENT} FROM class_students s JOIN accounts a ON a.id = s.account_id WHERE s.class_id = $1 ORDER BY a.name, a.id`,
		[classId],
	);
}

export function studentIn(manager: EntityManager, classId: string, studentId: string): Promise<StudentRow | undefined> {
	return queryOne(
		manager,
		`SELECT ${STUDENT} FROM class_students s JOIN accounts a ON a.id = s.account_id WHERE s.class_id = $1 AND a.id = $2`,
		[classId, studentId],
	);
}

/** A student by the number that a school's records give, with whether one of the teacher's classes has them. */
export function studentBySourcedId(
	manager: EntityManager,
	sourcedId: string,
	teacherId: string,
): Promise<{ id: string; name: string; mine: boolean } | undefined> {
	return queryOne(
		manager,
		`SELECT a.id, a.name, ${MINE} AS mine FROM accounts a WHERE (a.sourced_id = $1 OR a.id::text = $1) AND a.role = 'student' AND a.closed_at IS NULL`,
		[sourcedId, teacherId],
	);
}

const MINE = `EXISTS (SELECT 1 FROM class_students s JOIN class_teachers t ON t.class_id = s.class_id WHERE s.account_id = a.id AND t.account_id = $2 AND t.until IS NULL)`;

/** A student whom one of the teacher's own classes has or had. */
export function studentOfTeacher(
	manager: EntityManager,
	studentId: string,
	teacherId: string,
): Promise<{ id: string; name: string; mine: boolean } | undefined> {
	return queryOne(
		manager,
		`SELECT a.id, a.name, ${MINE} AS mine FROM accounts a WHERE a.id = $1 AND a.role = 'student' AND a.closed_at IS NULL`,
		[studentId, teacherId],
	);
}

export async function insertStudent(
	manager: EntityManager,
	of: { id: string; name: string; signInName: string; hash: string; sourcedId: string | null },
): Promise<void> {
	await manager.query(
		"INSERT INTO accounts (id, role, name, sign_in_name, passphrase_hash, sourced_id) VALUES ($1, 'student', $2, $3, $4, $5)",
		[of.id, of.name, of.signInName, of.hash, of.sourcedId],
	);
}

/** Puts a student into a class, or back into it. */
export async function join(
	manager: EntityManager,
	classId: string,
	studentId: string,
	signInName: string,
): Promise<void> {
	await manager.query(
		"INSERT INTO class_students (class_id, account_id, sign_in_name) VALUES ($1, $2, $3) ON CONFLICT (class_id, account_id) DO UPDATE SET left_at = NULL, sign_in_name = $3",
		[classId, studentId, signInName],
	);
}

/** Ends a student's time in a class; the work stays. */
export async function leave(manager: EntityManager, classId: string, studentId: string): Promise<boolean> {
	return (
		(
			await queryReturning(
				manager,
				"UPDATE class_students SET left_at = now() WHERE class_id = $1 AND account_id = $2 AND left_at IS NULL RETURNING account_id",
				[classId, studentId],
			)
		).length > 0
	);
}

export async function renameStudent(
	manager: EntityManager,
	studentId: string,
	name: string,
	sourcedId?: string,
): Promise<void> {
	await manager.query("UPDATE accounts SET name = $2, sourced_id = coalesce($3, sourced_id) WHERE id = $1", [
		studentId,
		name,
		sourcedId ?? null,
	]);
}

export async function setSignInName(
	manager: EntityManager,
	classId: string,
	studentId: string,
	signInName: string,
): Promise<void> {
	await manager.query("UPDATE class_students SET sign_in_name = $3 WHERE class_id = $1 AND account_id = $2", [
		classId,
		studentId,
		signInName,
	]);
}
