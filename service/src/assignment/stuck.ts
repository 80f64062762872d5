import { sentenceOf } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { boolean, integer, integers, nullable, statement, text, texts, uuid } from "../database/statement.ts";
import { publishedExercise } from "../exercise/exercise.ts";

/** Numbers of hand-ins and runs, and time, after which a student without a newly met criterion counts as stuck. */
const STUCK = { handIns: 3, runs: 10, milliseconds: 600_000 } as const;

export interface Stuck {
	student: { id: string; name: string };
	exercise: string;
	assignmentId: string;
	handIns: number;
	runs: number;
	minutes: number;
	handInId: string | null;
	criterion: string | null;
	slip: string | null;
}

export interface StuckRow {
	studentId: string;
	name: string;
	assignmentId: string;
	exercise: string;
	file: string | null;
	/** Criteria met by each hand-in, the oldest first. */
	mets: number[];
	lastId: string | null;
	lastMet: string[] | null;
	slip: string | null;
	runs: number;
	milliseconds: number;
	draftMet: string[] | null;
	draftIsNewer: boolean;
}

/** The number of latest hand-ins that met no more criteria than the best one before them. */
export function idleHandIns(mets: readonly number[]): number {
	let [best, since] = [-1, 0];
	mets.forEach((met, i) => {
		if (met > best) [best, since] = [met, i];
	});
	return mets.length - since;
}

const STUCK_IN = statement(
	{
		studentId: uuid,
		name: text(),
		assignmentId: uuid,
		exercise: text(),
		file: nullable(text()),
		mets: integers,
		lastId: nullable(uuid),
		lastMet: nullable(texts),
		slip: nullable(text()),
		runs: integer,
		milliseconds: integer,
		draftMet: nullable(texts),
		draftIsNewer: boolean,
	},
	`WITH under_way AS MATERIALIZED (
			SELECT a.*
			FROM assignments a
			WHERE a.class_id = $1 AND ($2::uuid IS NULL OR a.id = $2) AND a.opens_at <= now() AND (a.closes_at > now()
				OR EXISTS (SELECT 1 FROM own_dates o WHERE o.assignment_id = a.id AND o.closes_at > now()))
		)
		SELECT s.id AS "studentId", s.name, a.id AS "assignmentId", e.key AS exercise, v.file,
			coalesce((SELECT array_agg((SELECT count(*)::int FROM unnest(g.verdicts) AS u(verdict) WHERE verdict =
					'met') ORDER BY h.try_number) FROM hand_ins h JOIN standings g ON g.hand_in_id = h.id
				WHERE h.assignment_id = a.id AND h.exercise_id = e.id AND h.student_id = s.id), '{}') AS mets,
			last.id AS "lastId", last.met AS "lastMet", last.slip, coalesce(d.idle_runs, 0) AS runs,
			coalesce(d.idle_milliseconds, 0) AS
					milliseconds, d.met AS "draftMet",
			(d.saved_at IS NOT NULL AND d.runs > 0 AND (last.at IS NULL OR d.saved_at > last.at)) AS "draftIsNewer"
		FROM class_students m
			JOIN accounts s ON s.id = m.account_id
			JOIN under_way a ON a.class_id = m.class_id
			JOIN assignment_exercises x ON x.assignment_id = a.id
		JOIN exercises e ON e.id = x.exercise_id JOIN exercise_versions v ON v.id = x.exercise_version_id
		LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = s.id
		LEFT JOIN drafts d ON d.assignment_id = a.id AND d.exercise_id = e.id AND d.student_id = s.id
		LEFT JOIN LATERAL (
			SELECT h.id, h.handed_in_at AS at, r.explained #>> '{0,teacher}' AS slip, (SELECT array_agg(c) FROM
					unnest(g.criteria, g.verdicts) AS u(c, verdict) WHERE verdict = 'met') AS met
			FROM hand_ins h JOIN standings g ON g.hand_in_id = h.id JOIN full_reports r ON r.id = g.report_id
			WHERE h.assignment_id = a.id AND h.exercise_id = e.id AND h.student_id = s.id
				ORDER BY h.try_number DESC
				LIMIT 1
		) last ON true
		WHERE m.class_id = $1 AND m.left_at IS NULL AND coalesce(o.closes_at, a.closes_at) > now()
			AND NOT coalesce(o.excused, false)
			AND (d.student_id IS NOT NULL OR last.at IS NOT NULL)
		ORDER BY s.name, s.id, a.due_at, a.id, x.position`,
);

/** Stuck students of a class with open work, each with the criterion they are stuck on. */
export async function stuckIn(
	manager: EntityManager,
	classId: string,
	assignmentId: string | undefined,
): Promise<Stuck[]> {
	const rows = await STUCK_IN.all(manager, [classId, assignmentId ?? null]);
	return rows.flatMap((row) => stuckBy(row) ?? []);
}

/** A student stuck on an exercise, with the first missed criterion; undefined if not stuck. */
export function stuckBy(row: StuckRow): Stuck | undefined {
	const { mets, runs, milliseconds } = row;
	const handIns = idleHandIns(mets);
	if (handIns < STUCK.handIns && runs < STUCK.runs && milliseconds < STUCK.milliseconds) return undefined;
	const met = new Set(row.draftIsNewer ? row.draftMet : (row.lastMet ?? row.draftMet ?? []));
	// A student who has met everything isn't stuck, however many tries it took.
	const missed = publishedExercise(row.file).criteria.filter(
		(c) => !c.bonus && !met.has(c.id) && !("check" in c && (c.check === "by teacher" || c.check === "answer")),
	);
	if (missed.length === 0) return undefined;
	return {
		student: { id: row.studentId, name: row.name },
		exercise: row.exercise,
		assignmentId: row.assignmentId,
		handIns,
		runs,
		minutes: Math.round(milliseconds / 6_000) / 10,
		handInId: row.lastId,
		criterion: missed[0] ? sentenceOf(missed[0]) : null,
		slip: row.draftIsNewer ? null : row.slip,
	};
}
