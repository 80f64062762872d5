import type { EntityManager } from "typeorm";
import { ASSIGNMENT, type AssignmentRecord } from "../assignment/store.ts";
import { queryAll, queryOne, queryReturning } from "../database/data-source.ts";

export type Answers = Record<string, { words: string; when: "before running" | "after running" }>;

/** One exercise of an assignment as it is for one student: with own dates, and whether it was released. */
export type WorkRecord = AssignmentRecord & {
	exerciseId: string;
	versionId: string;
	key: string;
	source: string;
	excused: boolean;
	released: boolean;
	unit: string | null;
	/** What the student answered beside the draft. */
	draftAnswers: Answers | null;
};

const WORK = `SELECT ${ASSIGNMENT.replace(`a.due_at AS "dueAt"`, `coalesce(o.due_at, a.due_at) AS "dueAt"`).replace(`a.closes_at AS "closesAt"`, `coalesce(o.closes_at, a.closes_at) AS "closesAt"`)},
	x.exercise_id AS "exerciseId", v.id AS "versionId", e.key, v.source, coalesce(o.excused, false) AS excused, (l.at IS NOT NULL) AS released, CASE WHEN a.collection_id IS NOT NULL THEN a.title END AS unit, d.answers AS "draftAnswers"
	FROM assignments a JOIN classes c ON c.id = a.class_id JOIN assignment_exercises x ON x.assignment_id = a.id JOIN exercises e ON e.id = x.exercise_id JOIN exercise_versions v ON v.id = x.exercise_version_id
	JOIN class_students s ON s.class_id = a.class_id AND s.left_at IS NULL
	LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = s.account_id
	LEFT JOIN releases l ON l.assignment_id = a.id AND l.student_id = s.account_id
	LEFT JOIN drafts d ON d.assignment_id = a.id AND d.exercise_id = x.exercise_id AND d.student_id = s.account_id`;

/** What a student was set and can see: assignments that are open or were, of classes that the student is in. */
export function workOf(manager: EntityManager, studentId: string): Promise<WorkRecord[]> {
	return queryAll(
		manager,
		`${WORK} WHERE s.account_id = $1 AND a.opens_at <= now() AND c.closed_at IS NULL ORDER BY a.due_at, a.id, x.position`,
		[studentId],
	);
}

export function findWork(
	manager: EntityManager,
	studentId: string,
	assignmentId: string,
	key: string,
): Promise<WorkRecord | undefined> {
	return queryOne(manager, `${WORK} WHERE s.account_id = $1 AND a.id = $2 AND e.key = $3`, [
		studentId,
		assignmentId,
		key,
	]);
}

/** What has to be known of a student's exercise before something is handed in. */
export type HandInPlace = Pick<
	WorkRecord,
	| "id"
	| "exerciseId"
	| "versionId"
	| "classClosed"
	| "opensAt"
	| "dueAt"
	| "closesAt"
	| "late"
	| "tries"
	| "draftAnswers"
>;
export type PlaceAsked = { readonly studentId: string; readonly assignmentId: string; readonly exercise: string };

/** Where programs of students would be handed in; undefined where a student wasn't set the exercise. */
export async function handInPlaces(
	manager: EntityManager,
	asked: readonly PlaceAsked[],
): Promise<(HandInPlace | undefined)[]> {
	const rows = await queryAll<HandInPlace & { place: number }>(
		manager,
		`SELECT q.place::int, a.id, x.exercise_id AS "exerciseId", x.exercise_version_id AS "versionId", (c.closed_at IS NOT NULL) AS "classClosed", a.opens_at AS "opensAt",
			coalesce(o.due_at, a.due_at) AS "dueAt", coalesce(o.closes_at, a.closes_at) AS "closesAt", a.late, a.tries, d.answers AS "draftAnswers"
		 FROM unnest($1::uuid[], $2::uuid[], $3::text[]) WITH ORDINALITY AS q(student_id, assignment_id, key, place)
		 JOIN assignments a ON a.id = q.assignment_id JOIN classes c ON c.id = a.class_id
		 JOIN class_students s ON s.class_id = a.class_id AND s.account_id = q.student_id AND s.left_at IS NULL
		 JOIN exercises e ON e.key = q.key JOIN assignment_exercises x ON x.assignment_id = a.id AND x.exercise_id = e.id
		 LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = q.student_id
		 LEFT JOIN drafts d ON d.assignment_id = a.id AND d.exercise_id = e.id AND d.student_id = q.student_id`,
		[asked.map((q) => q.studentId), asked.map((q) => q.assignmentId), asked.map((q) => q.exercise)],
	);
	const found = new Map(rows.map(({ place, ...row }) => [place, row]));
	return asked.map((_, n) => found.get(n + 1));
}

