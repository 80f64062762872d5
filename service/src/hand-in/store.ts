import type { HandInPage, ReportBody } from "@markpen/contract";
import { CORE_VERSION } from "@markpen/core";
import type PgBoss from "pg-boss";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import type { Showing } from "../assignment/shown.ts";
import { pointsOf } from "../class/store.ts";
import { queryAll, queryOne } from "../database/data-source.ts";
import { sendBeside } from "../jobs/queue.ts";
import { Refusal } from "../refusals.ts";
import type { Answers } from "../work/store.ts";

/** A hand-in that is to be taken, with the version it is checked on. */
export interface NewHandIn {
	readonly assignmentId: string;
	readonly exerciseId: string;
	readonly studentId: string;
	readonly versionId: string;
	readonly source: string;
	readonly answers: Answers;
	readonly handedInAt: Date;
	readonly late: boolean;
	readonly madeBy: HandInPage["madeBy"];
	/** A call repeated with the same key is the same hand-in. */
	readonly key: string | null;
	/** The most tries there may be; null for any number. */
	readonly most: number | null;
	readonly reason: "hand-in" | "archive";
}

/** A hand-in as it was taken. */
export type HandInTaken = { id: string; tryNumber: number; handedInAt: Date; late: boolean };

/** The columns of what is taken, and their types, in the order that the database's function takes them. */
const TAKES = "uuid uuid uuid uuid uuid text jsonb timestamptz boolean text text integer uuid text text".split(" ");
const COLUMNS = TAKES.map((_, n) => `c${n}`);
const TAKE = `SELECT t.* FROM unnest(${TAKES.map((type, n) => `$${n + 1}::${type}[]`).join(", ")}) WITH ORDINALITY AS b(${COLUMNS.join(", ")}, place), LATERAL take_hand_in(${COLUMNS.map((c) => `b.${c}`).join(", ")}) t ORDER BY b.place`;

const placeOf = (of: NewHandIn) => `${of.studentId} ${of.assignmentId} ${of.exerciseId}`;

/**
 * Stores hand-ins, each under its student's next number and with its check, the event of it and the queue's job: all that
 * can be taken, or none. Numbers have no gaps, however many calls come at once: the database counts under a lock for each
 * student's exercise, had in the same order by every call so that none waits for one that waits for it.
 *
 * @returns for each, in the order they were given, what was taken, or why it wasn't
 */
async function takeAll(
	manager: EntityManager,
	queue: PgBoss,
	brought: readonly NewHandIn[],
	priority: number,
): Promise<(HandInTaken | Refusal)[]> {
	const order = brought
		.map((of, index) => ({ of, index, checkId: v7(), place: placeOf(of) }))
		.sort((a, b) => (a.place < b.place ? -1 : a.place > b.place ? 1 : a.index - b.index));
	const rows = order.map(({ of, checkId }) => [
		v7(),
		of.assignmentId,
		of.exerciseId,
		of.studentId,
		of.versionId,
		of.source,
		JSON.stringify(of.answers),
		of.handedInAt,
		of.late,
		of.madeBy,
		of.key,
		of.most,
		checkId,
		CORE_VERSION,
		of.reason,
	]);
	const values = TAKES.map((_, n) => rows.map((row) => row[n]));
	// The job of a call that was repeated, or refused, finds no check to do, and ends.
	const jobs = order.map(({ checkId }) => ({ do: "check", checkId }) as const);
	const taken = await sendBeside<{ [K in keyof HandInTaken]: HandInTaken[K] | null }>(queue, manager, jobs, priority, {
		text: TAKE,
		values,
	});
	const result: (HandInTaken | Refusal)[] = [];
	for (const [n, { index }] of order.entries())
		result[index] = taken[n]?.id ? (taken[n] as HandInTaken) : new Refusal("no-tries-left");
	return result;
}

/**
 * Takes hand-ins all or none, inside a transaction or by themselves.
 *
 * @throws Refusal "no-tries-left"
 */
export async function takeTogether(
	manager: EntityManager,
	queue: PgBoss,
	brought: readonly NewHandIn[],
	priority: number,
): Promise<HandInTaken[]> {
	if (brought.length === 0) return [];
	return (await takeAll(manager, queue, brought, priority)).map((taken) => {
		if (taken instanceof Refusal) throw taken;
		return taken;
	});
}

