import type { Cell, ClassPage } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import {
	ClassArchiveEntity,
	ClassEntity,
	type ClassRow,
	ClassTeacherEntity,
	type GradeStep,
} from "../database/entities/class.ts";
import {
	float,
	instant,
	integer,
	json,
	nullable,
	numeric,
	type RowOf,
	statement,
	text,
	uuid,
} from "../database/statement.ts";

const SUMMARY = `c.id, c.name, c.school_year AS "schoolYear", c.code, t.until, c.closed_at AS "closedAt",
	(SELECT count(*)::int FROM class_students s WHERE s.class_id = c.id AND s.left_at IS NULL) AS students,
	(SELECT count(*)::int FROM assignments a WHERE a.class_id = c.id) AS assignments`;

const CLASSES_OF = statement(
	{
		id: uuid,
		name: text(),
		schoolYear: text(),
		code: text(),
		until: nullable(instant),
		closedAt: nullable(instant),
		students: integer,
		assignments: integer,
	},
	`SELECT ${SUMMARY} FROM classes c JOIN class_teachers t ON t.class_id = c.id
		WHERE t.account_id = $1 AND (t.until IS NULL OR t.until > now()) AND (c.closed_at IS NOT NULL) = $2
			ORDER BY c.name, c.id`,
);
export type ClassSummary = RowOf<typeof CLASSES_OF>;

/** The classes that a teacher has or covers now. */
export function classesOf(manager: EntityManager, teacherId: string, closed: boolean): Promise<ClassSummary[]> {
	return CLASSES_OF.all(manager, [teacherId, closed]);
}

/** A class without what only rosters need. */
export type ClassRecord = Omit<ClassRow, "sourcedId">;

export function findClass(manager: EntityManager, classId: string): Promise<ClassRecord | null> {
	return manager.findOne(ClassEntity, {
		select: {
			id: true,
			name: true,
			schoolYear: true,
			code: true,
			zone: true,
			gradeScale: true,
			revision: true,
			closedAt: true,
		},
		where: { id: classId },
	});
}

/** Since when a class is archived; undefined if it isn't. */
export async function archivedSince(manager: EntityManager, classId: string): Promise<Date | undefined> {
	const kept = await manager.findOne(ClassArchiveEntity, { select: { madeAt: true }, where: { classId } });
	return kept?.madeAt;
}

export async function insertClass(
	manager: EntityManager,
	of: {
		id: string;
		name: string;
		schoolYear: string;
		code: string;
		zone: string;
		teacherId: string;
		gradeScale?: readonly GradeStep[];
		sourcedId?: string;
	},
): Promise<void> {
	await manager.insert(ClassEntity, {
		id: of.id,
		name: of.name,
		schoolYear: of.schoolYear,
		code: of.code,
		zone: of.zone,
		gradeScale: [...(of.gradeScale ?? [])],
		sourcedId: of.sourcedId ?? null,
	});
	await manager.insert(ClassTeacherEntity, { classId: of.id, accountId: of.teacherId });
}

const UPDATE_CLASS = statement(
	{ id: uuid },
	`UPDATE classes
		SET name = $2, school_year = $3, zone = $4, grade_scale = $5, closed_at = $6, revision = revision + 1
		WHERE id = $1 AND ($7 = -1 OR revision = $7)
			AND ($6::timestamptz IS NOT NULL OR NOT EXISTS (SELECT 1 FROM class_archives WHERE class_id = $1))
		RETURNING id`,
);

/** Changes a class if it still has the revision that was read (−1: any). */
export async function updateClass(
	manager: EntityManager,
	of: Omit<ClassRecord, "code">,
	revision: number,
): Promise<boolean> {
	const rows = await UPDATE_CLASS.all(manager, [
		of.id,
		of.name,
		of.schoolYear,
		of.zone,
		JSON.stringify(of.gradeScale),
		of.closedAt,
		revision,
	]);
	return rows.length > 0;
}

