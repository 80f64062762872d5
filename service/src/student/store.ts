import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { archivedOf, forgetInArchives } from "../archive/keep.ts";
import { AccountEntity } from "../database/entities/account.ts";
import { NamelessPointsEntity } from "../database/entities/assignment.ts";
import { AuditEntity } from "../database/entities/audit.ts";
import { FreeDrawingEntity } from "../database/entities/work.ts";
import {
	boolean,
	float,
	instant,
	integer,
	json,
	nullable,
	numeric,
	type RowOf,
	statement,
	text,
	texts,
	uuid,
} from "../database/statement.ts";
import { hasStudent } from "../roster/store.ts";

const FIND_STUDENT = statement(
	{ id: uuid, name: text(), mine: boolean, covered: boolean },
	`SELECT a.id, a.name, ${hasStudent("a.id", "$2")} AS mine, NOT EXISTS (
			SELECT 1 FROM class_students s
			JOIN class_teachers t ON t.class_id = s.class_id
			WHERE s.account_id = a.id AND t.account_id = $2 AND t.until IS NULL) AS covered
		FROM accounts a
		WHERE a.id = $1 AND a.role = 'student' AND EXISTS (
			SELECT 1 FROM class_students s
			JOIN class_teachers t ON t.class_id = s.class_id
			WHERE s.account_id = a.id AND t.account_id = $2 AND (t.until IS NULL OR t.until > now()))`,
);

/**
 * A student in one of a teacher's present, former or covered classes: whether they are the teacher's now, or only
 * covered.
 */
export function findStudent(
	manager: EntityManager,
	studentId: string,
	teacherId: string,
): Promise<RowOf<typeof FIND_STUDENT> | undefined> {
	return FIND_STUDENT.one(manager, [studentId, teacherId]);
}

const YEAR_OF = statement(
	{
		classId: uuid,
		className: text(),
		assignmentId: uuid,
		exercise: text(),
		title: text(),
		file: nullable(text()),
		dueAt: instant,
		handInId: nullable(uuid),
		handedInAt: nullable(instant),
		tries: integer,
		late: boolean,
		excused: boolean,
		earned: nullable(numeric),
		possible: nullable(numeric),
		open: nullable(numeric),
		criteria: nullable(texts),
		verdicts: nullable(texts),
		slips: nullable(texts),
	},
	`SELECT c.id AS "classId", c.name AS "className", a.id AS "assignmentId", e.key AS exercise, v.title,
				v.file, coalesce(o.due_at, a.due_at) AS "dueAt", n.hand_in_id AS "handInId", n.handed_in_at AS
				"handedInAt",
			coalesce(n.tries, 0) AS tries, coalesce(n.late, false) AS late, coalesce(o.excused, false) AS excused,
					n.earned, n.possible, n.open, n.criteria, n.verdicts, r.slips
		FROM class_students s
			JOIN classes c ON c.id = s.class_id
			JOIN class_teachers t ON t.class_id = c.id AND t.account_id = $2 AND (t.until IS NULL OR t.until > now())
		JOIN assignments a ON a.class_id = c.id
			JOIN assignment_exercises x ON x.assignment_id = a.id
			JOIN exercises e ON e.id = x.exercise_id
			JOIN exercise_versions v ON v.id = x.exercise_version_id
		LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = s.account_id
		LEFT JOIN counting n ON n.assignment_id = a.id AND n.exercise_id = e.id AND n.student_id = $1
			LEFT JOIN full_reports r ON r.id = n.report_id
		WHERE s.account_id = $1 AND a.opens_at <= now() AND (s.left_at IS NULL OR a.opens_at <= s.left_at)
			ORDER BY a.due_at, a.id, x.position`,
);
export type YearRow = RowOf<typeof YEAR_OF>;

/** A student's work and results in the classes that a teacher has or covers, in one query. */
export function yearOf(manager: EntityManager, studentId: string, teacherId: string): Promise<YearRow[]> {
	return YEAR_OF.all(manager, [studentId, teacherId]);
}

const LIST_CLASSES = statement(
	{ name: text(), schoolYear: text(), signInName: text(), joinedAt: instant, leftAt: nullable(instant) },
	`SELECT c.name, c.school_year AS "schoolYear", s.sign_in_name AS "signInName", s.joined_at AS "joinedAt",
			s.left_at AS "leftAt"
		FROM class_students s
		JOIN classes c ON c.id = s.class_id
		WHERE s.account_id = $1
		ORDER BY s.joined_at`,
);

const LIST_HAND_INS = statement(
	{
		id: uuid,
		assignment: text(),
		exercise: text(),
		tryNumber: integer,
		handedInAt: instant,
		late: boolean,
		madeBy: text(),
		source: text(),
		answers: json<object>(),
		earned: nullable(float),
		possible: nullable(float),
		report: nullable(json<object>()),
	},
	`SELECT h.id, a.title AS assignment, e.key AS exercise, h.try_number AS "tryNumber",
			h.handed_in_at AS "handedInAt", h.late, h.made_by AS "madeBy", h.source, h.answers, g.earned::float,
			g.possible::float, r.body AS report
		FROM hand_ins h
		JOIN assignments a ON a.id = h.assignment_id
		JOIN exercises e ON e.id = h.exercise_id
		LEFT JOIN standings g ON g.hand_in_id = h.id
		LEFT JOIN full_reports r ON r.id = g.report_id
		WHERE h.student_id = $1
		ORDER BY h.handed_in_at, h.id`,
);

