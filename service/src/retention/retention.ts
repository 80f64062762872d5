import { setTimeout as pause } from "node:timers/promises";
import type { DataSource, EntityManager } from "typeorm";
import { boolean, integer, statement, uuid } from "../database/statement.ts";
import { CLOSED_CLASS_DAYS, type RetentionRule, RULES, UNCOUNTED_DAYS } from "./rules.ts";

/** Rows removed in one transaction, and the pause until the next: others never wait for long. */
const STEP_ROWS = 500;
const PAUSE_MILLISECONDS = 20;
const DAY_MILLISECONDS = 86_400_000;
/** Held for each step, so that several workers don't remove the same rows. */
const RETENTION_LOCK = 4_207_331_002;

const TRY_LOCK = statement({ free: boolean }, `SELECT pg_try_advisory_xact_lock(${RETENTION_LOCK}) AS free`);

const deleteOf = ({ table, where }: RetentionRule) =>
	statement(
		{ count: integer },
		`WITH gone AS (
				DELETE FROM ${table}
				WHERE ctid = ANY(ARRAY(SELECT ctid FROM ${table} WHERE ${where} LIMIT ${STEP_ROWS} FOR UPDATE SKIP LOCKED))
				RETURNING 1)
			SELECT count(*)::int AS count
			FROM gone`,
	);
const DELETES = RULES.map((rule) => ({ rule, rows: deleteOf(rule) }));

const NEXT_ASSIGNMENT = statement(
	{ id: uuid },
	`SELECT id
		FROM assignments
		WHERE closes_at < $1 AND (freed_at IS NULL OR freed_at < closes_at)
		ORDER BY closes_at
		LIMIT 1`,
);

const DELETE_UNCOUNTED_TAPES = statement(
	{ count: integer },
	`WITH gone AS (
			DELETE FROM tapes t
			USING hand_ins h
			WHERE h.assignment_id = $1 AND t.hand_in_id = h.id
				AND h.id <> ALL(ARRAY(SELECT hand_in_id FROM counting WHERE assignment_id = $1))
			RETURNING 1)
		SELECT count(*)::int AS count
		FROM gone`,
);

const MARK_ASSIGNMENT = statement({}, "UPDATE assignments SET freed_at = $2 WHERE id = $1");

const NEXT_CLASS = statement(
	{ id: uuid },
	`SELECT id
		FROM classes
		WHERE closed_at < $1 AND (freed_at IS NULL OR freed_at < closed_at)
		ORDER BY closed_at
		LIMIT 1`,
);

const DELETE_LESSON_DATA = statement(
	{ count: integer },
	`WITH of_class AS (
			SELECT id FROM assignments WHERE class_id = $1
		), drafts_gone AS (
			DELETE FROM drafts WHERE assignment_id IN (SELECT id FROM of_class) RETURNING 1
		), tapes_gone AS (
			DELETE FROM tapes t
			USING hand_ins h
			WHERE h.assignment_id IN (SELECT id FROM of_class) AND t.hand_in_id = h.id
			RETURNING 1
		)
		SELECT (SELECT count(*) FROM drafts_gone)::int + (SELECT count(*) FROM tapes_gone)::int AS count`,
);

const MARK_CLASS = statement({}, "UPDATE classes SET freed_at = $2 WHERE id = $1");

const DELETE_ARCHIVED_HAND_INS = statement(
	{ count: integer },
	`WITH gone AS (
			DELETE FROM hand_ins
			WHERE id = ANY(ARRAY(
				SELECT h.id
				FROM class_archives x
				JOIN assignments a ON a.class_id = x.class_id
				JOIN hand_ins h ON h.assignment_id = a.id
				LIMIT ${STEP_ROWS}))
			RETURNING 1)
		SELECT count(*)::int AS count
		FROM gone`,
);

const DELETE_ARCHIVED_ASSIGNMENTS = statement(
	{ count: integer },
	`WITH gone AS (
			DELETE FROM assignments
			WHERE class_id IN (SELECT class_id FROM class_archives)
			RETURNING 1)
		SELECT count(*)::int AS count
		FROM gone`,
);

/** The number of rows that a step removed; undefined if there is nothing more to do, or another worker does it. */
type Step = (manager: EntityManager) => Promise<number | undefined>;

/** Repeats a step, each time in a transaction of its own, until it has nothing more to do. */
async function repeat(dataSource: DataSource, isOver: () => boolean, step: Step): Promise<number> {
	let removed = 0;
	while (!isOver()) {
		const count = await dataSource.transaction(async (manager) =>
			(await TRY_LOCK.one(manager))?.free ? step(manager) : undefined,
		);
		if (count === undefined) break;
		removed += count;
		await pause(PAUSE_MILLISECONDS);
	}
	return removed;
}

/**
 * Removes what is older than its rule says, in small steps.
 *
 * @param of.now the time that ages are counted from @param of.isOver ends it between two steps
 * @returns the number of rows removed, by what they are; what had none is left out
 * @throws AggregateError if a rule failed; the others were carried out
 */
export async function removeOld(
	dataSource: DataSource,
	{ now = new Date(), isOver = () => false }: { readonly now?: Date; readonly isOver?: () => boolean } = {},
): Promise<Readonly<Record<string, number>>> {
	const before = (days: number) => new Date(now.getTime() - days * DAY_MILLISECONDS);
	const removed: Record<string, number> = {};
	const failures: unknown[] = [];
	const note = async (what: string, step: Step) => {
		try {
			const count = await repeat(dataSource, isOver, step);
			if (count > 0) removed[what] = count;
		} catch (error) {
			failures.push(error);
		}
	};
	for (const { rule, rows } of DELETES)
		await note(rule.what, async (manager) => {
			const count = (await rows.one(manager, [before(rule.days)]))?.count ?? 0;
			return count === 0 ? undefined : count;
		});
	await note("recordings of tries that don't count", async (manager) => {
		const next = await NEXT_ASSIGNMENT.one(manager, [before(UNCOUNTED_DAYS)]);
		if (!next) return undefined;
		const count = (await DELETE_UNCOUNTED_TAPES.one(manager, [next.id]))?.count ?? 0;
		await MARK_ASSIGNMENT.all(manager, [next.id, now]);
		return count;
	});
	await note("drafts and recordings of closed classes", async (manager) => {
		const next = await NEXT_CLASS.one(manager, [before(CLOSED_CLASS_DAYS)]);
		if (!next) return undefined;
		const count = (await DELETE_LESSON_DATA.one(manager, [next.id]))?.count ?? 0;
		await MARK_CLASS.all(manager, [next.id, now]);
		return count;
	});
	await note("hand-ins and assignments of archived classes", async (manager) => {
		const handIns = (await DELETE_ARCHIVED_HAND_INS.one(manager))?.count ?? 0;
		if (handIns > 0) return handIns;
		const assignments = (await DELETE_ARCHIVED_ASSIGNMENTS.one(manager))?.count ?? 0;
		return assignments === 0 ? undefined : assignments;
	});
	if (failures.length > 0) throw new AggregateError(failures, "some old rows couldn't be removed");
	return removed;
}
