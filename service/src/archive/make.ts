import type { EntityManager } from "typeorm";
import { findAssignment, itemsOf, ownDatesOf } from "../assignment/store.ts";
import { type ClassRecord, findClass } from "../class/store.ts";
import { queryAll } from "../database/data-source.ts";
import { ARCHIVE_FORMAT, type ArchiveFile } from "./archive.ts";

type Archive = Required<Pick<ArchiveFile, "collections" | "drafts">> & ArchiveFile;
type HandInRow = {
	id: string;
	assignment: string;
	exercise: string;
	student: string;
	tryNumber: number;
	source: string;
	handedInAt: Date;
	late: boolean;
	madeBy: "student";
	answers: Record<string, never>;
	chosen: boolean;
	pressedAt: Date | null;
};
type Decided = { handInId: string; at: Date; by: string };

const iso = (date: Date) => date.toISOString();

/**
 * The whole of a class as an archive: people without passphrases, its exercises in the versions that were set, and all
 * work with what people decided of it. Keys are the site's ids, so that the same class gives the same text.
 */
export async function classArchive(manager: EntityManager, classId: string): Promise<ArchiveFile> {
	const record = (await findClass(manager, classId)) as ClassRecord;
	const rows = <T>(sql: string) => queryAll<T>(manager, sql, [classId]);
	const teachers = await rows<{ key: string; name: string; signInName: string; until: Date | null; member: boolean }>(
		`SELECT a.id AS key, a.name, a.sign_in_name AS "signInName", t.until, t.account_id IS NOT NULL AS member FROM accounts a LEFT JOIN class_teachers t ON t.account_id = a.id AND t.class_id = $1
		 WHERE a.role = 'teacher' AND a.closed_at IS NULL AND (t.account_id IS NOT NULL OR a.id IN (
			SELECT by_id FROM releases r JOIN assignments x ON x.id = r.assignment_id WHERE x.class_id = $1
			UNION SELECT d.by_id FROM (SELECT hand_in_id, by_id FROM judgements UNION SELECT hand_in_id, by_id FROM adjustments UNION SELECT hand_in_id, by_id FROM comments) d
				JOIN hand_ins h ON h.id = d.hand_in_id JOIN assignments x ON x.id = h.assignment_id WHERE x.class_id = $1
			UNION SELECT e.owner_id FROM exercises e JOIN assignment_exercises i ON i.exercise_id = e.id JOIN assignments x ON x.id = i.assignment_id WHERE x.class_id = $1))
		 ORDER BY a.name, a.id`,
	);
	const students = await rows<{
		key: string;
		name: string;
		signInName: string;
		number: string | null;
		joinedAt: Date;
		leftAt: Date | null;
	}>(
		`SELECT a.id AS key, a.name, s.sign_in_name AS "signInName", a.sourced_id AS number, s.joined_at AS "joinedAt", s.left_at AS "leftAt" FROM class_students s JOIN accounts a ON a.id = s.account_id
		 WHERE s.class_id = $1 ORDER BY a.name, a.id`,
	);
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
	for (const { id } of await rows<{ id: string }>("SELECT id FROM assignments WHERE class_id = $1 ORDER BY due_at, id"))
		await addAssignment(manager, made, id, { versions, known });
	await addHandIns(made, rows, versions, whoIs);
	return made;
}

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
		const [of] = await queryAll<{ ownerId: string | null; shared: boolean }>(
			manager,
			`SELECT owner_id AS "ownerId", shared FROM exercises WHERE id = $1`,
			[item.exerciseId],
		);
		made.exercises.push({
			key: item.versionId,
			source: item.source,
			shared: of?.shared ?? true,
			...(of?.ownerId && known.has(of.ownerId) && { owner: of.ownerId }),
		});
	}
	if (record.collectionId && !made.collections.some((c) => c.key === record.collectionId)) {
		const [of] = await queryAll<{ source: string; shared: boolean }>(
			manager,
			"SELECT source, shared FROM collections WHERE id = $1",
			[record.collectionId],
		);
		if (of) made.collections.push({ key: record.collectionId, source: of.source, shared: of.shared });
	}
	const releases = await queryAll<{ student: string; by: string; at: Date }>(
		manager,
		"SELECT student_id AS student, by_id AS by, at FROM releases WHERE assignment_id = $1 ORDER BY student_id",
		[id],
	);
	const nameless = await queryAll<{ exerciseId: string; earned: number; possible: number }>(
		manager,
		`SELECT exercise_id AS "exerciseId", earned::float, possible::float FROM nameless_points WHERE assignment_id = $1 ORDER BY id`,
		[id],
	);
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
	made: Archive,
	rows: <T>(sql: string) => Promise<T[]>,
	versions: ReadonlyMap<string, string>,
	whoIs: (id: string) => string,
): Promise<void> {
	const handIns = await rows<HandInRow>(
		`SELECT h.id, h.assignment_id AS assignment, h.exercise_id AS exercise, h.student_id AS student, h.try_number AS "tryNumber", h.source, h.handed_in_at AS "handedInAt", h.late, h.made_by AS "madeBy", h.answers,
			c.hand_in_id IS NOT NULL AS chosen, p.at AS "pressedAt"
		 FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id LEFT JOIN pressed p ON p.hand_in_id = h.id LEFT JOIN chosen_tries c ON c.hand_in_id = h.id WHERE a.class_id = $1 ORDER BY h.handed_in_at, h.id`,
	);
	const decided = <T extends Decided>(table: string, columns: string) =>
		rows<T>(
			`SELECT d.hand_in_id AS "handInId", d.at, d.by_id AS by, ${columns} FROM ${table} d JOIN hand_ins h ON h.id = d.hand_in_id JOIN assignments a ON a.id = h.assignment_id WHERE a.class_id = $1 ORDER BY d.at`,
		);
	const judgements = await decided<Decided & { criterion: string; points: number }>(
		"judgements",
		"d.criterion, d.points::float AS points",
	);
	const adjustments = await decided<Decided & { criterion: string; points: number; reason: string }>(
		"adjustments",
		"d.criterion, d.points::float AS points, d.reason",
	);
	const comments = await decided<Decided & { place: Record<string, unknown>; words: string }>(
		"comments",
		"d.place, d.words",
	);
	const plain = <T extends Decided>(list: readonly T[], id: string) =>
		list
			.filter((d) => d.handInId === id)
			.map(({ handInId: _, at, by, ...d }) => ({ ...d, by: whoIs(by), at: iso(at) }));
	for (const { id, exercise, handedInAt, chosen, pressedAt, ...h } of handIns)
		made.handIns.push({
			...h,
			exercise: versions.get(`${h.assignment} ${exercise}`) as string,
			handedInAt: iso(handedInAt),
			...(chosen && { chosen: true as const }),
			...(pressedAt && { pressedAt: iso(pressedAt) }),
			judgements: plain(judgements, id),
			adjustments: plain(adjustments, id),
			comments: plain(comments, id),
		});
	const drafts = await rows<
		Omit<Archive["drafts"][number], "savedAt" | "exercise"> & { savedAt: Date; exercise: string }
	>(
		`SELECT d.assignment_id AS assignment, d.exercise_id AS exercise, d.student_id AS student, d.source, d.device, d.saved_at AS "savedAt", d.runs, d.state, d.met, d.best_met AS "bestMet", d.idle_runs AS "idleRuns",
			d.idle_milliseconds AS "idleMilliseconds", d.answers, d.hinted FROM drafts d JOIN assignments a ON a.id = d.assignment_id WHERE a.class_id = $1 ORDER BY d.assignment_id, d.exercise_id, d.student_id`,
	);
	for (const { savedAt, exercise, ...d } of drafts)
		made.drafts.push({ ...d, exercise: versions.get(`${d.assignment} ${exercise}`) as string, savedAt: iso(savedAt) });
}
