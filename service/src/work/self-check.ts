import type { ReportBody } from "@markpen/contract";
import type { LanguageId } from "@markpen/core";
import type PgBoss from "pg-boss";
import type { DataSource, EntityManager } from "typeorm";
import { v7 } from "uuid";
import { type Showing, shownTo } from "../assignment/shown.ts";
import type { Answers } from "../database/entities/answers.ts";
import { SelfCheckEntity } from "../database/entities/work.ts";
import { lock } from "../database/locks.ts";
import { boolean, instant, integer, json, nullable, statement, text } from "../database/statement.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { forStudent } from "../hand-in/student-view.ts";
import { sendWork, whoseOf } from "../queue/queue.ts";
import { turnOfSelfCheck } from "../queue/turn.ts";
import { Refusal } from "../refusals.ts";

/** Largest number of a student's waiting self-checks. */
const MAX_WAITING_CHECKS = 2;

const COUNT_WAITING = statement(
	{ count: integer },
	`SELECT count(*)::int AS count
		FROM self_checks
		WHERE student_id = $1 AND report IS NULL AND made_at > now() - interval '1 minute'`,
);

const FIND_SELF_CHECK = statement(
	{
		report: nullable(json<ReportBody>()),
		exercise: nullable(text()),
		closesAt: instant,
		released: boolean,
		showChecklist: text<Showing["showChecklist"]>(),
		showPoints: text<Showing["showPoints"]>(),
		showFeedback: text<Showing["showFeedback"]>(),
		showModel: text<Showing["showModel"]>(),
		showModelAs: text<Showing["showModelAs"]>(),
		handedIn: boolean,
	},
	`SELECT s.report, v.file AS exercise, coalesce(o.closes_at, a.closes_at) AS "closesAt",
			(l.at IS NOT NULL) AS released, a.show_checklist AS "showChecklist", a.show_points AS "showPoints",
			a.show_feedback AS "showFeedback", a.show_model AS "showModel", a.show_model_as AS "showModelAs",
			EXISTS (SELECT 1 FROM hand_ins h WHERE h.assignment_id = s.assignment_id
				AND h.exercise_id = s.exercise_id AND h.student_id = s.student_id) AS "handedIn"
			FROM self_checks s
			JOIN assignments a ON a.id = s.assignment_id
			LEFT JOIN own_dates o ON o.assignment_id = s.assignment_id AND o.student_id = s.student_id
			LEFT JOIN releases l ON l.assignment_id = s.assignment_id AND l.student_id = s.student_id
			JOIN assignment_exercises x ON x.assignment_id = s.assignment_id AND x.exercise_id = s.exercise_id
		JOIN exercise_versions v ON v.id = x.exercise_version_id WHERE s.id = $1 AND s.student_id = $2`,
);

/** A program for a self-check. */
export interface SelfCheckAsked {
	readonly assignmentId: string;
	readonly exerciseId: string;
	readonly studentId: string;
	readonly source: string;
	readonly language: LanguageId;
	readonly answers: Answers;
}

/**
 * Queues a self-check and returns its id.
 *
 * @throws Refusal "too-many-calls" if the student's earlier checks are still running
 */
export async function requestSelfCheck(dataSource: DataSource, queue: PgBoss, of: SelfCheckAsked): Promise<string> {
	const id = v7();
	await dataSource.transaction(async (manager) => {
		await lock(manager, "self-check", of.studentId);
		const waiting = await COUNT_WAITING.one(manager, [of.studentId]);
		if ((waiting?.count ?? 0) >= MAX_WAITING_CHECKS)
			throw new Refusal("too-many-calls", "Two of your checks are still running. Wait for them, then check again.");
		const { assignmentId, exerciseId, studentId, source, language, answers } = of;
		const place = await turnOfSelfCheck(manager, of);
		await manager.insert(SelfCheckEntity, { id, assignmentId, exerciseId, studentId, source, language, answers });
		await sendWork(queue, manager, { do: "self-check", selfCheckId: id, ...whoseOf(place) }, place);
	});
	return id;
}

/** The report of a student's self-check, as the student may see it; null while it is running. */
export async function selfCheckReport(
	manager: EntityManager,
	id: string,
	studentId: string,
): Promise<ReturnType<typeof forStudent> | null> {
	const row = await FIND_SELF_CHECK.one(manager, [id, studentId]);
	if (!row) throw new Refusal("not-found");
	if (!row.report) return null;
	const shown = shownTo(row, row);
	const report = forStudent(row.report, publishedExercise(row.exercise), { before: true, points: shown.points });
	// The drawing is always shown; verdicts only if the assignment already shows them.
	const isShown = shown.feedback && (row.showChecklist === "opening" || row.handedIn);
	return isShown ? report : { ...report, criteria: [], causes: [], slips: [], points: null };
}
