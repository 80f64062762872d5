import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { SlowCheckEntity } from "../database/entities/check.ts";
import { boolean, integer, statement, uuid } from "../database/statement.ts";
import { Refusal } from "../refusals.ts";
import { type Place, PRIORITY, type Whose } from "./queue.ts";

/** Largest number of one student's hand-ins waiting for their check. */
const MAX_WAITING = 10;
/** With this many waiting hand-ins, a student's next one goes into the slow lane. */
const FEW = 2;
/** A check longer than this, in milliseconds, is recorded as slow. */
export const SLOW_MILLISECONDS = 1_000;
/** How long: until then the student's next checks go into the slow lane. */
export const SLOW_MEMORY = "10 minutes";
/** With this many students with slow checks, an assignment counts as slow. */
const SLOW_STUDENTS = 3;

/** Priority steps by which each waiting hand-in delays the next one of its student, and of its class. */
const STEP_BACK = { student: 20, class: 1 } as const;
const MOST_BACK = { student: 500, class: 400 } as const;

/** Common table expression: hand-ins waiting for their check, with students and classes. */
export const WAITING = `waiting AS MATERIALIZED (
		SELECT h.student_id, a.class_id
		FROM checks c
		JOIN hand_ins h ON h.id = c.hand_in_id
		JOIN assignments a ON a.id = h.assignment_id
		WHERE c.ended_at IS NULL AND c.reason = 'hand-in')`;

/** Whether recent checks of a student, or of an assignment, were slow. */
export const slowOf = (student: string, assignment: string) => `(EXISTS (
			SELECT 1 FROM slow_checks k
			WHERE k.student_id = ${student} AND k.at > now() - interval '${SLOW_MEMORY}')
		OR (SELECT count(DISTINCT k.student_id) FROM slow_checks k
			WHERE k.assignment_id = ${assignment} AND k.at > now() - interval '${SLOW_MEMORY}') >= ${SLOW_STUDENTS})`;

/** What decides when a check has its turn. */
export interface Waiting {
	/** Numbers of waiting hand-ins of the student, and of the class. */
	readonly ofStudent: number;
	readonly ofClass: number;
	/** Whether recent checks of the student or the assignment were slow. */
	readonly slow: boolean;
	readonly whose: Whose;
}

/**
 * Lane and priority of a student's check: people and classes take turns, so that those with few waiting checks come
 * first.
 *
 * @throws Refusal "too-many-calls" if too many of the student's checks are waiting
 */
export function turnOf({ ofStudent, ofClass, slow, whose }: Waiting): Place {
	if (ofStudent >= MAX_WAITING)
		throw new Refusal(
			"too-many-calls",
			`${MAX_WAITING} of your programs are still waiting for their check, so this one wasn't handed in. Hand it in when one is done; it stays in your editor.`,
			undefined,
			2,
		);
	const back =
		Math.min(MOST_BACK.student, STEP_BACK.student * ofStudent) + Math.min(MOST_BACK.class, STEP_BACK.class * ofClass);
	return { lane: slow || ofStudent >= FEW ? "slow" : "quick", priority: PRIORITY.waiting - back, whose };
}

const SELF_CHECK_TURN = statement(
	{ classId: uuid, ofStudent: integer, ofClass: integer, slow: boolean },
	`WITH ${WAITING}
		SELECT a.class_id AS "classId", (SELECT count(*)::int FROM waiting w WHERE w.student_id = $1) AS "ofStudent",
			(SELECT count(*)::int FROM waiting w WHERE w.class_id = a.class_id) AS "ofClass",
			${slowOf("$1", "a.id")} AS slow
		FROM assignments a
		WHERE a.id = $2`,
);

/** Lane and priority of a student's self-check. */
export async function turnOfSelfCheck(
	manager: EntityManager,
	of: { readonly studentId: string; readonly assignmentId: string },
): Promise<Place> {
	const found = await SELF_CHECK_TURN.one(manager, [of.studentId, of.assignmentId]);
	if (!found) throw new Refusal("not-found");
	return turnOf({
		...found,
		ofStudent: Math.min(found.ofStudent, MAX_WAITING - 1),
		whose: { student: of.studentId, class: found.classId },
	});
}

/** Remembers a check that took long. */
export async function noteSlow(
	manager: EntityManager,
	of: { readonly studentId: string; readonly assignmentId: string; readonly milliseconds: number },
): Promise<void> {
	const { milliseconds, ...key } = of;
	if (milliseconds > SLOW_MILLISECONDS) await manager.insert(SlowCheckEntity, { id: v7(), ...key });
}
