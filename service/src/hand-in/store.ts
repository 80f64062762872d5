import type { HandInPage, ReportBody } from "@markpen/contract";
import { CORE_VERSION, type LanguageId } from "@markpen/core";
import type PgBoss from "pg-boss";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import type { Showing } from "../assignment/shown.ts";
import { pointsOf } from "../class/store.ts";
import type { Answers } from "../database/entities/answers.ts";
import { StoredTapeEntity } from "../database/entities/check.ts";
import { HandInEntity } from "../database/entities/hand-in.ts";
import {
	boolean,
	float,
	instant,
	integer,
	json,
	nullable,
	numeric,
	numerics,
	type RowOf,
	statement,
	text,
	texts,
	uuid,
} from "../database/statement.ts";
import { type Place, sendBeside, whoseOf } from "../queue/queue.ts";
import { Refusal } from "../refusals.ts";

/** A hand-in to store, with the exercise version for its check. */
export interface NewHandIn {
	readonly assignmentId: string;
	readonly exerciseId: string;
	readonly studentId: string;
	readonly versionId: string;
	readonly source: string;
	readonly language: LanguageId;
	readonly answers: Answers;
	readonly handedInAt: Date;
	readonly late: boolean;
	readonly madeBy: HandInPage["madeBy"];
	/** A repeated call with the same key makes no second hand-in. */
	readonly key: string | null;
	/** Largest number of tries; null for unlimited. */
	readonly most: number | null;
	readonly reason: "hand-in" | "archive";
	/** Where its check waits. */
	readonly turn: Place;
	/** The call that brought it, as a W3C traceparent, if traces are on. */
	readonly trace?: string | undefined;
}

/** A hand-in as it was taken. */
export type HandInTaken = { id: string; tryNumber: number; handedInAt: Date; late: boolean };

const TAKE = statement(
	{ id: nullable(uuid), tryNumber: nullable(integer), handedInAt: nullable(instant), late: nullable(boolean) },
	`SELECT t.id, t."tryNumber", t."handedInAt", t.late
		FROM jsonb_array_elements($1::jsonb) WITH ORDINALITY AS arrived(hand_in, place),
			LATERAL take_hand_in(jsonb_populate_record(NULL::new_hand_in, arrived.hand_in)) t
		ORDER BY arrived.place`,
);

const placeOf = (of: NewHandIn) => `${of.studentId} ${of.assignmentId} ${of.exerciseId}`;

/**
 * Stores hand-ins in one transaction, each with its student's next number, its check, its event and the queue's job.
 * Numbers have no gaps, even with simultaneous calls: the database counts under a lock for each student's exercise.
 * Every call takes the locks in the same order, so there are no deadlocks.
 *
 * @returns for each hand-in, in the given order, its result or the reason for refusal
 */
async function takeAll(
	manager: EntityManager,
	queue: PgBoss,
	handIns: readonly NewHandIn[],
): Promise<(HandInTaken | Refusal)[]> {
	const order = handIns
		.map((of, index) => ({ of, index, checkId: v7(), place: placeOf(of) }))
		.sort((a, b) => {
			if (a.place === b.place) return a.index - b.index;
			return a.place < b.place ? -1 : 1;
		});
	const arrived = order.map(({ of, checkId }) => ({
		id: v7(),
		assignment_id: of.assignmentId,
		exercise_id: of.exerciseId,
		student_id: of.studentId,
		exercise_version_id: of.versionId,
		source: of.source,
		language: of.language,
		answers: of.answers,
		handed_in_at: of.handedInAt,
		late: of.late,
		made_by: of.madeBy,
		idempotency_key: of.key,
		max_tries: of.most,
		check_id: checkId,
		core_version: CORE_VERSION,
		reason: of.reason,
	}));
	// The job of a repeated or refused call finds no check and ends.
	const jobs = order.map(({ checkId, of: { turn, trace } }) => ({
		job: { do: "check", checkId, ...whoseOf(turn), ...(trace !== undefined && { trace }) } as const,
		place: turn,
	}));
	const taken = await sendBeside({ queue, manager }, jobs, TAKE, [JSON.stringify(arrived)]);
	const result: (HandInTaken | Refusal)[] = [];
	for (const [n, { index }] of order.entries())
		result[index] = taken[n]?.id ? (taken[n] as HandInTaken) : new Refusal("no-tries-left");
	return result;
}

/**
 * Stores all hand-ins or none, inside a given transaction or its own.
 *
 * @throws Refusal "no-tries-left"
 */
export async function takeTogether(
	manager: EntityManager,
	queue: PgBoss,
	handIns: readonly NewHandIn[],
): Promise<HandInTaken[]> {
	if (handIns.length === 0) return [];
	return (await takeAll(manager, queue, handIns)).map((taken) => {
		if (taken instanceof Refusal) throw taken;
		return taken;
	});
}

