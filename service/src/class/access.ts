import type { Account } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { AssignmentEntity } from "../database/entities/assignment.ts";
import { instant, nullable, statement, text, uuid } from "../database/statement.ts";
import { Refusal } from "../refusals.ts";

/** A class as far as reaching it goes. */
export interface Reached {
	readonly classId: string;
	/** Whether the teacher only covers the class. */
	readonly covering: boolean;
	readonly zone: string;
}

const REACH = statement(
	{ until: nullable(instant), closedAt: nullable(instant), zone: text() },
	`SELECT t.until, c.closed_at AS "closedAt", c.zone
			FROM class_teachers t
			JOIN classes c ON c.id = t.class_id
		WHERE t.class_id = $1 AND t.account_id = $2 AND (t.until IS NULL OR t.until > now())`,
);

/**
 * Checks access to a class: other teachers' classes are not found, covered classes are read-only, closed classes can't
 * be changed.
 */
export async function reach(
	manager: EntityManager,
	account: Account,
	classId: string,
	how: "class" | "looking" | "upload",
): Promise<Reached> {
	const row = await REACH.one(manager, [classId, account.id]);
	if (!row) throw new Refusal("not-found");
	if (how === "class" && row.until !== null) throw new Refusal("covering");
	if (how !== "looking" && row.closedAt !== null) throw new Refusal("class-closed");
	return { classId, covering: row.until !== null, zone: row.zone };
}

/** The class of an assignment, with the same access check. */
export async function reachAssignment(
	manager: EntityManager,
	account: Account,
	assignmentId: string,
	how: "class" | "looking" | "upload",
): Promise<Reached> {
	const row = await manager.findOne(AssignmentEntity, { select: { classId: true }, where: { id: assignmentId } });
	if (!row) throw new Refusal("not-found");
	return reach(manager, account, row.classId, how);
}

const REACH_HAND_IN = statement(
	{ classId: uuid, assignmentId: uuid },
	`SELECT a.class_id AS "classId", a.id AS "assignmentId"
		FROM hand_ins h
		JOIN assignments a ON a.id = h.assignment_id
		WHERE h.id = $1`,
);

/** The class and assignment of a hand-in, with the same access check. */
export async function reachHandIn(
	manager: EntityManager,
	account: Account,
	handInId: string,
	how: "class" | "looking",
): Promise<Reached & { assignmentId: string }> {
	const row = await REACH_HAND_IN.one(manager, [handInId]);
	if (!row) throw new Refusal("not-found");
	return { ...(await reach(manager, account, row.classId, how)), assignmentId: row.assignmentId };
}
