import type { AssignmentPage } from "@markpen/contract";
import type { LanguageId } from "@markpen/core";
import { mistakeWords } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { pointsOf } from "../class/store.ts";
import { AssignmentEntity, AssignmentExerciseEntity, OwnDatesEntity } from "../database/entities/assignment.ts";
import {
	boolean,
	float,
	instant,
	integer,
	nullable,
	numeric,
	type RowOf,
	statement,
	text,
	texts,
	textsOf,
	uuid,
} from "../database/statement.ts";
import { Refusal } from "../refusals.ts";

/**
 * The columns of an assignment, for statements that join `assignments a` and `classes c`.
 *
 * @param own the SQL of a student's own dates
 */
export const assignmentColumns = (own = { dueAt: "a.due_at", closesAt: "a.closes_at" }) =>
	`a.id, a.class_id AS "classId", c.name AS "className", c.closed_at IS NOT NULL AS "classClosed", a.title,
			a.collection_id AS "collectionId", a.done_when::float AS "doneWhen", a.opens_at AS "opensAt",
			${own.dueAt} AS "dueAt", ${own.closesAt} AS "closesAt", a.tries, a.counts, a.late,
			a.late_share::float AS "lateShare", a.show_checklist AS "showChecklist", a.show_points AS "showPoints",
			a.show_feedback AS "showFeedback", a.show_model AS "showModel", a.show_model_as AS "showModelAs",
			a.hand_in_drafts AS "handInDrafts", a.weight::float AS weight, a.revision`;

/** The row of {@link assignmentColumns}. */
export const ASSIGNMENT_ROW = {
	id: uuid,
	classId: uuid,
	className: text(),
	classClosed: boolean,
	title: text(),
	collectionId: nullable(uuid),
	doneWhen: float,
	opensAt: instant,
	dueAt: instant,
	closesAt: instant,
	tries: nullable(integer),
	counts: text<"best" | "latest" | "chosen">(),
	late: text<"marked" | "reduced" | "refused">(),
	lateShare: float,
	showChecklist: text<"opening" | "hand-in">(),
	showPoints: text<"at once" | "release" | "closing">(),
	showFeedback: text<"at once" | "release" | "closing">(),
	showModel: text<"release" | "closing" | "never">(),
	showModelAs: text<"picture" | "source">(),
	handInDrafts: boolean,
	weight: float,
	revision: integer,
};

const FIND_ASSIGNMENT = statement(
	ASSIGNMENT_ROW,
	`SELECT ${assignmentColumns()}
		FROM assignments a
		JOIN classes c ON c.id = a.class_id
		WHERE a.id = $1`,
);

/** An assignment with its rules. */
export type AssignmentRecord = RowOf<typeof FIND_ASSIGNMENT>;

export function findAssignment(manager: EntityManager, id: string): Promise<AssignmentRecord | undefined> {
	return FIND_ASSIGNMENT.one(manager, [id]);
}

const ITEMS_OF = statement(
	{ exerciseId: uuid, versionId: uuid, key: text(), title: text(), number: integer, file: nullable(text()) },
	`SELECT x.exercise_id AS "exerciseId", v.id AS "versionId", e.key, v.title, v.number, v.file
			FROM assignment_exercises x
		JOIN exercises e ON e.id = x.exercise_id
			JOIN exercise_versions v ON v.id = x.exercise_version_id
			WHERE x.assignment_id = $1
			ORDER BY x.position`,
);
/** One exercise of an assignment, in the version that was set. */
export type Item = RowOf<typeof ITEMS_OF>;

export function itemsOf(manager: EntityManager, assignmentId: string): Promise<Item[]> {
	return ITEMS_OF.all(manager, [assignmentId]);
}

/** The exercise of an assignment that a call names, or the first. */
export function itemOf(items: readonly Item[], key: string | undefined): Item {
	const item = key === undefined ? items[0] : items.find((i) => i.key === key);
	if (!item) throw new Refusal("not-found");
	return item;
}

/** The editable fields of an assignment. */
export const RULES = [
	"title",
	"opensAt",
	"dueAt",
	"closesAt",
	"tries",
	"counts",
	"late",
	"lateShare",
	"showChecklist",
	"showPoints",
	"showFeedback",
	"showModel",
	"showModelAs",
	"handInDrafts",
	"weight",
] as const satisfies readonly (keyof AssignmentRecord)[];
export type Rules = Pick<AssignmentRecord, (typeof RULES)[number]>;

