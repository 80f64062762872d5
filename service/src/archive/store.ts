import type { LanguageId } from "@markpen/core";
import type { Answers } from "../database/entities/answers.ts";
import type { CommentPlace } from "../database/entities/feedback.ts";
import {
	boolean,
	float,
	instant,
	integer,
	json,
	nullable,
	statement,
	text,
	texts,
	uuid,
} from "../database/statement.ts";

/** The ids of a class's hand-ins, as an array: what belongs to them is then found by index. */
const HAND_INS_OF_CLASS = `ARRAY(
		SELECT h.id FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id WHERE a.class_id = $1)`;

/** The teachers of a class, and those who judged work in it or own its exercises. */
export const LIST_TEACHERS = statement(
	{ key: uuid, name: text(), signInName: text(), until: nullable(instant), member: boolean },
	`SELECT a.id AS key, a.name, a.sign_in_name AS "signInName", t.until, t.account_id IS NOT NULL AS member
		FROM accounts a
		LEFT JOIN class_teachers t ON t.account_id = a.id AND t.class_id = $1
		WHERE a.role = 'teacher' AND a.closed_at IS NULL AND (t.account_id IS NOT NULL OR a.id IN (
			SELECT by_id FROM releases r JOIN assignments x ON x.id = r.assignment_id WHERE x.class_id = $1
			UNION
			SELECT by_id FROM judgements WHERE hand_in_id = ANY(${HAND_INS_OF_CLASS})
			UNION
			SELECT by_id FROM adjustments WHERE hand_in_id = ANY(${HAND_INS_OF_CLASS})
			UNION
			SELECT by_id FROM comments WHERE hand_in_id = ANY(${HAND_INS_OF_CLASS})
			UNION
			SELECT e.owner_id
			FROM exercises e
			JOIN assignment_exercises i ON i.exercise_id = e.id
			JOIN assignments x ON x.id = i.assignment_id
			WHERE x.class_id = $1
		))
		ORDER BY a.name, a.id`,
);

/** Everybody who is or was in a class. */
export const LIST_STUDENTS = statement(
	{
		key: uuid,
		name: text(),
		signInName: text(),
		number: nullable(text()),
		joinedAt: instant,
		leftAt: nullable(instant),
	},
	`SELECT a.id AS key, a.name, s.sign_in_name AS "signInName", a.sourced_id AS number, s.joined_at AS "joinedAt",
			s.left_at AS "leftAt"
		FROM class_students s
		JOIN accounts a ON a.id = s.account_id
		WHERE s.class_id = $1
		ORDER BY a.name, a.id`,
);

export const LIST_RELEASES = statement(
	{ student: uuid, by: uuid, at: instant },
	`SELECT student_id AS student, by_id AS by, at
		FROM releases
		WHERE assignment_id = $1
		ORDER BY student_id`,
);

export const LIST_NAMELESS_POINTS = statement(
	{ exerciseId: uuid, earned: float, possible: float },
	`SELECT exercise_id AS "exerciseId", earned::float, possible::float
		FROM nameless_points
		WHERE assignment_id = $1
		ORDER BY id`,
);

/** The hand-ins of a class. */
export const LIST_HAND_INS = statement(
	{
		id: uuid,
		assignment: uuid,
		exercise: uuid,
		student: uuid,
		tryNumber: integer,
		source: text(),
		language: text<LanguageId>(),
		handedInAt: instant,
		late: boolean,
		madeBy: text<"student" | "teacher" | "closing" | "archive">(),
		answers: json<Answers>(),
		chosen: boolean,
		pressedAt: nullable(instant),
	},
	`SELECT h.id, h.assignment_id AS assignment, h.exercise_id AS exercise, h.student_id AS student,
			h.try_number AS "tryNumber", h.source, h.language, h.handed_in_at AS "handedInAt", h.late, h.made_by AS "madeBy",
			h.answers, c.hand_in_id IS NOT NULL AS chosen, p.at AS "pressedAt"
		FROM hand_ins h
		JOIN assignments a ON a.id = h.assignment_id
		LEFT JOIN pressed p ON p.hand_in_id = h.id
		LEFT JOIN chosen_tries c ON c.hand_in_id = h.id
		WHERE a.class_id = $1
		ORDER BY h.handed_in_at, h.id`,
);

/** The judgements of a class's hand-ins. */
export const LIST_JUDGEMENTS = statement(
	{ handInId: uuid, at: instant, by: uuid, criterion: text(), points: float },
	`SELECT d.hand_in_id AS "handInId", d.at, d.by_id AS by, d.criterion, d.points::float AS points
		FROM judgements d
		WHERE d.hand_in_id = ANY(${HAND_INS_OF_CLASS})
		ORDER BY d.at`,
);

/** The adjustments of a class's hand-ins. */
export const LIST_ADJUSTMENTS = statement(
	{ handInId: uuid, at: instant, by: uuid, criterion: text(), points: float, reason: text() },
	`SELECT d.hand_in_id AS "handInId", d.at, d.by_id AS by, d.criterion, d.points::float AS points, d.reason
		FROM adjustments d
		WHERE d.hand_in_id = ANY(${HAND_INS_OF_CLASS})
		ORDER BY d.at`,
);

/** The comments of a class's hand-ins. */
export const LIST_COMMENTS = statement(
	{ handInId: uuid, at: instant, by: uuid, place: json<CommentPlace>(), words: text() },
	`SELECT d.hand_in_id AS "handInId", d.at, d.by_id AS by, d.place, d.words
		FROM comments d
		WHERE d.hand_in_id = ANY(${HAND_INS_OF_CLASS})
		ORDER BY d.at`,
);

/** The drafts of a class. */
export const LIST_DRAFTS = statement(
	{
		assignment: uuid,
		exercise: uuid,
		student: uuid,
		source: text(),
		language: text<LanguageId>(),
		device: text(),
		savedAt: instant,
		runs: integer,
		state: nullable(text()),
		met: texts,
		bestMet: integer,
		idleRuns: integer,
		idleMilliseconds: integer,
		answers: json<Answers>(),
		hinted: json<Record<string, { given: number; runs: number }>>(),
	},
	`SELECT d.assignment_id AS assignment, d.exercise_id AS exercise, d.student_id AS student, d.source, d.language, d.device,
			d.saved_at AS "savedAt", d.runs, d.state, d.met, d.best_met AS "bestMet", d.idle_runs AS "idleRuns",
			d.idle_milliseconds AS "idleMilliseconds", d.answers, d.hinted
		FROM drafts d
		JOIN assignments a ON a.id = d.assignment_id
		WHERE a.class_id = $1
		ORDER BY d.assignment_id, d.exercise_id, d.student_id`,
);
