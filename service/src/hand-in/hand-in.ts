import { SOURCE_BYTES } from "@markpen/contract";
import { CORE_VERSION } from "@markpen/core";
import type PgBoss from "pg-boss";
import type { DataSource, EntityManager } from "typeorm";
import { v7 } from "uuid";
import { type AssignmentRecord, assignmentForStudent } from "../assignment/store.ts";
import { Check, HandIn, type HandInRow } from "../database/entities.ts";
import { PRIORITY, sendCheck } from "../jobs/queue.ts";
import { Refusal } from "../refusals.ts";
import { findByKey, lockTries, nextTry } from "./store.ts";

/** Refuses a source that is too large before anything is stored. NUL, which PostgreSQL's text can't hold, is refused too. */
function refuseSource(source: string): void {
	const bytes = Buffer.byteLength(source, "utf8");
	if (bytes > SOURCE_BYTES) throw new Refusal("source-too-large", `The program has ${bytes} bytes; ${SOURCE_BYTES} are the most. It was not handed in and stays in your editor.`);
	if (source.includes("\u0000"))
		throw new Refusal("bad-request", "The program holds a character with the code 0, which is no text. It was not handed in and stays in your editor.", [
			{ path: "source", message: "holds the character U+0000" },
		]);
}

function refuseTime(assignment: AssignmentRecord, now: Date): void {
	if (now < assignment.opensAt) throw new Refusal("not-open-yet");
	if (now >= assignment.closesAt) throw new Refusal("closed");
}

/** Stores a hand-in, its check and the queue's job, all or none. */
async function store(manager: EntityManager, queue: PgBoss, handIn: HandInRow, exerciseVersionId: string, priority: number): Promise<void> {
	await manager.getRepository(HandIn).insert(handIn);
	const checkId = v7();
	await manager.getRepository(Check).insert({ id: checkId, handInId: handIn.id, exerciseVersionId, coreVersion: CORE_VERSION, requestedAt: new Date(), endedAt: null });
	await sendCheck(queue, manager, { checkId }, priority);
}

/** Hands a program in. A call repeated with the same key is the same hand-in. */
export async function handIn(dataSource: DataSource, queue: PgBoss, of: { assignmentId: string; studentId: string; source: string; key: string | null }): Promise<HandInRow> {
	refuseSource(of.source);
	return dataSource.transaction(async (manager) => {
		const assignment = await assignmentForStudent(manager, of.assignmentId, of.studentId);
		if (!assignment) throw new Refusal("not-found");
		await lockTries(manager, of.studentId, of.assignmentId);
		const before = of.key === null ? null : await findByKey(manager, of.studentId, of.key);
		if (before) return before;
		const now = new Date();
		refuseTime(assignment, now);
		const tryNumber = await nextTry(manager, of.studentId, of.assignmentId);
		if (assignment.tries !== null && tryNumber > assignment.tries) throw new Refusal("no-tries-left");
		const row: HandInRow = {
			id: v7(),
			assignmentId: of.assignmentId,
			studentId: of.studentId,
			tryNumber,
			source: of.source,
			language: "nib",
			handedInAt: now,
			idempotencyKey: of.key,
		};
		await store(manager, queue, row, assignment.exerciseVersionId, PRIORITY.waiting);
		return row;
	});
}

/** Stores a hand-in that was made elsewhere, with its own time and try number. */
export async function importHandIn(manager: EntityManager, queue: PgBoss, row: HandInRow, exerciseVersionId: string): Promise<void> {
	refuseSource(row.source);
	await store(manager, queue, row, exerciseVersionId, PRIORITY.again);
}