const rulesOf = (of: Rules): Rules => Object.fromEntries(RULES.map((name) => [name, of[name]])) as Rules;

export async function insertAssignment(
	manager: EntityManager,
	of: Rules & {
		id: string;
		classId: string;
		collectionId: string | null;
		doneWhen: number;
		items: readonly { exerciseId: string; versionId: string }[];
	},
): Promise<void> {
	const { id, classId, collectionId, doneWhen } = of;
	await manager.insert(AssignmentEntity, { id, classId, collectionId, doneWhen, ...rulesOf(of) });
	for (const [position, item] of of.items.entries())
		await manager.insert(AssignmentExerciseEntity, {
			assignmentId: of.id,
			exerciseId: item.exerciseId,
			exerciseVersionId: item.versionId,
			position,
		});
}

/** Changes an assignment if its revision is still the given one (−1: any). */
export async function updateAssignment(
	manager: EntityManager,
	id: string,
	rules: Rules,
	revision: number,
): Promise<boolean> {
	const where = { id, ...(revision !== -1 && { revision }) };
	const changes = { ...rulesOf(rules), revision: () => "revision + 1" };
	const { affected } = await manager.update(AssignmentEntity, where, changes);
	return affected !== 0;
}

const REMOVE_ASSIGNMENT = statement(
	{ id: uuid },
	`DELETE FROM assignments a
		WHERE a.id = $1 AND NOT EXISTS (SELECT 1 FROM hand_ins h WHERE h.assignment_id = a.id)
		RETURNING id`,
);

export async function removeAssignment(manager: EntityManager, id: string): Promise<boolean> {
	return (await REMOVE_ASSIGNMENT.all(manager, [id])).length > 0;
}

export type OwnDates = { studentId: string; dueAt: Date | null; closesAt: Date | null; excused: boolean };

export function ownDatesOf(manager: EntityManager, assignmentId: string): Promise<OwnDates[]> {
	return manager.find(OwnDatesEntity, {
		select: { studentId: true, dueAt: true, closesAt: true, excused: true },
		where: { assignmentId },
		order: { studentId: "ASC" },
	});
}

const SET_OWN_DATES = statement(
	{},
	`INSERT INTO own_dates (assignment_id, student_id, due_at, closes_at, excused)
			VALUES ($1, $2, $3, $4, $5)
		ON CONFLICT (assignment_id, student_id) DO UPDATE SET due_at = $3, closes_at = $4, excused = $5`,
);

export async function setOwnDates(manager: EntityManager, assignmentId: string, of: OwnDates): Promise<void> {
	if (of.dueAt === null && of.closesAt === null && !of.excused)
		await manager.delete(OwnDatesEntity, { assignmentId, studentId: of.studentId });
	else await SET_OWN_DATES.all(manager, [assignmentId, of.studentId, of.dueAt, of.closesAt, of.excused]);
}

const WALL_OF = statement(
	{
		id: uuid,
		studentId: uuid,
		studentName: text(),
		tryNumber: integer,
		handedInAt: instant,
		late: boolean,
		madeBy: text<"closing" | "student" | "teacher" | "archive">(),
		state: nullable(text()),
		ended: nullable(text()),
		earned: nullable(numeric),
		possible: nullable(numeric),
		open: nullable(numeric),
		adjusted: boolean,
		note: nullable(text()),
		ownTitle: nullable(text()),
		verdicts: textsOf<AssignmentPage["handIns"][number]["verdicts"][number]>(),
		slips: texts,
		oneChangeAway: boolean,
		released: boolean,
	},
	`SELECT n.hand_in_id AS id, n.student_id AS "studentId", s.name AS "studentName", n.try_number AS
				"tryNumber", n.handed_in_at AS "handedInAt", n.late, n.made_by AS "madeBy", r.state, r.ended,
			n.earned, n.possible, n.open, n.adjusted, r.note, substring(h.source FROM
					'^\\s*--\\s*([^\\n\\r]{1,80})') AS "ownTitle", coalesce(n.verdicts, '{}') AS verdicts,
					coalesce(r.slips, '{}') AS slips, coalesce(r.one_change_away, false) AS
					"oneChangeAway", (l.at IS NOT NULL) AS released
		FROM counting n
			JOIN accounts s ON s.id = n.student_id
			JOIN hand_ins h ON h.id = n.hand_in_id
			LEFT JOIN full_reports r ON r.id = n.report_id
		LEFT JOIN releases l ON l.assignment_id = n.assignment_id AND l.student_id = n.student_id
		WHERE n.assignment_id = $1 AND n.exercise_id = $2 ORDER BY s.name, s.id`,
);

