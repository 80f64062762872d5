import type { ReportBody } from "@markpen/contract";
import { forgiven, type Report, type Settled, settle } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { AdjustmentEntity, JudgementEntity } from "../database/entities/feedback.ts";
import { json, nullable, statement, text, uuid } from "../database/statement.ts";
import { publishedExercise } from "../exercise/exercise.ts";

const FIND_COUNTING_REPORT = statement(
	{ id: uuid, body: json<ReportBody>(), exercise: nullable(text()) },
	`SELECT r.id, r.body, v.file AS exercise
			FROM full_reports r
			JOIN hand_ins h ON h.id = r.hand_in_id
			JOIN exercise_versions v ON v.id = r.exercise_version_id
		JOIN assignment_exercises x ON x.assignment_id = h.assignment_id AND x.exercise_id = h.exercise_id
		WHERE r.hand_in_id = $1
			ORDER BY (r.exercise_version_id = x.exercise_version_id) DESC, r.made_at DESC, r.id DESC
			LIMIT 1`,
);

const STORE_STANDING = statement(
	{},
	`INSERT INTO standings (hand_in_id, report_id, earned, possible, open, adjusted, criteria, points, verdicts)
			VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)
		ON CONFLICT (hand_in_id)
			DO UPDATE
			SET report_id = $2, earned = $3, possible = $4, open = $5, adjusted = $6, criteria = $7, points = $8,
				verdicts = $9`,
);

const pointsOf = (decided: readonly { readonly criterion: string; readonly points: number }[]) =>
	Object.fromEntries(decided.map(({ criterion, points }) => [criterion, points]));

/**
 * Computes a hand-in's result: its newest report on the assignment's current version, with judgements and adjustments.
 * Stores nothing if there is no report yet.
 */
export async function settleHandIn(manager: EntityManager, handInId: string): Promise<Settled | undefined> {
	const report = await FIND_COUNTING_REPORT.one(manager, [handInId]);
	if (!report) return undefined;
	const [judgements, adjustments] = [
		pointsOf(await manager.findBy(JudgementEntity, { handInId })),
		pointsOf(await manager.findBy(AdjustmentEntity, { handInId })),
	];
	const exercise = publishedExercise(report.exercise);
	const { criteria: found } = forgiven(report.body as Report, exercise);
	const criteria = found.map(({ waits, ...c }) => ({
		...c,
		points: c.points ?? 0,
		...(waits && { waits }),
	}));
	const settled = settle(criteria, { judgements, adjustments }, exercise.bonus === "beyond full");
	await STORE_STANDING.all(manager, [
		handInId,
		report.id,
		settled.earned,
		settled.possible,
		settled.open,
		Object.keys(adjustments).length > 0,
		settled.criteria.map((c) => c.id),
		settled.criteria.map((c) => c.points),
		settled.criteria.map((c) => c.verdict),
	]);
	return settled;
}
