import type { TodayRow } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import {
	boolean,
	instant,
	integer,
	nullable,
	type RowOf,
	statement,
	text,
	uuid,
	uuids,
} from "../database/statement.ts";

export type TodayRecord = Omit<TodayRow, "opensAt" | "dueAt" | "closesAt" | "latest"> & {
	opensAt: Date;
	dueAt: Date;
	closesAt: Date;
	latest: Date | null;
};

const TODAY_OF = statement(
	{
		assignmentId: uuid,
		classId: uuid,
		className: text(),
		exercise: text(),
		title: text(),
		opensAt: instant,
		dueAt: instant,
		closesAt: instant,
		students: integer,
		handedIn: integer,
		fresh: integer,
		toJudge: integer,
		notReleased: integer,
		newest: uuids,
		latest: nullable(instant),
	},
	`WITH mine AS (
			SELECT a.*, c.name AS class_name, (SELECT count(*)::int FROM class_students s WHERE s.class_id = c.id
					AND s.left_at IS NULL) AS students
			FROM class_teachers t JOIN classes c ON c.id = t.class_id JOIN assignments a ON a.class_id = c.id
			WHERE t.account_id = $1 AND (t.until IS NULL OR t.until > now()) AND c.closed_at IS NULL AND a.opens_at
					<= now()
				AND (a.closes_at > now() - interval '14 days' OR a.show_points = 'release' OR a.show_feedback = 'release'
					OR EXISTS (SELECT 1 FROM own_dates o
						WHERE o.assignment_id = a.id AND o.closes_at > now() - interval '14 days')
					OR EXISTS (SELECT 1 FROM hand_ins h JOIN standings g ON g.hand_in_id = h.id AND g.open > 0
						WHERE h.assignment_id = a.id))
		), done AS (
			SELECT n.assignment_id, n.exercise_id, count(*)::int AS handed_in, count(*) FILTER (WHERE
					n.handed_in_at > now() - interval '1 day')::int AS fresh,
				count(*) FILTER (WHERE n.open > 0)::int AS to_judge, count(*) FILTER (WHERE l.at IS NULL)::int AS
						held, max(n.handed_in_at) AS latest,
				(array_agg(n.hand_in_id ORDER BY n.handed_in_at DESC) FILTER (WHERE n.report_id IS NOT NULL))[1:4] AS newest
			FROM counting n
				LEFT JOIN releases l ON l.assignment_id = n.assignment_id AND l.student_id = n.student_id
			WHERE n.assignment_id = ANY(ARRAY(SELECT id FROM mine)) GROUP BY n.assignment_id, n.exercise_id
		)
		SELECT m.id AS "assignmentId", m.class_id AS "classId", m.class_name AS "className", e.key AS exercise,
				v.title, m.opens_at AS "opensAt", m.due_at AS "dueAt", m.closes_at AS "closesAt", m.students,
			coalesce(d.handed_in, 0) AS "handedIn", coalesce(d.fresh, 0) AS fresh, coalesce(d.to_judge, 0) AS
					"toJudge",
			CASE WHEN m.show_points = 'release' OR m.show_feedback = 'release' THEN coalesce(d.held, 0) ELSE 0 END
					AS "notReleased", coalesce(d.newest, '{}') AS newest, d.latest
		FROM mine m
			JOIN assignment_exercises x ON x.assignment_id = m.id
			JOIN exercises e ON e.id = x.exercise_id
			JOIN exercise_versions v ON v.id = x.exercise_version_id
		LEFT JOIN done d ON d.assignment_id = m.id AND d.exercise_id = x.exercise_id
		ORDER BY m.closes_at, m.id, x.position`,
);

/**
 * Assignments of a teacher's open classes with their tasks, by closing date: those that are open or closed in the last
 * two weeks, and older ones with something to judge or to release.
 */
export function todayOf(manager: EntityManager, teacherId: string): Promise<TodayRecord[]> {
	return TODAY_OF.all(manager, [teacherId]);
}

const FIRST_STEPS = statement(
	{ classId: nullable(uuid), students: integer, cards: boolean, assignments: integer, looked: boolean },
	`WITH mine AS (
			SELECT c.id
			FROM class_teachers t
			JOIN classes c ON c.id = t.class_id
			WHERE t.account_id = $1 AND t.until IS NULL AND c.closed_at IS NULL
		), pupils AS (
			SELECT s.account_id FROM class_students s JOIN mine m ON m.id = s.class_id WHERE s.left_at IS NULL
		)
		SELECT (SELECT id FROM mine ORDER BY id DESC LIMIT 1) AS "classId",
			(SELECT count(*)::int FROM pupils) AS students,
			EXISTS (SELECT 1 FROM pupils p JOIN known_browsers b ON b.account_id = p.account_id) AS cards,
			(SELECT count(*)::int FROM assignments a JOIN mine m ON m.id = a.class_id) AS assignments,
			EXISTS (SELECT 1 FROM comments WHERE by_id = $1)
				OR EXISTS (SELECT 1 FROM adjustments WHERE by_id = $1)
				OR EXISTS (SELECT 1 FROM judgements WHERE by_id = $1)
				OR EXISTS (SELECT 1 FROM releases WHERE by_id = $1) AS looked`,
);

/** The first steps that a new teacher has done. */
export async function firstStepsOf(manager: EntityManager, teacherId: string): Promise<RowOf<typeof FIRST_STEPS>> {
	return (await FIRST_STEPS.one(manager, [teacherId])) as RowOf<typeof FIRST_STEPS>;
}
