import { type ReportSummary, settle } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { nullable, plainJson, statement, uuid } from "../database/statement.ts";
import { CHANNEL } from "../events/events.ts";
import { SLOW_MILLISECONDS } from "../queue/turn.ts";
import { noteOf } from "./report.ts";
import { settleHandIn } from "./settle.ts";
import type { SubmissionIds } from "./submission.ts";

/** A checked hand-in, to be stored. */
export interface CheckedHandIn {
	readonly checkId: string;
	readonly handInId: string;
	readonly assignmentId: string;
	readonly studentId: string;
	readonly exerciseVersionId: string;
	/** The report as JSON text, and its summary. */
	readonly report: string;
	readonly summary: ReportSummary;
	readonly tape: Uint8Array | null;
	readonly submission: SubmissionIds;
	/** How long the check took. */
	readonly milliseconds: number;
	/** Whether a bonus counts beyond full points. */
	readonly beyondFull: boolean;
	/** Whether its points may depend on its causes. */
	readonly forgives: boolean;
}

/**
 * Stores reports with all that belongs to them: tape, end of the check, slow checks, events. A hand-in whose student
 * was deleted in the meantime is left out; a report that is there already isn't stored again.
 */
const STORE_REPORTS = statement(
	{ handInId: uuid, reportId: nullable(uuid) },
	`WITH arrived AS MATERIALIZED (
			SELECT a.*, b.body::jsonb AS body, t.tape
			FROM jsonb_to_recordset($1::jsonb) AS a(place bigint, id uuid, check_id uuid, hand_in_id uuid,
				assignment_id uuid, student_id uuid, exercise_version_id uuid, core_version text, state text, ended text,
				earned numeric, possible numeric, open numeric, criteria text[], verdicts text[], slips text[], note text,
				brought jsonb, slow_id uuid)
			JOIN unnest($2::text[]) WITH ORDINALITY AS b(body, place) USING (place)
			JOIN unnest($3::bytea[]) WITH ORDINALITY AS t(tape, place) USING (place)
			-- The student may have been deleted in the meantime.
			JOIN hand_ins h ON h.id = a.hand_in_id
			FOR KEY SHARE OF h
		), stored AS (
			INSERT INTO reports (id, check_id, hand_in_id, exercise_version_id, core_version, state, ended, earned,
				possible, open, criteria, verdicts, slips, note, brought, body, made_at)
			SELECT id, check_id, hand_in_id, exercise_version_id, core_version, state, ended, earned, possible, open,
				criteria, verdicts, slips, note, brought, body, now()
			FROM arrived
			ON CONFLICT (hand_in_id, exercise_version_id, core_version) DO NOTHING
			RETURNING id, hand_in_id
		), taped AS (
			INSERT INTO tapes (hand_in_id, core_version, tape)
			SELECT DISTINCT ON (hand_in_id) hand_in_id, core_version, tape
			FROM arrived
			WHERE tape IS NOT NULL
			ORDER BY hand_in_id, place DESC
			ON CONFLICT (hand_in_id) DO UPDATE SET core_version = EXCLUDED.core_version, tape = EXCLUDED.tape
		), ended AS (
			UPDATE checks c SET ended_at = now()
			FROM arrived a
			WHERE c.id = a.check_id AND c.ended_at IS NULL
		), slow AS (
			INSERT INTO slow_checks (id, student_id, assignment_id)
			SELECT slow_id, student_id, assignment_id
			FROM arrived
			WHERE slow_id IS NOT NULL
		), events AS (
			INSERT INTO progress (subject, kind, data)
			SELECT e.subject, 'checked', e.data
			FROM arrived a, LATERAL (VALUES
				(a.hand_in_id, '{}'::jsonb),
				(a.assignment_id, jsonb_build_object('handInId', a.hand_in_id))) AS e(subject, data)
			ORDER BY a.place
			RETURNING subject
		), heard AS (
			SELECT count(pg_notify('${CHANNEL}', subject::text))
			FROM events
		)
		SELECT a.hand_in_id AS "handInId", s.id AS "reportId"
		FROM arrived a
		CROSS JOIN heard
		LEFT JOIN stored s ON s.id = a.id
		ORDER BY a.place`,
);

