import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { queryAll, queryOne, queryReturning } from "../database/data-source.ts";

/** A student whom the teacher has or covers in some class. */
export function findStudent(
	manager: EntityManager,
	studentId: string,
	teacherId: string,
	own: boolean,
): Promise<{ id: string; name: string } | undefined> {
	return queryOne(
		manager,
		`SELECT a.id, a.name FROM accounts a WHERE a.id = $1 AND a.role = 'student' AND EXISTS (SELECT 1 FROM class_students s JOIN class_teachers t ON t.class_id = s.class_id
			WHERE s.account_id = a.id AND t.account_id = $2 AND (t.until IS NULL OR (t.until > now() AND NOT $3)))`,
		[studentId, teacherId, own],
	);
}

export type YearRow = {
	classId: string;
	className: string;
	assignmentId: string;
	exercise: string;
	title: string;
	source: string;
	dueAt: Date;
	handInId: string | null;
	handedInAt: Date | null;
	tries: number;
	late: boolean;
	excused: boolean;
	earned: string | null;
	possible: string | null;
	open: string | null;
	criteria: string[] | null;
	verdicts: string[] | null;
	slips: string[] | null;
};

/** Everything that a student was set in the classes that a teacher has or covers, and what came of it, in one query. */
export function yearOf(manager: EntityManager, studentId: string, teacherId: string): Promise<YearRow[]> {
	return queryAll(
		manager,
		`SELECT c.id AS "classId", c.name AS "className", a.id AS "assignmentId", e.key AS exercise, v.title, v.source, coalesce(o.due_at, a.due_at) AS "dueAt", n.hand_in_id AS "handInId", n.handed_in_at AS "handedInAt",
			coalesce(n.tries, 0) AS tries, coalesce(n.late, false) AS late, coalesce(o.excused, false) AS excused, n.earned, n.possible, n.open, n.criteria, n.verdicts, r.slips
		 FROM class_students s JOIN classes c ON c.id = s.class_id JOIN class_teachers t ON t.class_id = c.id AND t.account_id = $2 AND (t.until IS NULL OR t.until > now())
		 JOIN assignments a ON a.class_id = c.id JOIN assignment_exercises x ON x.assignment_id = a.id JOIN exercises e ON e.id = x.exercise_id JOIN exercise_versions v ON v.id = x.exercise_version_id
		 LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = s.account_id
		 LEFT JOIN counting n ON n.assignment_id = a.id AND n.exercise_id = e.id AND n.student_id = $1 LEFT JOIN reports r ON r.id = n.report_id
		 WHERE s.account_id = $1 AND a.opens_at <= now() AND (s.left_at IS NULL OR a.opens_at <= s.left_at) ORDER BY a.due_at, a.id, x.position`,
		[studentId, teacherId],
	);
}

/** All that is kept of a student, by table. */
export async function dataOf(manager: EntityManager, studentId: string): Promise<Record<string, unknown>> {
	const rows = (sql: string) => queryAll(manager, sql, [studentId]);
	return {
		account: await queryOne(
			manager,
			`SELECT id, name, sourced_id AS "number", made_at AS "madeAt" FROM accounts WHERE id = $1`,
			[studentId],
		),
		classes: await rows(
			`SELECT c.name, c.school_year AS "schoolYear", s.sign_in_name AS "signInName", s.joined_at AS "joinedAt", s.left_at AS "leftAt" FROM class_students s JOIN classes c ON c.id = s.class_id WHERE s.account_id = $1 ORDER BY s.joined_at`,
		),
		handIns: await rows(
			`SELECT h.id, a.title AS assignment, e.key AS exercise, h.try_number AS "tryNumber", h.handed_in_at AS "handedInAt", h.late, h.made_by AS "madeBy", h.source, h.answers, g.earned::float, g.possible::float, r.body AS report
			 FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id JOIN exercises e ON e.id = h.exercise_id LEFT JOIN standings g ON g.hand_in_id = h.id LEFT JOIN reports r ON r.id = g.report_id
			 WHERE h.student_id = $1 ORDER BY h.handed_in_at, h.id`,
		),
		adjustments: await rows(
			'SELECT d.hand_in_id AS "handInId", d.criterion, d.points::float, d.reason, d.at FROM adjustments d JOIN hand_ins h ON h.id = d.hand_in_id WHERE h.student_id = $1 ORDER BY d.at',
		),
		judgements: await rows(
			'SELECT d.hand_in_id AS "handInId", d.criterion, d.points::float, d.at FROM judgements d JOIN hand_ins h ON h.id = d.hand_in_id WHERE h.student_id = $1 ORDER BY d.at',
		),
		comments: await rows(
			'SELECT c.hand_in_id AS "handInId", c.place, c.words, c.at FROM comments c JOIN hand_ins h ON h.id = c.hand_in_id WHERE h.student_id = $1 ORDER BY c.at',
		),
		drafts: await rows(
			`SELECT a.title AS assignment, e.key AS exercise, d.source, d.saved_at AS "savedAt", d.runs, d.answers FROM drafts d JOIN assignments a ON a.id = d.assignment_id JOIN exercises e ON e.id = d.exercise_id WHERE d.student_id = $1`,
		),
		freeDrawings: await rows(
			`SELECT name, source, saved_at AS "savedAt" FROM free_drawings WHERE student_id = $1 ORDER BY name`,
		),
		releases: await rows(
			"SELECT a.title AS assignment, l.at FROM releases l JOIN assignments a ON a.id = l.assignment_id WHERE l.student_id = $1 ORDER BY l.at",
		),
		signIns: await rows("SELECT at FROM audit WHERE who = $1 AND what = 'signed in' ORDER BY at DESC LIMIT 1000"),
	};
}

/** Deletes a student and all that was theirs for good; nameless points keep the counts of their classes. */
export async function deleteStudent(manager: EntityManager, studentId: string): Promise<boolean> {
	const counted = await queryAll<{ assignmentId: string; exerciseId: string; earned: string; possible: string }>(
		manager,
		`SELECT assignment_id AS "assignmentId", exercise_id AS "exerciseId", earned, possible FROM counting WHERE student_id = $1 AND earned IS NOT NULL`,
		[studentId],
	);
	for (const c of counted)
		await manager.query(
			"INSERT INTO nameless_points (id, assignment_id, exercise_id, earned, possible) VALUES ($1, $2, $3, $4, $5)",
			[v7(), c.assignmentId, c.exerciseId, c.earned, c.possible],
		);
	// What was only for the moment may hold names and sources of anybody.
	await manager.query("DELETE FROM repeated_calls");
	await manager.query(
		"DELETE FROM uploads u USING assignments a WHERE a.id = u.assignment_id AND a.class_id IN (SELECT class_id FROM class_students WHERE account_id = $1)",
		[studentId],
	);
	return (
		(await queryReturning(manager, "DELETE FROM accounts WHERE id = $1 AND role = 'student' RETURNING id", [studentId]))
			.length > 0
	);
}