/** Takes one hand-in; the same otherwise. */
export async function takeHandIn(manager: EntityManager, queue: PgBoss, of: NewHandIn): Promise<HandInTaken> {
	const [taken] = await takeTogether(manager, queue, [of]);
	return taken as HandInTaken;
}

/**
 * Stores simultaneous hand-ins with one database call. If that fails for one, each is stored separately.
 *
 * @returns for each its result or the reason for refusal
 */
export async function takeHandIns(
	manager: EntityManager,
	queue: PgBoss,
	handIns: readonly NewHandIn[],
): Promise<(HandInTaken | Error)[]> {
	try {
		return await takeAll(manager, queue, handIns);
	} catch (error) {
		if (handIns.length === 1) return [error as Error];
		return Promise.all(handIns.map((of) => takeHandIn(manager, queue, of).catch((e: Error) => e)));
	}
}

/** The hand-in made by a call with this key. */
export function takenBy(manager: EntityManager, studentId: string, key: string): Promise<HandInTaken | null> {
	return manager.findOne(HandInEntity, {
		select: { id: true, tryNumber: true, handedInAt: true, late: true },
		where: { studentId, idempotencyKey: key },
	});
}

/** SQL condition for the hand-ins an account may see: a student's own, or those of the teacher's classes. */
const SEEN_BY = {
	student: "h.student_id = $2",
	teacher: `EXISTS (SELECT 1 FROM class_teachers t
			WHERE t.class_id = a.class_id AND t.account_id = $2 AND (t.until IS NULL OR t.until > now()))`,
};
/** Who looks at a hand-in. */
export type Viewer = { readonly id: string; readonly role: keyof typeof SEEN_BY };

const drawingSeen = (seen: string) =>
	statement(
		{ picture: nullable(json<ReportBody["picture"]>()) },
		`SELECT r.body -> 'picture' AS picture
		FROM hand_ins h
		JOIN assignments a ON a.id = h.assignment_id
		LEFT JOIN standings g ON g.hand_in_id = h.id
		LEFT JOIN full_reports r ON r.id = g.report_id
		WHERE h.id = $1 AND ${seen}`,
	);
const DRAWING = { student: drawingSeen(SEEN_BY.student), teacher: drawingSeen(SEEN_BY.teacher) };

/** A hand-in's drawing without its other data: the page of an assignment requests many at once. */
export async function drawingOf(
	manager: EntityManager,
	id: string,
	account: Viewer,
): Promise<ReportBody["picture"] | undefined> {
	const row = await DRAWING[account.role].one(manager, [id, account.id]);
	return row?.picture ?? undefined;
}

const handInSeen = (seen: string) =>
	statement(
		{
			id: uuid,
			assignmentId: uuid,
			exerciseId: uuid,
			classId: uuid,
			versionId: uuid,
			className: text(),
			title: text(),
			key: text(),
			exercise: nullable(text()),
			studentId: uuid,
			studentName: text(),
			tryNumber: integer,
			handedInAt: instant,
			late: boolean,
			madeBy: text<HandInPage["madeBy"]>(),
			pressedAt: nullable(instant),
			source: text(),
			language: text<LanguageId>(),
			answers: json<Answers>(),
			closesAt: instant,
			showChecklist: text<Showing["showChecklist"]>(),
			showPoints: text<Showing["showPoints"]>(),
			showFeedback: text<Showing["showFeedback"]>(),
			showModel: text<Showing["showModel"]>(),
			showModelAs: text<Showing["showModelAs"]>(),
			released: boolean,
			report: nullable(json<ReportBody>()),
			waiting: boolean,
			earned: nullable(numeric),
			possible: nullable(numeric),
			open: nullable(numeric),
			criteria: nullable(texts),
			points: nullable(numerics),
		},
		`SELECT h.id, h.assignment_id AS "assignmentId", h.exercise_id AS "exerciseId", a.class_id AS "classId",
			c.name AS "className", v.id AS "versionId", v.title, e.key, v.file AS exercise, h.student_id AS "studentId",
			s.name AS "studentName", h.try_number AS "tryNumber", h.handed_in_at AS "handedInAt", h.late,
			h.made_by AS "madeBy", p.at AS "pressedAt", h.source, h.language, h.answers,
			coalesce(o.closes_at, a.closes_at) AS "closesAt", a.show_checklist AS "showChecklist",
			a.show_points AS "showPoints", a.show_feedback AS "showFeedback", a.show_model AS "showModel",
			a.show_model_as AS "showModelAs", (l.at IS NOT NULL) AS released, r.body AS report,
			(r.id IS NULL) AS waiting, g.earned, g.possible, g.open, g.criteria, g.points
		FROM hand_ins h
		JOIN assignments a ON a.id = h.assignment_id
		JOIN classes c ON c.id = a.class_id
		JOIN accounts s ON s.id = h.student_id
		JOIN exercises e ON e.id = h.exercise_id
		JOIN assignment_exercises x ON x.assignment_id = a.id AND x.exercise_id = h.exercise_id
		JOIN exercise_versions v ON v.id = x.exercise_version_id
		LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = h.student_id
		LEFT JOIN releases l ON l.assignment_id = a.id AND l.student_id = h.student_id
		LEFT JOIN pressed p ON p.hand_in_id = h.id
		LEFT JOIN standings g ON g.hand_in_id = h.id
		LEFT JOIN full_reports r ON r.id = g.report_id
		WHERE h.id = $1 AND ${seen}`,
	);
