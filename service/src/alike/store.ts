import type { EntityManager } from "typeorm";
import { boolean, float, instant, nullable, type RowOf, statement, text, uuid } from "../database/statement.ts";

const LIST_PAIRS = statement(
	{
		oneId: uuid,
		oneStudent: uuid,
		oneName: text(),
		otherId: uuid,
		otherStudent: uuid,
		otherName: text(),
		likeness: float,
		drawing: float,
		source: float,
		dismissed: boolean,
		reason: nullable(text()),
	},
	`SELECT p.one_id AS "oneId", a.id AS "oneStudent", a.name AS "oneName", p.other_id AS "otherId", b.id AS
				"otherStudent", b.name AS "otherName",
			p.likeness::float, p.drawing::float, p.source::float, p.dismissed_at IS NOT NULL AS dismissed, p.reason
		FROM alike_pairs p
			JOIN hand_ins g ON g.id = p.one_id
			JOIN accounts a ON a.id = g.student_id
			JOIN hand_ins h ON h.id = p.other_id
			JOIN accounts b ON b.id = h.student_id
		WHERE p.assignment_id = $1 ORDER BY p.likeness DESC, p.one_id, p.other_id`,
);

export type PairRow = RowOf<typeof LIST_PAIRS>;

/** The similar pairs of an assignment, most similar first. */
export function pairsOf(manager: EntityManager, assignmentId: string): Promise<PairRow[]> {
	return LIST_PAIRS.all(manager, [assignmentId]);
}

const DISMISS_PAIR = statement(
	{ oneId: uuid },
	`UPDATE alike_pairs
		SET dismissed_at = CASE WHEN $4 THEN now() END, dismissed_by = CASE WHEN $4 THEN $5::uuid END, reason =
			CASE WHEN $4 THEN $6 END
		WHERE assignment_id = $1 AND one_id = $2 AND other_id = $3
		RETURNING one_id AS "oneId"`,
);

/** What a teacher says of a pair. */
export interface Dismissal {
	readonly assignmentId: string;
	readonly one: string;
	readonly other: string;
	/** True to dismiss the pair, false to restore it. */
	readonly dismissed: boolean;
	readonly by: string;
	readonly reason: string | null;
}

/** Dismisses a pair with a reason, or restores it; false if there is no such pair. */
export async function dismissPair(manager: EntityManager, of: Dismissal): Promise<boolean> {
	const values = [of.assignmentId, of.one, of.other, of.dismissed, of.by, of.reason];
	return (await DISMISS_PAIR.all(manager, values)).length > 0;
}

const LOOKED_AT = statement(
	{ at: nullable(instant) },
	`SELECT max(ended_at) AS at
		FROM jobs
		WHERE kind = 'alike' AND state = 'done' AND about ->> 'assignmentId' = $1`,
);

/** When the last complete search for similar hand-ins of an assignment ended; undefined if there was none. */
export async function lookedAtOf(manager: EntityManager, assignmentId: string): Promise<Date | undefined> {
	return (await LOOKED_AT.one(manager, [assignmentId]))?.at ?? undefined;
}
