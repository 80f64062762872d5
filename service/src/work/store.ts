import type { LanguageId } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { ASSIGNMENT_ROW, assignmentColumns } from "../assignment/store.ts";
import type { Answers } from "../database/entities/answers.ts";
import { FreeDrawingEntity } from "../database/entities/work.ts";
import {
	boolean,
	instant,
	integer,
	json,
	nullable,
	numeric,
	type RowOf,
	statement,
	text,
	textsOf,
	uuid,
} from "../database/statement.ts";

export type { Answers };

/** An exercise of an assignment for one student, with the student's own dates and release. */
const workWhere = (condition: string) =>
	statement(
		{
			...ASSIGNMENT_ROW,
			exerciseId: uuid,
			versionId: uuid,
			key: text(),
			file: nullable(text()),
			languages: textsOf<LanguageId>(),
			excused: boolean,
			released: boolean,
			unit: nullable(text()),
			draftAnswers: nullable(json<Answers>()),
		},
		`SELECT ${assignmentColumns({ dueAt: "coalesce(o.due_at, a.due_at)", closesAt: "coalesce(o.closes_at, a.closes_at)" })},
			x.exercise_id AS "exerciseId", v.id AS "versionId", e.key, v.file, v.languages,
			coalesce(o.excused, false) AS excused, (l.at IS NOT NULL) AS released,
			CASE WHEN a.collection_id IS NOT NULL THEN a.title END AS unit, d.answers AS "draftAnswers"
		FROM assignments a
		JOIN classes c ON c.id = a.class_id
		JOIN assignment_exercises x ON x.assignment_id = a.id
		JOIN exercises e ON e.id = x.exercise_id
		JOIN exercise_versions v ON v.id = x.exercise_version_id
		JOIN class_students s ON s.class_id = a.class_id AND s.left_at IS NULL
		LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = s.account_id
		LEFT JOIN releases l ON l.assignment_id = a.id AND l.student_id = s.account_id
		LEFT JOIN drafts d
			ON d.assignment_id = a.id AND d.exercise_id = x.exercise_id AND d.student_id = s.account_id
		WHERE s.account_id = $1 AND ${condition}
		ORDER BY a.due_at, a.id, x.position`,
	);
const LIST_WORK = workWhere("a.opens_at <= now() AND c.closed_at IS NULL");
const FIND_WORK = workWhere("a.id = $2 AND e.key = $3");
export type WorkRecord = RowOf<typeof LIST_WORK>;

/** A student's visible work: open and closed assignments of the student's classes. */
export function workOf(manager: EntityManager, studentId: string): Promise<WorkRecord[]> {
	return LIST_WORK.all(manager, [studentId]);
}

export function findWork(
	manager: EntityManager,
	studentId: string,
	assignmentId: string,
	key: string,
): Promise<WorkRecord | undefined> {
	return FIND_WORK.one(manager, [studentId, assignmentId, key]);
}

const TRIES_OF = statement(
	{
		assignmentId: uuid,
		exerciseId: uuid,
		id: uuid,
		tryNumber: integer,
		handedInAt: instant,
		late: boolean,
		earned: nullable(numeric),
		possible: nullable(numeric),
		open: nullable(numeric),
		counts: boolean,
	},
	`SELECT h.assignment_id AS "assignmentId", h.exercise_id AS "exerciseId", h.id, h.try_number AS "tryNumber",
				h.handed_in_at AS "handedInAt", h.late, g.earned, g.possible, g.open, (n.hand_in_id = h.id) AS counts
		FROM hand_ins h LEFT JOIN standings g ON g.hand_in_id = h.id
		LEFT JOIN counting n ON n.assignment_id = h.assignment_id AND n.exercise_id = h.exercise_id AND
				n.student_id = $1
		WHERE h.student_id = $1 AND h.assignment_id = ANY($2)
			ORDER BY h.assignment_id, h.exercise_id, h.try_number`,
);
export type TryRow = RowOf<typeof TRIES_OF>;

/** A student's tries, oldest first, with the counted ones. */
export function triesOf(
	manager: EntityManager,
	studentId: string,
	assignmentIds: readonly string[],
): Promise<TryRow[]> {
	return TRIES_OF.all(manager, [studentId, assignmentIds]);
}