/** The counted hand-in of each student, sorted by name. */
export async function wallOf(
	manager: EntityManager,
	assignmentId: string,
	exerciseId: string,
): Promise<AssignmentPage["handIns"]> {
	const rows = await WALL_OF.all(manager, [assignmentId, exerciseId]);
	return rows.map(({ studentId, studentName, handedInAt, earned, possible, open, note, ...row }) => ({
		...row,
		student: { id: studentId, name: studentName },
		handedInAt: handedInAt.toISOString(),
		points: pointsOf(earned, possible),
		open: Number(open ?? 0),
		note: note ?? "being checked",
	}));
}

const DRAWINGS_JSON = statement(
	{ drawings: nullable(text()) },
	`SELECT '[' || string_agg(format('{"id":"%s","picture":%s}', n.hand_in_id, r.body -> 'picture'), ',') || ']'
				AS drawings
			FROM counting n
			JOIN reports r ON r.id = n.report_id
		WHERE n.assignment_id = $1 AND n.exercise_id = $2 AND jsonb_array_length(r.body #> '{picture,shapes}') <= $3`,
);

/** The drawings of a wall as a JSON list of `{ id, picture }`, except drawings with more than `most` shapes. */
export async function drawingsJson(
	manager: EntityManager,
	assignmentId: string,
	exerciseId: string,
	most: number,
): Promise<string> {
	const row = await DRAWINGS_JSON.one(manager, [assignmentId, exerciseId, most]);
	return row?.drawings ?? "[]";
}

const SHARED_SLIPS = statement(
	{ id: text(), sentence: text(), count: integer },
	`SELECT s ->> 'id' AS id, min(coalesce(s ->> 'teacher', s ->> 'sentence')) AS sentence, count(DISTINCT
				n.student_id)::int AS count
		FROM counting n
			JOIN full_reports r ON r.id = n.report_id
			CROSS JOIN LATERAL jsonb_array_elements(r.explained) AS s
		WHERE n.assignment_id = $1 AND n.exercise_id = $2 GROUP BY s ->> 'id' ORDER BY count DESC, id`,
);

/** The most frequent causes, each with a sentence of one hand-in. */
export async function sharedSlips(
	manager: EntityManager,
	assignmentId: string,
	exerciseId: string,
): Promise<AssignmentPage["slips"]> {
	const rows = await SHARED_SLIPS.all(manager, [assignmentId, exerciseId]);
	return rows.map((row) => ({ ...row, sentence: mistakeWords(row.id) ?? row.sentence }));
}

const COUNTED_OF = statement(
	{ id: uuid, name: text(), done: integer },
	`SELECT s.id, s.name, count(n.hand_in_id) FILTER (WHERE n.earned >= $2::numeric * n.possible AND n.possible
				> 0)::int AS done
		FROM class_students m
			JOIN accounts s ON s.id = m.account_id
			LEFT JOIN counting n ON n.student_id = s.id AND n.assignment_id = $1
		WHERE m.class_id = $3 AND m.left_at IS NULL GROUP BY s.id, s.name ORDER BY s.name, s.id`,
);

/**
 * The number of a collection's exercises that each student has done: those with at least the collection's share of
 * points.
 */
export async function countedOf(
	manager: EntityManager,
	record: AssignmentRecord,
	exercises: number,
): Promise<AssignmentPage["counted"]> {
	const rows = await COUNTED_OF.all(manager, [record.id, record.doneWhen, record.classId]);
	return rows.map(({ id, name, done }) => ({ student: { id, name }, done, of: exercises }));
}

const UNCHECKED_IN = statement(
	{ count: integer },
	`SELECT count(*)::int AS count
		FROM checks k
		JOIN hand_ins h ON h.id = k.hand_in_id
		WHERE h.assignment_id = $1 AND k.ended_at IS NULL`,
);

export async function uncheckedIn(manager: EntityManager, assignmentId: string): Promise<number> {
	const row = await UNCHECKED_IN.one(manager, [assignmentId]);
	return row?.count ?? 0;
}