const FIND_COUNTING = statement(
	{
		handInId: uuid,
		reportId: uuid,
		judgements: nullable(plainJson<Record<string, number>>()),
		adjustments: nullable(plainJson<Record<string, number>>()),
	},
	`SELECT h.id AS "handInId", r.id AS "reportId",
			(SELECT json_object_agg(j.criterion, j.points) FROM judgements j WHERE j.hand_in_id = h.id) AS judgements,
			(SELECT json_object_agg(d.criterion, d.points) FROM adjustments d WHERE d.hand_in_id = h.id) AS adjustments
		FROM unnest($1::uuid[]) AS q(id)
		JOIN hand_ins h ON h.id = q.id
		JOIN assignment_exercises x ON x.assignment_id = h.assignment_id AND x.exercise_id = h.exercise_id
		JOIN LATERAL (
			SELECT r.id
			FROM reports r
			WHERE r.hand_in_id = h.id
			ORDER BY (r.exercise_version_id = x.exercise_version_id) DESC, r.made_at DESC, r.id DESC
			LIMIT 1) r ON true`,
);

const STORE_STANDINGS = statement(
	{},
	`INSERT INTO standings (hand_in_id, report_id, earned, possible, open, adjusted, criteria, points, verdicts)
		SELECT hand_in_id, report_id, earned, possible, open, adjusted, criteria, points, verdicts
		FROM jsonb_to_recordset($1::jsonb) AS g(hand_in_id uuid, report_id uuid, earned numeric, possible numeric,
			open numeric, adjusted boolean, criteria text[], points numeric[], verdicts text[])
		ON CONFLICT (hand_in_id)
		DO UPDATE
		SET report_id = EXCLUDED.report_id, earned = EXCLUDED.earned, possible = EXCLUDED.possible,
			open = EXCLUDED.open, adjusted = EXCLUDED.adjusted, criteria = EXCLUDED.criteria, points = EXCLUDED.points,
			verdicts = EXCLUDED.verdicts`,
);

/** A report's row, as the statement reads it. */
function rowOf(of: CheckedHandIn, id: string, place: number): object {
	const { summary } = of;
	return {
		place,
		id,
		check_id: of.checkId,
		hand_in_id: of.handInId,
		assignment_id: of.assignmentId,
		student_id: of.studentId,
		exercise_version_id: of.exerciseVersionId,
		core_version: summary.version,
		state: summary.state,
		ended: summary.ended,
		earned: summary.points.earned,
		possible: summary.points.possible,
		open: summary.points.open,
		criteria: summary.criteria.map((c) => c.id),
		verdicts: summary.criteria.map((c) => c.verdict),
		slips: summary.slips,
		note: noteOf(summary),
		brought: of.submission,
		slow_id: of.milliseconds > SLOW_MILLISECONDS ? v7() : null,
	};
}

/**
 * Computes the results of hand-ins whose reports were just stored. Where another report counts, or causes decide, it is
 * read back.
 */
async function settleStored(
	manager: EntityManager,
	handIns: readonly string[],
	stored: ReadonlyMap<string, CheckedHandIn>,
): Promise<void> {
	const standings: object[] = [];
	for (const { handInId, reportId, judgements, adjustments } of await FIND_COUNTING.all(manager, [
		[...new Set(handIns)],
	])) {
		const of = stored.get(reportId);
		if (!of || of.forgives) {
			await settleHandIn(manager, handInId);
			continue;
		}
		const decided = { judgements: judgements ?? {}, adjustments: adjustments ?? {} };
		const settled = settle(of.summary.criteria, decided, of.beyondFull);
		standings.push({
			hand_in_id: handInId,
			report_id: reportId,
			earned: settled.earned,
			possible: settled.possible,
			open: settled.open,
			adjusted: adjustments !== null,
			criteria: settled.criteria.map((c) => c.id),
			points: settled.criteria.map((c) => c.points),
			verdicts: settled.criteria.map((c) => c.verdict),
		});
	}
	if (standings.length > 0) await STORE_STANDINGS.all(manager, [JSON.stringify(standings)]);
}

/**
 * Stores the reports of checked hand-ins with few statements for all, inside a transaction. Idempotent.
 *
 * @returns ids of the reports that are new and whose causes are still to be looked for
 */
export async function storeReports(manager: EntityManager, checked: readonly CheckedHandIn[]): Promise<string[]> {
	const ids = checked.map(() => v7());
	const rows = await STORE_REPORTS.all(manager, [
		JSON.stringify(checked.map((of, n) => rowOf(of, ids[n] as string, n + 1))),
		checked.map((of) => of.report),
		checked.map((of) => of.tape && Buffer.from(of.tape)),
	]);
	const by = new Map(checked.map((of, n) => [ids[n] as string, of]));
	const stored = new Map<string, CheckedHandIn>();
	for (const { reportId } of rows) {
		const of = reportId === null ? undefined : by.get(reportId);
		if (reportId !== null && of) stored.set(reportId, of);
	}
	await settleStored(
		manager,
		rows.map((row) => row.handInId),
		stored,
	);
	return [...stored].filter(([, of]) => !of.summary.explained).map(([id]) => id);
}