/** The number of hints given for each criterion, and the number of runs before the last one. */
export type Hinted = Readonly<Record<string, { readonly given: number; readonly runs: number }>>;
/** A draft: {@link DRAFT} selects its columns. */
const DRAFT_ROW = {
	assignmentId: uuid,
	exerciseId: uuid,
	source: text(),
	language: text<LanguageId>(),
	revision: integer,
	device: text(),
	savedAt: instant,
	runs: integer,
	answers: json<Answers>(),
	hinted: json<Hinted>(),
};
const DRAFT = `assignment_id AS "assignmentId", exercise_id AS "exerciseId", source, language, revision, device, saved_at AS "savedAt", runs, answers, hinted`;

const DRAFTS_OF = statement(
	DRAFT_ROW,
	`SELECT ${DRAFT}
		FROM drafts
		WHERE student_id = $1 AND assignment_id = ANY($2)`,
);
export type DraftRow = RowOf<typeof DRAFTS_OF>;

export function draftsOf(
	manager: EntityManager,
	studentId: string,
	assignmentIds: readonly string[],
): Promise<DraftRow[]> {
	return DRAFTS_OF.all(manager, [studentId, assignmentIds]);
}

const LAST_SOURCES = statement(
	{ assignmentId: uuid, exerciseId: uuid, source: text(), language: text<LanguageId>() },
	`SELECT DISTINCT ON (assignment_id, exercise_id) assignment_id AS "assignmentId", exercise_id AS
				"exerciseId", source, language
			FROM hand_ins
		WHERE student_id = $1 AND assignment_id = ANY($2) ORDER BY assignment_id, exercise_id, try_number DESC`,
);

/** The source of the last try of each exercise. */
export function lastSources(
	manager: EntityManager,
	studentId: string,
	assignmentIds: readonly string[],
): Promise<{ assignmentId: string; exerciseId: string; source: string; language: LanguageId }[]> {
	return LAST_SOURCES.all(manager, [studentId, assignmentIds]);
}

type Of = { assignmentId: string; exerciseId: string; studentId: string };

const INSERT_DRAFT = statement(
	DRAFT_ROW,
	`INSERT INTO drafts (assignment_id, exercise_id, student_id, source, device, answers, language)
		VALUES ($1, $2, $3, $4, $5, $6, $7)
		ON CONFLICT DO NOTHING
		RETURNING ${DRAFT}`,
);

const UPDATE_DRAFT = statement(
	DRAFT_ROW,
	`UPDATE drafts
			SET source = $4, device = $5, answers = answers || $6::jsonb, language = $7, saved_at = now(), revision = revision + 1
		WHERE assignment_id = $1 AND exercise_id = $2 AND student_id = $3 AND ($8 = -1 OR revision = $8)
			RETURNING ${DRAFT}`,
);

/** Saves a draft if its revision is still the given one: 0 for a new one, −1 for any. */
export async function storeDraft(
	manager: EntityManager,
	of: Of & { source: string; language: LanguageId; device: string; answers: Answers },
	revision: number,
): Promise<DraftRow | undefined> {
	const { assignmentId, exerciseId, studentId, source, device, language } = of;
	const values = [assignmentId, exerciseId, studentId, source, device, JSON.stringify(of.answers), language];
	if (revision <= 0) {
		const made = await INSERT_DRAFT.all(manager, values);
		if (made[0]) return made[0];
	}
	const saved = await UPDATE_DRAFT.all(manager, [...values, revision]);
	return saved[0];
}

const STORE_RUN = statement(
	{ runs: integer },
	`INSERT INTO drafts AS d (assignment_id, exercise_id, student_id, source, revision, runs, state, met,
				best_met, idle_runs, idle_milliseconds)
			VALUES ($1, $2, $3, '', 0, 1, $4, $5, $6, CASE WHEN $6 > 0 THEN 0 ELSE 1 END, CASE WHEN $6 > 0 THEN 0 ELSE
				$7 END)
		ON CONFLICT (assignment_id, exercise_id, student_id)
			DO UPDATE
			SET runs = d.runs + 1, state = $4, met = $5, best_met = greatest(d.best_met, $6),
			idle_runs = CASE WHEN $6 > d.best_met THEN 0 ELSE d.idle_runs + 1 END, idle_milliseconds = CASE WHEN $6
					> d.best_met THEN 0 ELSE least(d.idle_milliseconds + $7, 2000000000) END
				RETURNING runs`,
);

