import type { EntityManager } from "typeorm";
import { findAssignment, itemsOf, ownDatesOf } from "../assignment/store.ts";
import { type ClassRecord, findClass } from "../class/store.ts";
import { AssignmentEntity } from "../database/entities/assignment.ts";
import { CollectionEntity, ExerciseEntity, ExerciseVersionEntity } from "../database/entities/exercise.ts";
import { ARCHIVE_FORMAT, type ArchiveFile } from "../reading/class-archive.ts";
import {
	LIST_ADJUSTMENTS,
	LIST_COMMENTS,
	LIST_DRAFTS,
	LIST_HAND_INS,
	LIST_JUDGEMENTS,
	LIST_NAMELESS_POINTS,
	LIST_RELEASES,
	LIST_STUDENTS,
	LIST_TEACHERS,
} from "./store.ts";

type Archive = Required<Pick<ArchiveFile, "collections" | "drafts">> & ArchiveFile;
const iso = (date: Date) => date.toISOString();

/**
 * A whole class as an archive: people without passphrases, the exercise versions that were set, and all work with
 * judgements and adjustments. Keys are the site's ids, so the same class gives the same text.
 */
export async function classArchive(manager: EntityManager, classId: string): Promise<ArchiveFile> {
	const record = (await findClass(manager, classId)) as ClassRecord;
	const teachers = await LIST_TEACHERS.all(manager, [classId]);
	const students = await LIST_STUDENTS.all(manager, [classId]);
	const known = new Set(teachers.map((t) => t.key));
	const whoIs = (id: string) => (known.has(id) ? id : (teachers[0]?.key as string));
	const made: Archive = {
		format: ARCHIVE_FORMAT,
		school: "",
		teachers: teachers.map(({ key, name, signInName }) => ({ key, name, signInName })),
		students: students.map(({ key, name, signInName, number }) => ({
			key,
			name,
			signInName,
			...(number !== null && { number }),
		})),
		exercises: [],
		collections: [],
		classes: [
			{
				key: classId,
				name: record.name,
				schoolYear: record.schoolYear,
				code: record.code,
				zone: record.zone,
				gradeScale: record.gradeScale,
				teachers: teachers.filter((t) => t.member).map((t) => ({ teacher: t.key, until: t.until && iso(t.until) })),
				students: students.map((s) => ({
					student: s.key,
					signInName: s.signInName,
					joinedAt: iso(s.joinedAt),
					leftAt: s.leftAt && iso(s.leftAt),
				})),
				assignments: [],
			},
		],
		handIns: [],
		drafts: [],
	};
	const versions = new Map<string, string>();
	for (const { id } of await manager.find(AssignmentEntity, {
		select: { id: true },
		where: { classId },
		order: { dueAt: "ASC", id: "ASC" },
	}))
		await addAssignment(manager, made, id, { versions, known });
	await addHandIns(manager, made, { classId, versions, whoIs });
	return made;
}

type Decided = { readonly handInId: string; readonly at: Date; readonly by: string };

/** Adds an assignment with the versions of the exercises that it sets. */
async function addAssignment(
	manager: EntityManager,
	made: Archive,
	id: string,
	{ versions, known }: { versions: Map<string, string>; known: ReadonlySet<string> },
): Promise<void> {
	const record = await findAssignment(manager, id);
	if (!record) return;
	const items = await itemsOf(manager, id);
	for (const item of items) {
		versions.set(`${id} ${item.exerciseId}`, item.versionId);
		if (made.exercises.some((e) => e.key === item.versionId)) continue;
		const [of] = await manager.find(ExerciseEntity, {
			select: { ownerId: true, shared: true },
			where: { id: item.exerciseId },
		});
		const { source } = await manager.findOneByOrFail(ExerciseVersionEntity, { id: item.versionId });
		made.exercises.push({
			key: item.versionId,
			source,
			shared: of?.shared ?? true,
			...(of?.ownerId && known.has(of.ownerId) && { owner: of.ownerId }),
		});
	}
	if (record.collectionId && !made.collections.some((c) => c.key === record.collectionId)) {
		const [of] = await manager.find(CollectionEntity, {
			select: { source: true, shared: true },
			where: { id: record.collectionId },
		});
		if (of) made.collections.push({ key: record.collectionId, source: of.source, shared: of.shared });
	}
	const releases = await LIST_RELEASES.all(manager, [id]);
	const nameless = await LIST_NAMELESS_POINTS.all(manager, [id]);
	const {
		classId: _,
		className: __,
		classClosed: ___,
		collectionId,
		revision: ____,
		id: _____,
		opensAt,
		dueAt,
		closesAt,
		...rules
	} = record;
	made.classes[0]?.assignments.push({
		key: id,
		...rules,
		exercises: items.map((i) => i.versionId),
		...(collectionId !== null && { collection: collectionId }),
		opensAt: iso(opensAt),
		dueAt: iso(dueAt),
		closesAt: iso(closesAt),
		ownDates: (await ownDatesOf(manager, id)).map((o) => ({
			student: o.studentId,
			dueAt: o.dueAt && iso(o.dueAt),
			closesAt: o.closesAt && iso(o.closesAt),
			excused: o.excused,
		})),
		releases: releases.map((r) => ({
			student: r.student,
			by: known.has(r.by) ? r.by : ([...known][0] as string),
			at: iso(r.at),
		})),
		nameless: nameless.map((n) => ({
			exercise: versions.get(`${id} ${n.exerciseId}`) as string,
			earned: n.earned,
			possible: n.possible,
		})),
	});
}

async function addHandIns(
	manager: EntityManager,
	made: Archive,
	{
		classId,
		versions,
		whoIs,
	}: { classId: string; versions: ReadonlyMap<string, string>; whoIs: (id: string) => string },
): Promise<void> {
	const handIns = await LIST_HAND_INS.all(manager, [classId]);
	const judgements = await LIST_JUDGEMENTS.all(manager, [classId]);
	const adjustments = await LIST_ADJUSTMENTS.all(manager, [classId]);
	const comments = await LIST_COMMENTS.all(manager, [classId]);
	const byHandIn = <T extends Decided>(list: readonly T[]) => {
		const found = new Map<string, ReturnType<typeof plain<T>>[]>();
		for (const d of list) found.set(d.handInId, [...(found.get(d.handInId) ?? []), plain(d)]);
		return (id: string) => found.get(id) ?? [];
	};
	const plain = <T extends Decided>({ handInId: _, at, by, ...d }: T) => ({ ...d, by: whoIs(by), at: iso(at) });
	const [judged, adjusted, commented] = [byHandIn(judgements), byHandIn(adjustments), byHandIn(comments)];
	for (const { id, exercise, handedInAt, chosen, pressedAt, ...h } of handIns)
		made.handIns.push({
			...h,
			exercise: versions.get(`${h.assignment} ${exercise}`) as string,
			handedInAt: iso(handedInAt),
			...(chosen && { chosen: true as const }),
			...(pressedAt && { pressedAt: iso(pressedAt) }),
			judgements: judged(id),
			adjustments: adjusted(id),
			comments: commented(id),
		});
	const drafts = await LIST_DRAFTS.all(manager, [classId]);
	for (const { savedAt, exercise, ...d } of drafts)
		made.drafts.push({ ...d, exercise: versions.get(`${d.assignment} ${exercise}`) as string, savedAt: iso(savedAt) });
}
