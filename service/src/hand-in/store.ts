import type { HandInPage, ReportBody } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { pointsOf } from "../class/store.ts";
import { one } from "../database/data-source.ts";
import { HandIn, type HandInRow } from "../database/entities.ts";

/** Tries of one student at one assignment are numbered one after the other, however many calls come at once. */
export async function lockTries(manager: EntityManager, studentId: string, assignmentId: string): Promise<void> {
	await manager.query("SELECT pg_advisory_xact_lock(hashtextextended($1, 0))", [`${studentId} ${assignmentId}`]);
}

export async function nextTry(manager: EntityManager, studentId: string, assignmentId: string): Promise<number> {
	const row = await one<{ next: number }>(manager, "SELECT coalesce(max(try_number), 0) + 1 AS next FROM hand_ins WHERE student_id = $1 AND assignment_id = $2", [
		studentId,
		assignmentId,
	]);
	return row?.next ?? 1;
}

export function findByKey(manager: EntityManager, studentId: string, key: string): Promise<HandInRow | null> {
	return manager.getRepository(HandIn).findOne({ where: { studentId, idempotencyKey: key } });
}

export interface HandInRecord {
	id: string;
	assignmentId: string;
	classId: string;
	className: string;
	title: string;
	exercise: string;
	studentId: string;
	studentName: string;
	tryNumber: number;
	handedInAt: Date;
	source: string;
	report: ReportBody | null;
}

/** A hand-in with its newest report, if the account may see it: the student's own, or one of the teacher's class. */
export function findHandIn(manager: EntityManager, id: string, account: { id: string; role: string }): Promise<HandInRecord | undefined> {
	const mine = account.role === "student" ? "h.student_id = $2" : "EXISTS (SELECT 1 FROM class_teachers t WHERE t.class_id = a.class_id AND t.account_id = $2)";
	return one(
		manager,
		`SELECT h.id, h.assignment_id AS "assignmentId", a.class_id AS "classId", c.name AS "className", v.title, v.source AS exercise, h.student_id AS "studentId", s.name AS "studentName",
			h.try_number AS "tryNumber", h.handed_in_at AS "handedInAt", h.source, r.body AS report
		 FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id JOIN classes c ON c.id = a.class_id JOIN exercise_versions v ON v.id = a.exercise_version_id JOIN accounts s ON s.id = h.student_id
		 LEFT JOIN LATERAL (SELECT body FROM reports r WHERE r.hand_in_id = h.id ORDER BY r.made_at DESC LIMIT 1) r ON true
		 WHERE h.id = $1 AND ${mine}`,
		[id, account.id],
	);
}

type TryRow = { id: string; tryNumber: number; earned: string | null; possible: string | null };

export async function triesOfStudent(manager: EntityManager, studentId: string, assignmentId: string): Promise<HandInPage["tries"]> {
	const rows: TryRow[] = await manager.query(
		`SELECT h.id, h.try_number AS "tryNumber", r.earned, r.possible FROM hand_ins h
		 LEFT JOIN LATERAL (SELECT earned, possible FROM reports r WHERE r.hand_in_id = h.id ORDER BY r.made_at DESC LIMIT 1) r ON true
		 WHERE h.student_id = $1 AND h.assignment_id = $2 ORDER BY h.try_number`,
		[studentId, assignmentId],
	);
	return rows.map(({ id, tryNumber, earned, possible }) => ({ id, tryNumber, points: pointsOf(earned, possible) }));
}

/** The latest hand-ins of the students before and after one, in the order of their names. */
export async function neighbours(manager: EntityManager, assignmentId: string, studentId: string): Promise<{ before: string | null; after: string | null }> {
	const rows: { id: string; studentId: string }[] = await manager.query(
		`SELECT id, "studentId" FROM (
			SELECT DISTINCT ON (h.student_id) h.id, h.student_id AS "studentId", s.name FROM hand_ins h JOIN accounts s ON s.id = h.student_id WHERE h.assignment_id = $1 ORDER BY h.student_id, h.try_number DESC
		 ) latest ORDER BY name, "studentId"`,
		[assignmentId],
	);
	const at = rows.findIndex((r) => r.studentId === studentId);
	return { before: rows[at - 1]?.id ?? null, after: rows[at + 1]?.id ?? null };
}
