import type { EntityManager } from "typeorm";
import { AccountEntity } from "../database/entities/account.ts";
import { ClassStudentEntity } from "../database/entities/class.ts";
import { boolean, instant, nullable, type RowOf, statement, text, uuid } from "../database/statement.ts";

/**
 * SQL condition: the student is the teacher's now, i.e. in one of the teacher's own open classes, or in no class now
 * and formerly in one of the teacher's.
 *
 * @param teacher the SQL parameter with the teacher's id
 */
export const hasStudent = (student: string, teacher: string) => `(EXISTS (
			SELECT 1 FROM class_students s
			JOIN classes c ON c.id = s.class_id AND c.closed_at IS NULL
			JOIN class_teachers t ON t.class_id = s.class_id AND t.account_id = ${teacher} AND t.until IS NULL
			WHERE s.account_id = ${student} AND s.left_at IS NULL)
		OR (NOT EXISTS (
			SELECT 1 FROM class_students s
			JOIN classes c ON c.id = s.class_id AND c.closed_at IS NULL
			WHERE s.account_id = ${student} AND s.left_at IS NULL)
		AND EXISTS (
			SELECT 1 FROM class_students s
			JOIN class_teachers t ON t.class_id = s.class_id AND t.account_id = ${teacher} AND t.until IS NULL
			WHERE s.account_id = ${student})))`;
const MINE = hasStudent("a.id", "$2");

const STUDENT_ROW = {
	id: uuid,
	name: text(),
	signInName: text(),
	joinedAt: instant,
	leftAt: nullable(instant),
	sourcedId: nullable(text()),
};
const STUDENT = `a.id, a.name, s.sign_in_name AS "signInName", s.joined_at AS "joinedAt", s.left_at AS "leftAt",
			a.sourced_id AS "sourcedId"`;

const ROSTER_OF = statement(
	STUDENT_ROW,
	`SELECT ${STUDENT}
		FROM class_students s
		JOIN accounts a ON a.id = s.account_id
		WHERE s.class_id = $1
		ORDER BY a.name, a.id`,
);

export type StudentRow = RowOf<typeof ROSTER_OF>;

/** All present and former students of a class, by name. */
export function rosterOf(manager: EntityManager, classId: string): Promise<StudentRow[]> {
	return ROSTER_OF.all(manager, [classId]);
}

const STUDENT_IN = statement(
	STUDENT_ROW,
	`SELECT ${STUDENT}
		FROM class_students s
		JOIN accounts a ON a.id = s.account_id
		WHERE s.class_id = $1 AND a.id = $2`,
);

export function studentIn(manager: EntityManager, classId: string, studentId: string): Promise<StudentRow | undefined> {
	return STUDENT_IN.one(manager, [classId, studentId]);
}

const STUDENT_BY_SOURCED_ID = statement(
	{ id: uuid, name: text(), mine: boolean },
	`SELECT a.id, a.name, ${MINE} AS mine
		FROM accounts a
		WHERE (a.sourced_id = $1 OR a.id::text = $1) AND a.role = 'student' AND a.closed_at IS NULL`,
);

/** A student by the school's number, and whether they are the teacher's now. */
export function studentBySourcedId(
	manager: EntityManager,
	sourcedId: string,
	teacherId: string,
): Promise<{ id: string; name: string; mine: boolean } | undefined> {
	return STUDENT_BY_SOURCED_ID.one(manager, [sourcedId, teacherId]);
}

const STUDENT_OF_TEACHER = statement(
	{ id: uuid, name: text(), mine: boolean },
	`SELECT a.id, a.name, ${MINE} AS mine
		FROM accounts a
		WHERE a.id = $1 AND a.role = 'student' AND a.closed_at IS NULL`,
);

/** A student, and whether they are the teacher's now. */
export function studentOfTeacher(
	manager: EntityManager,
	studentId: string,
	teacherId: string,
): Promise<{ id: string; name: string; mine: boolean } | undefined> {
	return STUDENT_OF_TEACHER.one(manager, [studentId, teacherId]);
}

export async function insertStudent(
	manager: EntityManager,
	of: { id: string; name: string; signInName: string; hash: string; sourcedId: string | null },
): Promise<void> {
	await manager.insert(AccountEntity, {
		id: of.id,
		role: "student",
		name: of.name,
		signInName: of.signInName,
		passphraseHash: of.hash,
		sourcedId: of.sourcedId,
	});
}

const JOIN = statement(
	{},
	`INSERT INTO class_students (class_id, account_id, sign_in_name)
		VALUES ($1, $2, $3)
		ON CONFLICT (class_id, account_id)
		DO UPDATE
		SET left_at = NULL, sign_in_name = $3`,
);

/** Puts a student into a class, or back into it. */
export async function join(
	manager: EntityManager,
	classId: string,
	studentId: string,
	signInName: string,
): Promise<void> {
	await JOIN.all(manager, [classId, studentId, signInName]);
}

const LEAVE = statement(
	{ account_id: uuid },
	`UPDATE class_students
		SET left_at = now()
		WHERE class_id = $1 AND account_id = $2 AND left_at IS NULL
		RETURNING account_id`,
);

/** Removes a student from a class; their work is kept. */
export async function leave(manager: EntityManager, classId: string, studentId: string): Promise<boolean> {
	return (await LEAVE.all(manager, [classId, studentId])).length > 0;
}

const RENAME_STUDENT = statement(
	{},
	`UPDATE accounts
		SET name = $2, sourced_id = coalesce($3, sourced_id)
		WHERE id = $1`,
);

export async function renameStudent(
	manager: EntityManager,
	studentId: string,
	name: string,
	sourcedId?: string,
): Promise<void> {
	await RENAME_STUDENT.all(manager, [studentId, name, sourcedId ?? null]);
}

export async function setSignInName(
	manager: EntityManager,
	classId: string,
	studentId: string,
	signInName: string,
): Promise<void> {
	await manager.update(ClassStudentEntity, { classId, accountId: studentId }, { signInName });
}