const CLOSE_YEAR = statement(
	{ id: uuid },
	`UPDATE classes
		SET closed_at = now(), revision = revision + 1
		WHERE school_year = $1 AND closed_at IS NULL
		RETURNING id`,
);

export async function closeYear(manager: EntityManager, schoolYear: string): Promise<string[]> {
	return (await CLOSE_YEAR.all(manager, [schoolYear])).map((r) => r.id);
}

const TEACHERS_OF = statement(
	{ id: uuid, name: text(), until: nullable(instant) },
	`SELECT a.id, a.name, t.until
		FROM class_teachers t
		JOIN accounts a ON a.id = t.account_id
		WHERE t.class_id = $1 AND a.closed_at IS NULL
		ORDER BY a.name, a.id`,
);

export function teachersOf(
	manager: EntityManager,
	classId: string,
): Promise<{ id: string; name: string; until: Date | null }[]> {
	return TEACHERS_OF.all(manager, [classId]);
}

const SITE_CLASSES = statement(
	{
		id: uuid,
		name: text(),
		schoolYear: text(),
		closedAt: nullable(instant),
		archivedAt: nullable(instant),
		teachers: json<{ id: string; name: string; until: string | null }[]>(),
	},
	`SELECT c.id, c.name, c.school_year AS "schoolYear", c.closed_at AS "closedAt", x.made_at AS "archivedAt", coalesce((
			SELECT jsonb_agg(jsonb_build_object('id', a.id, 'name', a.name, 'until',
				to_char(t.until AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')) ORDER BY a.name, a.id)
			FROM class_teachers t
			JOIN accounts a ON a.id = t.account_id
			WHERE t.class_id = c.id AND a.closed_at IS NULL AND (t.until IS NULL OR t.until > now())
		), '[]') AS teachers
		FROM classes c
		LEFT JOIN class_archives x ON x.class_id = c.id
		WHERE $1::uuid IS NULL OR (c.name, c.id) > ($2, $1::uuid)
		ORDER BY c.name, c.id
		LIMIT $3`,
);

/** Classes of the site with their own and covering teachers, after the last one of the previous page. */
export function siteClasses(
	manager: EntityManager,
	after: { readonly id: string; readonly value: string } | undefined,
	limit: number,
): Promise<RowOf<typeof SITE_CLASSES>[]> {
	return SITE_CLASSES.all(manager, [after?.id ?? null, after?.value ?? null, limit]);
}

const SET_TEACHER = statement(
	{},
	`INSERT INTO class_teachers (class_id, account_id, until)
		VALUES ($1, $2, $3)
		ON CONFLICT (class_id, account_id)
		DO UPDATE
		SET until = $3`,
);

export async function setTeacher(
	manager: EntityManager,
	classId: string,
	teacherId: string,
	until: Date | null,
): Promise<void> {
	await SET_TEACHER.all(manager, [classId, teacherId, until]);
}

const REMOVE_TEACHER = statement(
	{ account_id: uuid },
	`DELETE FROM class_teachers
		WHERE class_id = $1 AND account_id = $2
		RETURNING account_id`,
);

export async function removeTeacher(manager: EntityManager, classId: string, teacherId: string): Promise<boolean> {
	return (await REMOVE_TEACHER.all(manager, [classId, teacherId])).length > 0;
}

const STUDENTS_OF = statement(
	{ id: uuid, name: text() },
	`SELECT a.id, a.name
		FROM class_students s
		JOIN accounts a ON a.id = s.account_id
		WHERE s.class_id = $1 AND s.left_at IS NULL
		ORDER BY a.name, a.id`,
);

/** Students who are in a class now, by name. */
export function studentsOf(manager: EntityManager, classId: string): Promise<ClassPage["students"]> {
	return STUDENTS_OF.all(manager, [classId]);
}