const DRAFTERS_OF = statement(
	{ id: uuid },
	`SELECT student_id AS id
		FROM drafts
		WHERE assignment_id = $1 AND exercise_id = $2 AND source ~ '\\S'`,
);

/** Students who have a draft of an exercise. */
export async function draftersOf(
	manager: EntityManager,
	assignmentId: string,
	exerciseId: string,
): Promise<Set<string>> {
	const rows = await DRAFTERS_OF.all(manager, [assignmentId, exerciseId]);
	return new Set(rows.map((r) => r.id));
}

const RELEASE_TO = statement(
	{ id: uuid },
	`INSERT INTO releases (assignment_id, student_id, by_id)
			SELECT $1, s.account_id, $2
			FROM class_students s
		WHERE s.class_id = $3 AND ($4::uuid[] IS NULL OR s.account_id = ANY($4))
			ON CONFLICT DO NOTHING
			RETURNING student_id AS id`,
);

/** Releases work to some students of the class; returns how many releases were new. */
export async function releaseTo(
	manager: EntityManager,
	record: AssignmentRecord,
	students: readonly string[] | undefined,
	by: string,
): Promise<string[]> {
	const rows = await RELEASE_TO.all(manager, [record.id, by, record.classId, students ?? null]);
	return rows.map((r) => r.id);
}

const CHOOSE_TRY = statement(
	{ hand_in_id: uuid },
	`INSERT INTO chosen_tries (assignment_id, exercise_id, student_id, hand_in_id)
			SELECT assignment_id, exercise_id, student_id, id
			FROM hand_ins
			WHERE id = $3 AND assignment_id = $1 AND student_id = $2
		ON CONFLICT (assignment_id, exercise_id, student_id) DO UPDATE SET hand_in_id = $3 RETURNING hand_in_id`,
);

export async function chooseTry(
	manager: EntityManager,
	assignmentId: string,
	studentId: string,
	handInId: string,
): Promise<boolean> {
	const rows = await CHOOSE_TRY.all(manager, [assignmentId, studentId, handInId]);
	return rows.length > 0;
}

const DRAFTS_IN = statement(
	{
		studentId: uuid,
		studentName: text(),
		source: text(),
		language: text<LanguageId>(),
		savedAt: instant,
		runs: integer,
		state: nullable(text()),
		met: texts,
		hints: integer,
	},
	`SELECT s.id AS "studentId", s.name AS "studentName", d.source, d.language, d.saved_at AS "savedAt", d.runs, d.state,
				d.met,
			coalesce((SELECT sum((h.value ->> 'given')::int) FROM jsonb_each(d.hinted) h), 0)::int AS hints
		FROM drafts d JOIN assignments a ON a.id = d.assignment_id JOIN accounts s ON s.id = d.student_id
		JOIN class_students m ON m.class_id = a.class_id AND m.account_id = s.id AND m.left_at IS NULL
		WHERE d.assignment_id = $1 AND d.exercise_id = $2 ORDER BY s.name, s.id`,
);

/** The drafts of a class for an exercise, sorted by student's name. */
export async function draftsIn(manager: EntityManager, assignmentId: string, exerciseId: string) {
	const rows = await DRAFTS_IN.all(manager, [assignmentId, exerciseId]);
	return rows.map(({ studentId, studentName, savedAt, ...row }) => ({
		...row,
		student: { id: studentId, name: studentName },
		savedAt: savedAt.toISOString(),
	}));
}

const FIRST_MET = statement(
	{ criterion: text(), try: nullable(integer), students: integer },
	`SELECT criterion, first AS try, count(*)::int AS students FROM (
			SELECT h.student_id, u.criterion, min(h.try_number) FILTER (WHERE u.verdict = 'met') AS first
			FROM hand_ins h
				JOIN standings g ON g.hand_in_id = h.id
				CROSS JOIN LATERAL unnest(g.criteria, g.verdicts) AS u(criterion, verdict)
			WHERE h.assignment_id = $1 AND h.exercise_id = $2 AND u.verdict <> 'not-judged' GROUP BY h.student_id, u.criterion
		) f GROUP BY criterion, first ORDER BY criterion, first`,
);

/** For each criterion, the try with which each student first met it, or never, from the verdicts of all tries. */
export function firstMet(
	manager: EntityManager,
	assignmentId: string,
	exerciseId: string,
): Promise<{ criterion: string; try: number | null; students: number }[]> {
	return FIRST_MET.all(manager, [assignmentId, exerciseId]);
}
