import type { EntityManager } from "typeorm";
import { shownTo } from "../assignment/shown.ts";
import { publishedExercise } from "../exercise/exercise.ts";
import { picturesOf } from "../exercise/store.ts";
import { lastHandIns } from "../hand-in/last-hand-ins.ts";
import { Refusal } from "../refusals.ts";
import type { WorkParts } from "./present.ts";
import { draftsOf, findWork, lastSources, triesOf, type WorkRecord } from "./store.ts";

/** An exercise of an assignment, by the id of its file. */
export interface WorkAsked {
	readonly id: string;
	readonly exercise: string;
}

/** A student's work, once it is open. */
export async function openedWork(manager: EntityManager, studentId: string, of: WorkAsked): Promise<WorkRecord> {
	const record = await findWork(manager, studentId, of.id, of.exercise);
	if (!record || record.opensAt > new Date()) throw new Refusal("not-found");
	return record;
}

/** A student's work, while it is open. */
export async function openWork(manager: EntityManager, studentId: string, of: WorkAsked): Promise<WorkRecord> {
	const record = await openedWork(manager, studentId, of);
	if (record.classClosed || record.closesAt <= new Date())
		throw new Refusal(
			"closed",
			"This assignment is closed, so nothing more is kept for it here. Your program is in the editor still.",
		);
	return record;
}

/** Data of a student's work in addition to the assignments. */
export async function workParts(
	manager: EntityManager,
	studentId: string,
	records: readonly WorkRecord[],
): Promise<WorkParts> {
	const ids = [...new Set(records.map((r) => r.id))];
	const keys = [...new Set(records.flatMap((r) => publishedExercise(r.file).continues ?? []))];
	const before = new Map((await lastHandIns(manager, studentId, keys, new Date())).map((h) => [h.key, h]));
	const shown = records.filter((record) => shownTo(record, record).model).map((record) => record.versionId);
	const pictures = await picturesOf(manager, [...new Set(shown)]);
	return {
		before,
		models: new Map([...pictures].map(([id, { modelSvg }]) => [id, modelSvg ?? ""])),
		tries: await triesOf(manager, studentId, ids),
		drafts: await draftsOf(manager, studentId, ids),
		sources: await lastSources(manager, studentId, ids),
	};
}