export type TryRow = {
	assignmentId: string;
	exerciseId: string;
	id: string;
	tryNumber: number;
	handedInAt: Date;
	late: boolean;
	earned: string | null;
	possible: string | null;
	open: string | null;
	counts: boolean;
};

/** A student's own tries, oldest first, with which of them count. */
export function triesOf(
	manager: EntityManager,
	studentId: string,
	assignmentIds: readonly string[],
): Promise<TryRow[]> {
	return queryAll(
		manager,
		`SELECT h.assignment_id AS "assignmentId", h.exercise_id AS "exerciseId", h.id, h.try_number AS "tryNumber", h.handed_in_at AS "handedInAt", h.late, g.earned, g.possible, g.open, (n.hand_in_id = h.id) AS counts
		 FROM hand_ins h LEFT JOIN standings g ON g.hand_in_id = h.id
		 LEFT JOIN counting n ON n.assignment_id = h.assignment_id AND n.exercise_id = h.exercise_id AND n.student_id = $1
		 WHERE h.student_id = $1 AND h.assignment_id = ANY($2) ORDER BY h.assignment_id, h.exercise_id, h.try_number`,
		[studentId, assignmentIds],
	);
}

/** How many hints of each criterion were given, and after how many runs the last one was. */
export type Hinted = Readonly<Record<string, { readonly given: number; readonly runs: number }>>;
export type DraftRow = {
	assignmentId: string;
	exerciseId: string;
	source: string;
	revision: number;
	device: string;
	savedAt: Date;
	runs: number;
	answers: Answers;
	hinted: Hinted;
};
const DRAFT = `assignment_id AS "assignmentId", exercise_id AS "exerciseId", source, revision, device, saved_at AS "savedAt", runs, answers, hinted`;

export function draftsOf(
	manager: EntityManager,
	studentId: string,
	assignmentIds: readonly string[],
): Promise<DraftRow[]> {
	return queryAll(manager, `SELECT ${DRAFT} FROM drafts WHERE student_id = $1 AND assignment_id = ANY($2)`, [
		studentId,
		assignmentIds,
	]);
}

/** The source of the last try of each exercise. */
export function lastSources(
	manager: EntityManager,
	studentId: string,
	assignmentIds: readonly string[],
): Promise<{ assignmentId: string; exerciseId: string; source: string }[]> {
	return queryAll(
		manager,
		`SELECT DISTINCT ON (assignment_id, exercise_id) assignment_id AS "assignmentId", exercise_id AS "exerciseId", source FROM hand_ins
		 WHERE student_id = $1 AND assignment_id = ANY($2) ORDER BY assignment_id, exercise_id, try_number DESC`,
		[studentId, assignmentIds],
	);
}

export type LastHandIn = { key: string; id: string; title: string; source: string; handedInAt: Date };

/** What a student handed in last to some exercises until a moment, in whatever class it was set. */
export function lastHandIns(
	manager: EntityManager,
	studentId: string,
	keys: readonly string[],
	until: Date,
): Promise<LastHandIn[]> {
	if (keys.length === 0) return Promise.resolve([]);
	return queryAll(
		manager,
		`SELECT DISTINCT ON (e.key) e.key, h.id, h.source, h.handed_in_at AS "handedInAt",
		        (SELECT v.title FROM exercise_versions v WHERE v.exercise_id = e.id ORDER BY v.number DESC LIMIT 1) AS title
		 FROM hand_ins h JOIN exercises e ON e.id = h.exercise_id
		 WHERE h.student_id = $1 AND e.key = ANY($2) AND h.handed_in_at <= $3 ORDER BY e.key, h.handed_in_at DESC, h.id DESC`,
		[studentId, keys, until],
	);
}

type Of = { assignmentId: string; exerciseId: string; studentId: string };

