import type PgBoss from "pg-boss";
import type { DataSource, EntityManager } from "typeorm";
import { v7 } from "uuid";
import { HandIn, type HandInRow } from "../database/entities.ts";
import { requestCheck } from "../jobs/check-hand-in.ts";
import { PRIORITY, sendWork } from "../jobs/queue.ts";
import { happened } from "../plugins/events.ts";
import { Refusal } from "../refusals.ts";
import { type Answers, draftsOf, findWork, type WorkRecord } from "../work/store.ts";
import { refuseSource } from "./source.ts";
import { findByKey, lockTries, nextTry } from "./store.ts";

function refuseTime(record: WorkRecord, now: Date): void {
	if (record.classClosed) throw new Refusal("closed");
	if (now < record.opensAt) throw new Refusal("not-open-yet");
	if (now >= record.closesAt) throw new Refusal("closed");
	if (now > record.dueAt && record.late === "refused") throw new Refusal("late-refused");
}

/** What every hand-in that is made here has alike. */
const FRESH = { language: "nib", idempotencyKey: null, late: false, answers: {} } as const;

/** Stores a hand-in, its check and the queue's job, all or none. */
export async function storeHandIn(manager: EntityManager, queue: PgBoss, row: HandInRow, versionId: string, reason: "hand-in" | "archive", priority: number): Promise<void> {
	await manager.getRepository(HandIn).insert(row);
	const checkId = await requestCheck(manager, { handInId: row.id, exerciseVersionId: versionId, reason });
	await sendWork(queue, manager, { do: "check", checkId }, priority);
	if (reason === "hand-in") await happened(manager, row.assignmentId, "handed-in", { handInId: row.id });
}

/** Hands a program in. A call repeated with the same key is the same hand-in. */
export async function handIn(
	dataSource: DataSource,
	queue: PgBoss,
	of: { assignmentId: string; exercise: string; studentId: string; source: string; answers: Answers | undefined; key: string | null },
): Promise<HandInRow> {
	refuseSource(of.source);
	return dataSource.transaction(async (manager) => {
		const work = await findWork(manager, of.studentId, of.assignmentId, of.exercise);
		if (!work) throw new Refusal("not-found");
		await lockTries(manager, of.studentId, work);
		const before = of.key === null ? null : await findByKey(manager, of.studentId, of.key);
		if (before) return before;
		const now = new Date();
		refuseTime(work, now);
		const tryNumber = await nextTry(manager, of.studentId, work);
		if (work.tries !== null && tryNumber > work.tries) throw new Refusal("no-tries-left");
		const [draft] = (await draftsOf(manager, of.studentId, [work.id])).filter((d) => d.exerciseId === work.exerciseId);
		const row: HandInRow = {
			...FRESH,
			id: v7(),
			assignmentId: of.assignmentId,
			exerciseId: work.exerciseId,
			studentId: of.studentId,
			tryNumber,
			source: of.source,
			handedInAt: now,
			idempotencyKey: of.key,
			madeBy: "student",
			late: now > work.dueAt,
			answers: { ...draft?.answers, ...of.answers },
		};
		await storeHandIn(manager, queue, row, work.versionId, "hand-in", PRIORITY.waiting);
		return row;
	});
}

/** Hands a student's file in for a teacher, late or not; the number of tries doesn't hold it back. */
export async function handInFor(manager: EntityManager, queue: PgBoss, of: { work: WorkRecord; studentId: string; source: string }): Promise<HandInRow> {
	refuseSource(of.source);
	const { work, studentId } = of;
	await lockTries(manager, studentId, work);
	const now = new Date();
	const row: HandInRow = {
		...FRESH,
		id: v7(),
		assignmentId: work.id,
		exerciseId: work.exerciseId,
		studentId,
		tryNumber: await nextTry(manager, studentId, work),
		source: of.source,
		handedInAt: now,
		madeBy: "teacher",
		late: now > work.dueAt,
	};
	await storeHandIn(manager, queue, row, work.versionId, "hand-in", PRIORITY.again);
	return row;
}

/** Hands the draft of a closed assignment in, as it stood at its end, unless something was handed in meanwhile. */
export async function handInAtClosing(dataSource: DataSource, queue: PgBoss, of: { assignmentId: string; exerciseId: string; studentId: string; closesAt: Date }): Promise<void> {
	await dataSource.transaction(async (manager) => {
		await lockTries(manager, of.studentId, { id: of.assignmentId, exerciseId: of.exerciseId });
		if ((await nextTry(manager, of.studentId, { id: of.assignmentId, exerciseId: of.exerciseId })) > 1) return;
		const [draft] = (await draftsOf(manager, of.studentId, [of.assignmentId])).filter((d) => d.exerciseId === of.exerciseId);
		const [version] = await manager.query("SELECT exercise_version_id AS id FROM assignment_exercises WHERE assignment_id = $1 AND exercise_id = $2", [
			of.assignmentId,
			of.exerciseId,
		]);
		if (!draft || !version) return;
		const row: HandInRow = {
			...FRESH,
			id: v7(),
			assignmentId: of.assignmentId,
			exerciseId: of.exerciseId,
			studentId: of.studentId,
			tryNumber: 1,
			source: draft.source,
			handedInAt: of.closesAt,
			madeBy: "closing",
			answers: draft.answers,
		};
		await storeHandIn(manager, queue, row, version.id, "hand-in", PRIORITY.again);
	});
}