/** Takes one hand-in; the same otherwise. */
export async function takeHandIn(
	manager: EntityManager,
	queue: PgBoss,
	of: NewHandIn,
	priority: number,
): Promise<HandInTaken> {
	const [taken] = await takeTogether(manager, queue, [of], priority);
	return taken as HandInTaken;
}

/**
 * Takes hand-ins that came at once by one call of the database. Where it fails for one of them, each is taken by itself.
 *
 * @returns for each what was taken, or why it wasn't
 */
export async function takeHandIns(
	manager: EntityManager,
	queue: PgBoss,
	brought: readonly NewHandIn[],
	priority: number,
): Promise<(HandInTaken | Error)[]> {
	try {
		return await takeAll(manager, queue, brought, priority);
	} catch (error) {
		if (brought.length === 1) return [error as Error];
		return Promise.all(brought.map((of) => takeHandIn(manager, queue, of, priority).catch((e: Error) => e)));
	}
}

/** The hand-in that a call with this key made. */
export function takenBy(manager: EntityManager, studentId: string, key: string): Promise<HandInTaken | undefined> {
	return queryOne(
		manager,
		`SELECT id, try_number AS "tryNumber", handed_in_at AS "handedInAt", late FROM hand_ins WHERE student_id = $1 AND idempotency_key = $2`,
		[studentId, key],
	);
}

export type HandInRecord = Showing & {
	id: string;
	assignmentId: string;
	exerciseId: string;
	classId: string;
	className: string;
	title: string;
	key: string;
	exercise: string;
	studentId: string;
	studentName: string;
	tryNumber: number;
	handedInAt: Date;
	late: boolean;
	madeBy: HandInPage["madeBy"];
	pressedAt: Date | null;
	source: string;
	answers: Answers;
	closesAt: Date;
	released: boolean;
	report: ReportBody | null;
	waiting: boolean;
	earned: string | null;
	possible: string | null;
	open: string | null;
	criteria: string[] | null;
	points: string[] | null;
};

/** Whose hand-ins an account may see: a student's own, or those of the teacher's classes. */
const mine = ({ role }: { role: string }) =>
	role === "student"
		? "h.student_id = $2"
		: "EXISTS (SELECT 1 FROM class_teachers t WHERE t.class_id = a.class_id AND t.account_id = $2 AND (t.until IS NULL OR t.until > now()))";

/** What a hand-in drew, without all else that is known of it: a wall asks for many at once. */
export async function drawingOf(
	manager: EntityManager,
	id: string,
	account: { id: string; role: string },
): Promise<ReportBody["picture"] | undefined> {
	const row = await queryOne<{ picture: ReportBody["picture"] | null }>(
		manager,
		`SELECT r.body -> 'picture' AS picture FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id LEFT JOIN standings g ON g.hand_in_id = h.id LEFT JOIN reports r ON r.id = g.report_id
		 WHERE h.id = $1 AND ${mine(account)}`,
		[id, account.id],
	);
	return row?.picture ?? undefined;
}

/** A hand-in with the report that counts, if the account may see it: the student's own, or one of the teacher's class. */
export function findHandIn(
	manager: EntityManager,
	id: string,
	account: { id: string; role: string },
): Promise<HandInRecord | undefined> {
	return queryOne(
		manager,
		`SELECT h.id, h.assignment_id AS "assignmentId", h.exercise_id AS "exerciseId", a.class_id AS "classId", c.name AS "className", v.title, e.key, v.source AS exercise, h.student_id AS "studentId",
			s.name AS "studentName", h.try_number AS "tryNumber", h.handed_in_at AS "handedInAt", h.late, h.made_by AS "madeBy", p.at AS "pressedAt", h.source, h.answers, coalesce(o.closes_at, a.closes_at) AS "closesAt",
			a.show_checklist AS "showChecklist", a.show_points AS "showPoints", a.show_feedback AS "showFeedback", a.show_model AS "showModel", a.show_model_as AS "showModelAs", (l.at IS NOT NULL) AS released,
			r.body AS report, (r.id IS NULL) AS waiting, g.earned, g.possible, g.open, g.criteria, g.points
		 FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id JOIN classes c ON c.id = a.class_id JOIN accounts s ON s.id = h.student_id JOIN exercises e ON e.id = h.exercise_id
		 JOIN assignment_exercises x ON x.assignment_id = a.id AND x.exercise_id = h.exercise_id JOIN exercise_versions v ON v.id = x.exercise_version_id
		 LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = h.student_id LEFT JOIN releases l ON l.assignment_id = a.id AND l.student_id = h.student_id LEFT JOIN pressed p ON p.hand_in_id = h.id
		 LEFT JOIN standings g ON g.hand_in_id = h.id LEFT JOIN reports r ON r.id = g.report_id
		 WHERE h.id = $1 AND ${mine(account)}`,
		[id, account.id],
	);
}

