import type { AssignmentPage, Work } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { pointsOf } from "../class/store.ts";
import { one } from "../database/data-source.ts";

export interface AssignmentRecord {
	id: string;
	classId: string;
	className: string;
	exerciseVersionId: string;
	source: string;
	opensAt: Date;
	dueAt: Date;
	closesAt: Date;
	tries: number | null;
}

const ASSIGNMENT = `SELECT a.id, a.class_id AS "classId", c.name AS "className", a.exercise_version_id AS "exerciseVersionId", v.source, a.opens_at AS "opensAt", a.due_at AS "dueAt", a.closes_at AS "closesAt", a.tries
	FROM assignments a JOIN classes c ON c.id = a.class_id JOIN exercise_versions v ON v.id = a.exercise_version_id`;

/** An assignment of a class that the teacher has. */
export function assignmentForTeacher(manager: EntityManager, id: string, teacherId: string): Promise<AssignmentRecord | undefined> {
	return one(manager, `${ASSIGNMENT} JOIN class_teachers t ON t.class_id = a.class_id WHERE a.id = $1 AND t.account_id = $2`, [id, teacherId]);
}

/** An assignment of a class that the student is in. */
export function assignmentForStudent(manager: EntityManager, id: string, studentId: string): Promise<AssignmentRecord | undefined> {
	return one(manager, `${ASSIGNMENT} JOIN class_students s ON s.class_id = a.class_id WHERE a.id = $1 AND s.account_id = $2`, [id, studentId]);
}

export function assignmentsForStudent(manager: EntityManager, studentId: string): Promise<AssignmentRecord[]> {
	return manager.query(`${ASSIGNMENT} JOIN class_students s ON s.class_id = a.class_id WHERE s.account_id = $1 ORDER BY a.due_at, a.id`, [studentId]);
}

type WallRow = {
	id: string;
	studentId: string;
	studentName: string;
	tryNumber: number;
	handedInAt: Date;
	state: string | null;
	ended: string | null;
	earned: string | null;
	possible: string | null;
	note: string | null;
	verdicts: AssignmentPage["handIns"][number]["verdicts"];
};

/** The latest hand-in of each student, in the order of their names. */
export async function wallOf(manager: EntityManager, assignmentId: string): Promise<AssignmentPage["handIns"]> {
	const rows: WallRow[] = await manager.query(
		`SELECT * FROM (
			SELECT DISTINCT ON (h.student_id) h.id, h.student_id AS "studentId", s.name AS "studentName", h.try_number AS "tryNumber", h.handed_in_at AS "handedInAt",
				r.state, r.ended, r.earned, r.possible, r.note, coalesce(r.verdicts, '{}') AS verdicts
			FROM hand_ins h JOIN accounts s ON s.id = h.student_id
			LEFT JOIN LATERAL (SELECT * FROM reports r WHERE r.hand_in_id = h.id ORDER BY r.made_at DESC LIMIT 1) r ON true
			WHERE h.assignment_id = $1 ORDER BY h.student_id, h.try_number DESC
		 ) latest ORDER BY "studentName", "studentId"`,
		[assignmentId],
	);
	return rows.map(({ id, studentId, studentName, tryNumber, handedInAt, state, ended, earned, possible, note, verdicts }) => ({
		id,
		student: { id: studentId, name: studentName },
		tryNumber,
		handedInAt: handedInAt.toISOString(),
		state,
		ended,
		points: pointsOf(earned, possible),
		note: note ?? "being checked",
		verdicts,
	}));
}

type TryRow = { assignmentId: string; id: string; tryNumber: number; handedInAt: Date; earned: string | null; possible: string | null };

/** A student's own tries at some assignments, oldest first. */
export async function triesOf(manager: EntityManager, studentId: string, assignmentIds: readonly string[]): Promise<Map<string, Work["handIns"]>> {
	const rows: TryRow[] = await manager.query(
		`SELECT h.assignment_id AS "assignmentId", h.id, h.try_number AS "tryNumber", h.handed_in_at AS "handedInAt", r.earned, r.possible
		 FROM hand_ins h LEFT JOIN LATERAL (SELECT * FROM reports r WHERE r.hand_in_id = h.id ORDER BY r.made_at DESC LIMIT 1) r ON true
		 WHERE h.student_id = $1 AND h.assignment_id = ANY($2) ORDER BY h.try_number`,
		[studentId, assignmentIds],
	);
	const tries = new Map<string, Work["handIns"]>(assignmentIds.map((id) => [id, []]));
	for (const { assignmentId, id, tryNumber, handedInAt, earned, possible } of rows)
		tries.get(assignmentId)?.push({ id, tryNumber, handedInAt: handedInAt.toISOString(), points: pointsOf(earned, possible) });
	return tries;
}

/** The source of a student's latest try. */
export async function lastSource(manager: EntityManager, studentId: string, assignmentId: string): Promise<string | null> {
	const row = await one<{ source: string }>(manager, "SELECT source FROM hand_ins WHERE student_id = $1 AND assignment_id = $2 ORDER BY try_number DESC LIMIT 1", [
		studentId,
		assignmentId,
	]);
	return row?.source ?? null;
}