/** Records a run: whether it newly met a criterion, and otherwise the time without one. */
export async function storeRun(
	manager: EntityManager,
	of: Of & { state: string; met: readonly string[]; milliseconds: number },
): Promise<number> {
	const rows = await STORE_RUN.all(manager, [
		of.assignmentId,
		of.exerciseId,
		of.studentId,
		of.state,
		of.met,
		of.met.length,
		of.milliseconds,
	]);
	return rows[0]?.runs ?? 0;
}

const FREE_ROW = { id: uuid, name: text(), source: text(), revision: integer, savedAt: instant };
const FREE = `id, name, source, revision, saved_at AS "savedAt"`;

export function freeDrawingsOf(manager: EntityManager, studentId: string): Promise<FreeRow[]> {
	return manager.find(FreeDrawingEntity, {
		select: { id: true, name: true, source: true, revision: true, savedAt: true },
		where: { studentId },
		order: { name: "ASC" },
	});
}

const COUNT_OTHER_DRAWINGS = statement(
	{ count: integer },
	`SELECT count(*)::int AS count
		FROM free_drawings
		WHERE student_id = $1 AND name <> $2`,
);

/** How many drawings a student keeps under other names. */
export async function otherDrawings(manager: EntityManager, studentId: string, name: string): Promise<number> {
	return (await COUNT_OTHER_DRAWINGS.one(manager, [studentId, name]))?.count ?? 0;
}

const INSERT_FREE_DRAWING = statement(
	FREE_ROW,
	`INSERT INTO free_drawings (id, student_id, name, source)
		VALUES ($1, $2, $3, $4)
		ON CONFLICT DO NOTHING
		RETURNING ${FREE}`,
);
export type FreeRow = RowOf<typeof INSERT_FREE_DRAWING>;

const UPDATE_FREE_DRAWING = statement(
	FREE_ROW,
	`UPDATE free_drawings
		SET source = $3, saved_at = now(), revision = revision + 1
		WHERE student_id = $1 AND name = $2 AND ($4 = -1 OR revision = $4)
		RETURNING ${FREE}`,
);

export async function storeFreeDrawing(
	manager: EntityManager,
	of: { id: string; studentId: string; name: string; source: string },
	revision: number,
): Promise<FreeRow | undefined> {
	if (revision <= 0) {
		const made = await INSERT_FREE_DRAWING.all(manager, [of.id, of.studentId, of.name, of.source]);
		if (made[0] || revision === 0) return made[0];
	}
	const saved = await UPDATE_FREE_DRAWING.all(manager, [of.studentId, of.name, of.source, revision]);
	return saved[0];
}

const REMOVE_FREE_DRAWING = statement(
	{ id: uuid },
	`DELETE FROM free_drawings
		WHERE student_id = $1 AND name = $2
		RETURNING id`,
);

export async function removeFreeDrawing(manager: EntityManager, studentId: string, name: string): Promise<boolean> {
	return (await REMOVE_FREE_DRAWING.all(manager, [studentId, name])).length > 0;
}

const STORE_HINTED = statement(
	{ student_id: uuid },
	`UPDATE drafts
		SET hinted = $5
		WHERE assignment_id = $1 AND exercise_id = $2 AND student_id = $3 AND hinted = $4::jsonb
		RETURNING student_id`,
);

/** Notes that a hint was given; false if somebody else noted another one meanwhile. */
export async function storeHinted(manager: EntityManager, of: Of, before: Hinted, after: Hinted): Promise<boolean> {
	const rows = await STORE_HINTED.all(manager, [
		of.assignmentId,
		of.exerciseId,
		of.studentId,
		JSON.stringify(before),
		JSON.stringify(after),
	]);
	return rows.length > 0;
}