type TryRow = { id: string; tryNumber: number; earned: string | null; possible: string | null; counts: boolean };

export async function triesOfStudent(manager: EntityManager, of: HandInRecord): Promise<HandInPage["tries"]> {
	const rows = await queryAll<TryRow>(
		manager,
		`SELECT h.id, h.try_number AS "tryNumber", g.earned, g.possible, (n.hand_in_id = h.id) AS counts FROM hand_ins h LEFT JOIN standings g ON g.hand_in_id = h.id
		 LEFT JOIN counting n ON n.assignment_id = h.assignment_id AND n.exercise_id = h.exercise_id AND n.student_id = $1
		 WHERE h.student_id = $1 AND h.assignment_id = $2 AND h.exercise_id = $3 ORDER BY h.try_number`,
		[of.studentId, of.assignmentId, of.exerciseId],
	);
	return rows.map(({ id, tryNumber, earned, possible, counts }) => ({
		id,
		tryNumber,
		points: pointsOf(earned, possible),
		counts,
	}));
}

/** The hand-ins that count of the students before and after one, in the order of their names. */
export async function neighbours(
	manager: EntityManager,
	of: HandInRecord,
): Promise<{ before: string | null; after: string | null }> {
	const rows = await queryAll<{ id: string; studentId: string }>(
		manager,
		`SELECT n.hand_in_id AS id, n.student_id AS "studentId" FROM counting n JOIN accounts s ON s.id = n.student_id WHERE n.assignment_id = $1 AND n.exercise_id = $2 ORDER BY s.name, s.id`,
		[of.assignmentId, of.exerciseId],
	);
	const at = rows.findIndex((r) => r.studentId === of.studentId);
	return { before: rows[at - 1]?.id ?? null, after: rows[at + 1]?.id ?? null };
}

export type Decision = { criterion: string; points: number; reason: string | null; by: string; at: Date };

/** What teachers decided of a hand-in: its judgements, or its adjustments. */
export async function decisionsOf(
	manager: EntityManager,
	handInId: string,
	table: "judgements" | "adjustments",
): Promise<Decision[]> {
	const reason = table === "adjustments" ? "d.reason" : "NULL::text AS reason";
	return queryAll(
		manager,
		`SELECT d.criterion, d.points::float AS points, ${reason}, a.name AS by, d.at FROM ${table} d JOIN accounts a ON a.id = d.by_id WHERE d.hand_in_id = $1`,
		[handInId],
	);
}

export type CommentRow = {
	id: string;
	by: string;
	place: HandInPage["comments"][number]["place"];
	words: string;
	at: Date;
};

export function commentsOf(manager: EntityManager, handInId: string): Promise<CommentRow[]> {
	return queryAll(
		manager,
		"SELECT c.id, a.name AS by, c.place, c.words, c.at FROM comments c JOIN accounts a ON a.id = c.by_id WHERE c.hand_in_id = $1 ORDER BY c.at, c.id",
		[handInId],
	);
}

/** A hand-in's tape, packed, where it was small enough to keep. */
export function tapeOfHandIn(manager: EntityManager, handInId: string): Promise<{ tape: Buffer } | undefined> {
	return queryOne(manager, "SELECT tape FROM tapes WHERE hand_in_id = $1", [handInId]);
}
