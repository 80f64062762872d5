import type PgBoss from "pg-boss";
import type { DataSource } from "typeorm";
import { instant, statement, uuid } from "../database/statement.ts";
import { handInAtClosing } from "../hand-in/hand-in.ts";

/** Largest number of drafts per poll; the rest follow in the next. */
const MAX_DRAFTS = 50;

const LIST_LEFT_DRAFTS = statement(
	{ assignmentId: uuid, exerciseId: uuid, studentId: uuid, closesAt: instant },
	`SELECT d.assignment_id AS "assignmentId", d.exercise_id AS "exerciseId", d.student_id AS "studentId",
			coalesce(o.closes_at, a.closes_at) AS "closesAt"
		FROM drafts d
		JOIN assignments a ON a.id = d.assignment_id
		JOIN classes c ON c.id = a.class_id
		LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = d.student_id
		WHERE a.hand_in_drafts AND c.closed_at IS NULL AND coalesce(o.closes_at, a.closes_at) <= now()
			AND d.source ~ '\\S' AND NOT coalesce(o.excused, false)
			AND NOT EXISTS (SELECT 1 FROM hand_ins h WHERE h.assignment_id = d.assignment_id
				AND h.exercise_id = d.exercise_id AND h.student_id = d.student_id)
		ORDER BY d.assignment_id, d.student_id, d.exercise_id
		LIMIT ${MAX_DRAFTS}`,
);

/**
 * Hands in the drafts of closed assignments that ask for it, for students without a hand-in. Two workers at once hand
 * in each draft only once: tries are numbered under a lock.
 */
export async function handInLeftDrafts(dataSource: DataSource, queue: PgBoss): Promise<number> {
	const left = await LIST_LEFT_DRAFTS.all(dataSource.manager);
	for (const draft of left) await handInAtClosing(dataSource, queue, draft);
	return left.length;
}
