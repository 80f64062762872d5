import type { Cell, ClassPage } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { one } from "../database/data-source.ts";

export type ClassSummary = { id: string; name: string; schoolYear: string; students: number; assignments: number };

/** The classes of a teacher. */
export function classesOf(manager: EntityManager, teacherId: string): Promise<ClassSummary[]> {
	return manager.query(
		`SELECT c.id, c.name, c.school_year AS "schoolYear",
			(SELECT count(*)::int FROM class_students s WHERE s.class_id = c.id) AS students,
			(SELECT count(*)::int FROM assignments a WHERE a.class_id = c.id) AS assignments
		 FROM classes c JOIN class_teachers t ON t.class_id = c.id WHERE t.account_id = $1 ORDER BY c.name`,
		[teacherId],
	);
}

/** A class, if it is one of the teacher's. */
export function findClass(manager: EntityManager, classId: string, teacherId: string): Promise<{ id: string; name: string; schoolYear: string } | undefined> {
	return one(manager, `SELECT c.id, c.name, c.school_year AS "schoolYear" FROM classes c JOIN class_teachers t ON t.class_id = c.id WHERE c.id = $1 AND t.account_id = $2`, [
		classId,
		teacherId,
	]);
}

export function studentsOf(manager: EntityManager, classId: string): Promise<ClassPage["students"]> {
	return manager.query("SELECT a.id, a.name FROM class_students s JOIN accounts a ON a.id = s.account_id WHERE s.class_id = $1 ORDER BY a.name, a.id", [classId]);
}

export type AssignmentSummary = { id: string; title: string; dueAt: Date; closesAt: Date; source: string };

export function assignmentsOf(manager: EntityManager, classId: string): Promise<AssignmentSummary[]> {
	return manager.query(
		`SELECT a.id, v.title, a.due_at AS "dueAt", a.closes_at AS "closesAt", v.source FROM assignments a JOIN exercise_versions v ON v.id = a.exercise_version_id WHERE a.class_id = $1 ORDER BY a.due_at, a.id`,
		[classId],
	);
}

type CellRow = Omit<Cell, "handedInAt" | "points"> & { handedInAt: Date; earned: string | null; possible: string | null };

/** The latest try of every student at every assignment of a class, in one query. */
export async function cellsOf(manager: EntityManager, classId: string): Promise<Cell[]> {
	const rows: CellRow[] = await manager.query(
		`SELECT DISTINCT ON (h.assignment_id, h.student_id) h.student_id AS "studentId", h.assignment_id AS "assignmentId", h.id AS "handInId", h.try_number AS tries,
			h.handed_in_at AS "handedInAt", r.state, r.ended, r.earned, r.possible, coalesce(r.verdicts, '{}') AS verdicts
		 FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id
		 LEFT JOIN LATERAL (SELECT * FROM reports r WHERE r.hand_in_id = h.id ORDER BY r.made_at DESC LIMIT 1) r ON true
		 WHERE a.class_id = $1 ORDER BY h.assignment_id, h.student_id, h.try_number DESC`,
		[classId],
	);
	return rows.map(({ earned, possible, handedInAt, ...row }) => ({ ...row, handedInAt: handedInAt.toISOString(), points: pointsOf(earned, possible) }));
}

/** Points of a report, if there is one. */
export function pointsOf(earned: string | null, possible: string | null): { earned: number; possible: number } | null {
	return earned === null || possible === null ? null : { earned: Number(earned), possible: Number(possible) };
}