/** Saves a draft if it still has the revision that was read: 0 where there was none, −1 for any. */
export async function storeDraft(
	manager: EntityManager,
	of: Of & { source: string; device: string; answers: Answers },
	revision: number,
): Promise<DraftRow | undefined> {
	const values = [of.assignmentId, of.exerciseId, of.studentId, of.source, of.device, JSON.stringify(of.answers)];
	if (revision <= 0) {
		const made = await queryAll<DraftRow>(
			manager,
			`INSERT INTO drafts (assignment_id, exercise_id, student_id, source, device, answers) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT DO NOTHING RETURNING ${DRAFT}`,
			values,
		);
		if (made[0]) return made[0];
	}
	const saved = await queryReturning<DraftRow>(
		manager,
		`UPDATE drafts SET source = $4, device = $5, answers = answers || $6::jsonb, saved_at = now(), revision = revision + 1
		 WHERE assignment_id = $1 AND exercise_id = $2 AND student_id = $3 AND ($7 = -1 OR revision = $7) RETURNING ${DRAFT}`,
		[...values, revision],
	);
	return saved[0];
}

/** Notes a run: whether one criterion more was met than ever before, else how long without. */
export async function storeRun(
	manager: EntityManager,
	of: Of & { state: string; met: readonly string[]; milliseconds: number },
): Promise<number> {
	const rows = await queryAll<{ runs: number }>(
		manager,
		`INSERT INTO drafts AS d (assignment_id, exercise_id, student_id, source, revision, runs, state, met, best_met, idle_runs, idle_milliseconds) VALUES ($1, $2, $3, '', 0, 1, $4, $5, $6, CASE WHEN $6 > 0 THEN 0 ELSE 1 END, CASE WHEN $6 > 0 THEN 0 ELSE $7 END)
		 ON CONFLICT (assignment_id, exercise_id, student_id) DO UPDATE SET runs = d.runs + 1, state = $4, met = $5, best_met = greatest(d.best_met, $6),
			idle_runs = CASE WHEN $6 > d.best_met THEN 0 ELSE d.idle_runs + 1 END, idle_milliseconds = CASE WHEN $6 > d.best_met THEN 0 ELSE least(d.idle_milliseconds + $7, 2000000000) END RETURNING runs`,
		[of.assignmentId, of.exerciseId, of.studentId, of.state, of.met, of.met.length, of.milliseconds],
	);
	return rows[0]?.runs ?? 0;
}

export type FreeRow = { id: string; name: string; source: string; revision: number; savedAt: Date };
const FREE = `id, name, source, revision, saved_at AS "savedAt"`;

export function freeDrawingsOf(manager: EntityManager, studentId: string): Promise<FreeRow[]> {
	return queryAll(manager, `SELECT ${FREE} FROM free_drawings WHERE student_id = $1 ORDER BY name`, [studentId]);
}

/** How many drawings a student keeps under other names. */
export async function otherDrawings(manager: EntityManager, studentId: string, name: string): Promise<number> {
	return (
		(
			await queryOne<{ count: number }>(
				manager,
				"SELECT count(*)::int AS count FROM free_drawings WHERE student_id = $1 AND name <> $2",
				[studentId, name],
			)
		)?.count ?? 0
	);
}

export async function storeFreeDrawing(
	manager: EntityManager,
	of: { id: string; studentId: string; name: string; source: string },
	revision: number,
): Promise<FreeRow | undefined> {
	if (revision <= 0) {
		const made = await queryAll<FreeRow>(
			manager,
			`INSERT INTO free_drawings (id, student_id, name, source) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING RETURNING ${FREE}`,
			[of.id, of.studentId, of.name, of.source],
		);
		if (made[0] || revision === 0) return made[0];
	}
	const saved = await queryReturning<FreeRow>(
		manager,
		`UPDATE free_drawings SET source = $3, saved_at = now(), revision = revision + 1 WHERE student_id = $1 AND name = $2 AND ($4 = -1 OR revision = $4) RETURNING ${FREE}`,
		[of.studentId, of.name, of.source, revision],
	);
	return saved[0];
}

export async function removeFreeDrawing(manager: EntityManager, studentId: string, name: string): Promise<boolean> {
	return (
		(
			await queryReturning(manager, "DELETE FROM free_drawings WHERE student_id = $1 AND name = $2 RETURNING id", [
				studentId,
				name,
			])
		).length > 0
	);
}

/** Notes that a hint was given; false where somebody else noted another one meanwhile. */
export async function storeHinted(manager: EntityManager, of: Of, before: Hinted, after: Hinted): Promise<boolean> {
	const rows = await queryReturning(
		manager,
		"UPDATE drafts SET hinted = $5 WHERE assignment_id = $1 AND exercise_id = $2 AND student_id = $3 AND hinted = $4::jsonb RETURNING student_id",
		[of.assignmentId, of.exerciseId, of.studentId, JSON.stringify(before), JSON.stringify(after)],
	);
	return rows.length > 0;
}