const COLUMNS_OF = statement(
	{
		assignmentId: uuid,
		exerciseId: uuid,
		exercise: text(),
		title: text(),
		unit: nullable(text()),
		dueAt: instant,
		closesAt: instant,
		draftedAt: nullable(instant),
		doneWhen: float,
		weight: numeric,
		file: nullable(text()),
	},
	`SELECT a.id AS "assignmentId", x.exercise_id AS "exerciseId", e.key AS exercise, v.title, CASE WHEN
				a.collection_id IS NOT NULL THEN a.title END AS unit, a.due_at AS "dueAt", a.closes_at AS "closesAt",
				(SELECT max(d.saved_at) FROM drafts d WHERE d.assignment_id = a.id AND d.exercise_id = x.exercise_id) AS
				"draftedAt", a.done_when::float AS "doneWhen", a.weight, v.file
		FROM assignments a
			JOIN assignment_exercises x ON x.assignment_id = a.id
			JOIN exercises e ON e.id = x.exercise_id
			JOIN exercise_versions v ON v.id = x.exercise_version_id
		WHERE a.class_id = $1 ORDER BY a.due_at, a.id, x.position`,
);
export type ColumnRow = RowOf<typeof COLUMNS_OF>;

/** The work set for a class, one row per exercise, by date. */
export function columnsOf(manager: EntityManager, classId: string): Promise<ColumnRow[]> {
	return COLUMNS_OF.all(manager, [classId]);
}

/** One cell as JSON; strings that may need escapes go through `to_json`. */
const CELL = `format('{"studentId":"%s","assignmentId":"%s","exercise":%s,"handInId":"%s","tries":%s,"handedInAt":"%s","late":%s,"state":%s,"ended":%s,"points":%s,"open":%s,"adjusted":%s,"verdicts":%s}',
	n.student_id, n.assignment_id, to_json(e.key), n.hand_in_id, n.tries, to_char(n.handed_in_at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), to_json(n.late),
	coalesce(to_json(r.state), 'null'), coalesce(to_json(r.ended), 'null'), coalesce('{"earned":' || trim_scale(n.earned) || ',"possible":' || trim_scale(n.possible) || '}', 'null'),
	trim_scale(coalesce(n.open, 0)), to_json(n.adjusted), coalesce(to_json(n.verdicts), '[]'))`;

const CELLS_JSON = statement(
	{ cells: nullable(text()) },
	`SELECT '[' || string_agg(${CELL}, ',') || ']' AS cells
			FROM counting n
			JOIN exercises e ON e.id = n.exercise_id
			LEFT JOIN full_reports r ON r.id = n.report_id
		WHERE n.assignment_id = ANY(ARRAY(SELECT id FROM assignments WHERE class_id = $1))`,
);

/**
 * The counted try of every student at every exercise of a class, in one query, as a JSON list of {@link Cell}. The
 * database builds the JSON, because a year's class has many hundreds of cells.
 */
export async function cellsJson(manager: EntityManager, classId: string): Promise<string> {
	const row = await CELLS_JSON.one(manager, [classId]);
	return row?.cells ?? "[]";
}

/** The same, read. */
export async function cellsOf(manager: EntityManager, classId: string): Promise<Cell[]> {
	return JSON.parse(await cellsJson(manager, classId)) as Cell[];
}

const EXCUSED_OF = statement(
	{ studentId: uuid, assignmentId: uuid },
	`SELECT o.student_id AS "studentId", o.assignment_id AS "assignmentId"
		FROM own_dates o
		JOIN assignments a ON a.id = o.assignment_id
		WHERE a.class_id = $1 AND o.excused`,
);

export function excusedOf(manager: EntityManager, classId: string): Promise<ClassPage["excused"]> {
	return EXCUSED_OF.all(manager, [classId]);
}

/** Points as JSON, or null. */
export function pointsOf(earned: string | null, possible: string | null): { earned: number; possible: number } | null {
	return earned === null || possible === null ? null : { earned: Number(earned), possible: Number(possible) };
}