const LIST_ADJUSTMENTS = statement(
	{ handInId: uuid, criterion: text(), points: float, reason: text(), at: instant },
	`SELECT d.hand_in_id AS "handInId", d.criterion, d.points::float, d.reason, d.at
		FROM adjustments d
		WHERE d.hand_in_id = ANY(ARRAY(SELECT id FROM hand_ins WHERE student_id = $1))
		ORDER BY d.at`,
);

const LIST_JUDGEMENTS = statement(
	{ handInId: uuid, criterion: text(), points: float, at: instant },
	`SELECT d.hand_in_id AS "handInId", d.criterion, d.points::float, d.at
		FROM judgements d
		WHERE d.hand_in_id = ANY(ARRAY(SELECT id FROM hand_ins WHERE student_id = $1))
		ORDER BY d.at`,
);

const LIST_COMMENTS = statement(
	{ handInId: uuid, place: json<object>(), words: text(), at: instant },
	`SELECT c.hand_in_id AS "handInId", c.place, c.words, c.at
		FROM comments c
		WHERE c.hand_in_id = ANY(ARRAY(SELECT id FROM hand_ins WHERE student_id = $1))
		ORDER BY c.at`,
);

const LIST_DRAFTS = statement(
	{ assignment: text(), exercise: text(), source: text(), savedAt: instant, runs: integer, answers: json<object>() },
	`SELECT a.title AS assignment, e.key AS exercise, d.source, d.saved_at AS "savedAt", d.runs, d.answers
		FROM drafts d
		JOIN assignments a ON a.id = d.assignment_id
		JOIN exercises e ON e.id = d.exercise_id
		WHERE d.student_id = $1`,
);

const LIST_RELEASES = statement(
	{ assignment: text(), at: instant },
	`SELECT a.title AS assignment, l.at
		FROM releases l
		JOIN assignments a ON a.id = l.assignment_id
		WHERE l.student_id = $1
		ORDER BY l.at`,
);

/** Number of sign-ins in an export; earlier ones are in the change log. */
const MAX_SIGN_INS = 1_000;

/** All that is kept of a student, by table. */
export async function dataOf(manager: EntityManager, studentId: string): Promise<Record<string, unknown>> {
	const account = await manager.findOneBy(AccountEntity, { id: studentId });
	const freeDrawings = await manager.find(FreeDrawingEntity, {
		select: { name: true, source: true, savedAt: true },
		where: { studentId },
		order: { name: "ASC" },
	});
	const signIns = await manager.find(AuditEntity, {
		select: { at: true },
		where: { who: studentId, what: "signed in" },
		order: { at: "DESC" },
		take: MAX_SIGN_INS,
	});
	return {
		account: account && {
			id: account.id,
			name: account.name,
			number: account.sourcedId,
			madeAt: account.madeAt,
		},
		classes: await LIST_CLASSES.all(manager, [studentId]),
		handIns: await LIST_HAND_INS.all(manager, [studentId]),
		adjustments: await LIST_ADJUSTMENTS.all(manager, [studentId]),
		judgements: await LIST_JUDGEMENTS.all(manager, [studentId]),
		comments: await LIST_COMMENTS.all(manager, [studentId]),
		drafts: await LIST_DRAFTS.all(manager, [studentId]),
		freeDrawings: freeDrawings.map(({ name, source, savedAt }) => ({ name, source, savedAt })),
		archived: await archivedOf(manager, studentId),
		releases: await LIST_RELEASES.all(manager, [studentId]),
		signIns: signIns.map(({ at }) => ({ at })),
	};
}

const LIST_COUNTING_POINTS = statement(
	{ assignmentId: uuid, exerciseId: uuid, earned: float, possible: float },
	`SELECT assignment_id AS "assignmentId", exercise_id AS "exerciseId", earned::float, possible::float
		FROM counting
		WHERE student_id = $1 AND earned IS NOT NULL`,
);

const DELETE_REPEATED_CALLS = statement({}, `DELETE FROM repeated_calls`);

const DELETE_UPLOADS = statement(
	{},
	`DELETE FROM uploads u
		USING assignments a
		WHERE a.id = u.assignment_id AND a.class_id IN (SELECT class_id FROM class_students WHERE account_id = $1)`,
);

const DELETE_ACCOUNT = statement(
	{ id: uuid },
	`DELETE FROM accounts
		WHERE id = $1 AND role = 'student'
		RETURNING id`,
);

/** Deletes a student and all their data for good; class totals keep the points without a name. */
export async function deleteStudent(manager: EntityManager, studentId: string): Promise<boolean> {
	const counted = await LIST_COUNTING_POINTS.all(manager, [studentId]);
	for (const c of counted)
		await manager.insert(NamelessPointsEntity, {
			id: v7(),
			assignmentId: c.assignmentId,
			exerciseId: c.exerciseId,
			earned: c.earned,
			possible: c.possible,
		});
	await forgetInArchives(manager, studentId);
	// Temporary data may contain names and sources.
	await DELETE_REPEATED_CALLS.all(manager);
	await DELETE_UPLOADS.all(manager, [studentId]);
	return (await DELETE_ACCOUNT.all(manager, [studentId])).length > 0;
}