const HAND_IN = { student: handInSeen(SEEN_BY.student), teacher: handInSeen(SEEN_BY.teacher) };
export type HandInRecord = RowOf<typeof HAND_IN.student>;

/** A hand-in with its counted report, if the account may see it. */
export function findHandIn(manager: EntityManager, id: string, account: Viewer): Promise<HandInRecord | undefined> {
	return HAND_IN[account.role].one(manager, [id, account.id]);
}

const TRIES_OF_STUDENT = statement(
	{ id: uuid, tryNumber: integer, earned: nullable(numeric), possible: nullable(numeric), counts: boolean },
	`SELECT h.id, h.try_number AS "tryNumber", g.earned, g.possible, (n.hand_in_id = h.id) AS counts
			FROM hand_ins h
			LEFT JOIN standings g ON g.hand_in_id = h.id
		LEFT JOIN counting n ON n.assignment_id = h.assignment_id AND n.exercise_id = h.exercise_id AND
				n.student_id = $1
		WHERE h.student_id = $1 AND h.assignment_id = $2 AND h.exercise_id = $3 ORDER BY h.try_number`,
);

export async function triesOfStudent(manager: EntityManager, of: HandInRecord): Promise<HandInPage["tries"]> {
	const rows = await TRIES_OF_STUDENT.all(manager, [of.studentId, of.assignmentId, of.exerciseId]);
	return rows.map(({ id, tryNumber, earned, possible, counts }) => ({
		id,
		tryNumber,
		points: pointsOf(earned, possible),
		counts,
	}));
}

const NEIGHBOURS = statement(
	{ id: uuid, studentId: uuid },
	`SELECT n.hand_in_id AS id, n.student_id AS "studentId"
		FROM counting n
		JOIN accounts s ON s.id = n.student_id
		WHERE n.assignment_id = $1 AND n.exercise_id = $2
		ORDER BY s.name, s.id`,
);

/** The counted hand-ins of the previous and next student by name. */
export async function neighbours(
	manager: EntityManager,
	of: HandInRecord,
): Promise<{ before: string | null; after: string | null }> {
	const rows = await NEIGHBOURS.all(manager, [of.assignmentId, of.exerciseId]);
	const at = rows.findIndex((r) => r.studentId === of.studentId);
	return { before: rows[at - 1]?.id ?? null, after: rows[at + 1]?.id ?? null };
}

const decidedIn = (table: "judgements" | "adjustments", reason: string) =>
	statement(
		{ criterion: text(), points: float, reason: nullable(text()), by: text(), at: instant },
		`SELECT d.criterion, d.points::float AS points, ${reason} AS reason, a.name AS by, d.at
		FROM ${table} d
		JOIN accounts a ON a.id = d.by_id
		WHERE d.hand_in_id = $1`,
	);
const DECISIONS = {
	judgements: decidedIn("judgements", "NULL::text"),
	adjustments: decidedIn("adjustments", "d.reason"),
};
export type Decision = RowOf<typeof DECISIONS.judgements>;

/** A hand-in's judgements or adjustments. */
export function decisionsOf(
	manager: EntityManager,
	handInId: string,
	table: keyof typeof DECISIONS,
): Promise<Decision[]> {
	return DECISIONS[table].all(manager, [handInId]);
}

const COMMENTS_OF = statement(
	{ id: uuid, by: text(), place: json<HandInPage["comments"][number]["place"]>(), words: text(), at: instant },
	`SELECT c.id, a.name AS by, c.place, c.words, c.at
		FROM comments c
		JOIN accounts a ON a.id = c.by_id
		WHERE c.hand_in_id = $1
		ORDER BY c.at, c.id`,
);

export type CommentRow = RowOf<typeof COMMENTS_OF>;

export function commentsOf(manager: EntityManager, handInId: string): Promise<CommentRow[]> {
	return COMMENTS_OF.all(manager, [handInId]);
}

/** A hand-in's packed tape, if it was small enough to keep. */
export function tapeOfHandIn(manager: EntityManager, handInId: string): Promise<{ tape: Buffer } | null> {
	return manager.findOne(StoredTapeEntity, { select: { tape: true }, where: { handInId } });
}
