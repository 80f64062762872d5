import type { Account } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { queryOne } from "../database/data-source.ts";
import { Refusal } from "../refusals.ts";

/** A class as far as reaching it goes. */
export interface Reached {
	readonly classId: string;
	/** Whether the teacher only covers the class. */
	readonly covering: boolean;
	readonly zone: string;
}

/**
 * Refuses what a teacher may not reach: classes of others are not there; of a class that is only covered no more than
 * looking is possible; a closed class isn't changed.
 */
export async function reach(
	manager: EntityManager,
	account: Account,
	classId: string,
	how: "class" | "looking" | "upload",
): Promise<Reached> {
	const row = await queryOne<{ until: Date | null; closedAt: Date | null; zone: string }>(
		manager,
		`SELECT t.until, c.closed_at AS "closedAt", c.zone FROM class_teachers t JOIN classes c ON c.id = t.class_id
		 WHERE t.class_id = $1 AND t.account_id = $2 AND (t.until IS NULL OR t.until > now())`,
		[classId, account.id],
	);
	if (!row) throw new Refusal("not-found");
	if (how === "class" && row.until !== null) throw new Refusal("covering");
	if (how !== "looking" && row.closedAt !== null) throw new Refusal("class-closed");
	return { classId, covering: row.until !== null, zone: row.zone };
}

/** The class of an assignment, reached in the same way. */
export async function reachAssignment(
	manager: EntityManager,
	account: Account,
	assignmentId: string,
	how: "class" | "looking" | "upload",
): Promise<Reached> {
	const row = await queryOne<{ classId: string }>(
		manager,
		`SELECT class_id AS "classId" FROM assignments WHERE id = $1`,
		[assignmentId],
	);
	if (!row) throw new Refusal("not-found");
	return reach(manager, account, row.classId, how);
}

/** The class and assignment of a hand-in, reached in the same way. */
export async function reachHandIn(
	manager: EntityManager,
	account: Account,
	handInId: string,
	how: "class" | "looking",
): Promise<Reached & { assignmentId: string }> {
	const row = await queryOne<{ classId: string; assignmentId: string }>(
		manager,
		`SELECT a.class_id AS "classId", a.id AS "assignmentId" FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id WHERE h.id = $1`,
		[handInId],
	);
	if (!row) throw new Refusal("not-found");
	return { ...(await reach(manager, account, row.classId, how)), assignmentId: row.assignmentId };
}
