import { randomBytes } from "node:crypto";
import type { CollectionFile } from "@markpen/core";
import type PgBoss from "pg-boss";
import type { DataSource, EntityManager, EntitySchema, QueryDeepPartialEntity } from "typeorm";
import { v7 } from "uuid";
import { insertAssignment } from "../assignment/store.ts";
import { freshCode } from "../class/code.ts";
import { dataErrorMessage } from "../database/data-source.ts";
import { AccountEntity } from "../database/entities/account.ts";
import {
	ChosenTryEntity,
	NamelessPointsEntity,
	OwnDatesEntity,
	ReleaseEntity,
} from "../database/entities/assignment.ts";
import { ClassEntity, ClassTeacherEntity } from "../database/entities/class.ts";
import { ExerciseEntity, ExerciseVersionEntity } from "../database/entities/exercise.ts";
import { AdjustmentEntity, CommentEntity, JudgementEntity } from "../database/entities/feedback.ts";
import { PressedEntity } from "../database/entities/hand-in.ts";
import { DraftEntity } from "../database/entities/work.ts";
import { integer, statement, uuid } from "../database/statement.ts";
import type { ToPublish } from "../exercise/exercise.ts";
import { storeCollection, storeVersion } from "../exercise/store.ts";
import { refuseSource } from "../hand-in/source.ts";
import { type NewHandIn, takeTogether } from "../hand-in/store.ts";
import { CHECK_AGAIN } from "../queue/queue.ts";
import type { ClassArchive } from "../reading/class-archive.ts";
import { Refusal } from "../refusals.ts";
import { hashPassphrase } from "../session/session.ts";

/** Ids in the site for the archive's keys. */
class Ids {
	private readonly known = new Map<string, string>();

	give(kind: string, key: string, id: string): string {
		this.known.set(`${kind} ${key}`, id);
		return id;
	}

	of(kind: string, key: string): string {
		const id = this.known.get(`${kind} ${key}`);
		if (id === undefined)
			throw new Refusal("archive-wrong", `The archive refers to the ${kind} ${key}, but doesn't contain it.`);
		return id;
	}
}

/** Reads the exercises and collections in an archive. */
export interface FileReaders {
	readonly exercise: (source: string) => Promise<ToPublish>;
	readonly collection: (source: string) => Promise<CollectionFile>;
}

type ArchivedHandIn = ClassArchive["handIns"][number];

type Loading = {
	readonly manager: EntityManager;
	readonly ids: Ids;
	readonly archive: ClassArchive;
};

/** Loads a part; a value that the database refuses is reported as an error in the archive. */
async function part(path: string, loaded: Promise<void>): Promise<void> {
	try {
		await loaded;
	} catch (error) {
		const message = dataErrorMessage(error);
		if (message === undefined) throw error;
		throw new Refusal(
			"archive-wrong",
			"Part of the archive can't be stored; the errors say which. Nothing was loaded.",
			[{ path, message }],
		);
	}
}

const FIND_TEACHER = statement(
	{ id: uuid },
	`SELECT id
		FROM accounts
		WHERE role = 'teacher' AND closed_at IS NULL AND lower(sign_in_name) = lower($1)`,
);

/** Teachers already on the site are kept; students are always new, unless their school number is known. */
async function loadPeople({ manager, ids, archive }: Loading): Promise<void> {
	const hashed = async (people: readonly { passphrase?: string | undefined }[]) =>
		Promise.all(people.map((p) => hashPassphrase(p.passphrase ?? randomBytes(24).toString("base64url"))));
	const teacherHashes = await hashed(archive.teachers);
	for (const [i, t] of archive.teachers.entries()) {
		const known = await FIND_TEACHER.one(manager, [t.signInName]);
		const id = ids.give("teacher", t.key, known?.id ?? v7());
		if (!known)
			await manager.insert(AccountEntity, {
				id,
				role: "teacher",
				name: t.name,
				signInName: t.signInName,
				passphraseHash: teacherHashes[i] as string,
				administrator: t.administrator,
				sourcedId: t.number ?? null,
			});
	}
	const studentHashes = await hashed(archive.students);
	for (const [i, s] of archive.students.entries()) {
		const known =
			s.number === undefined
				? undefined
				: await manager.findOne(AccountEntity, {
						select: { id: true },
						where: { sourcedId: s.number, role: "student" },
					});
		const id = ids.give("student", s.key, known?.id ?? v7());
		if (!known)
			await manager.insert(AccountEntity, {
				id,
				role: "student",
				name: s.name,
				signInName: s.signInName,
				passphraseHash: studentHashes[i] as string,
				sourcedId: s.number ?? null,
			});
	}
}

async function loadExercises({ manager, ids, archive }: Loading, read: FileReaders): Promise<void> {
	for (const { key, source, owner, shared } of archive.exercises) {
		const ownerId = owner === undefined ? null : ids.of("teacher", owner);
		const file = await read.exercise(source);
		const version = await storeVersion(manager, { source, publishedAt: new Date(), ownerId }, file);
		ids.give("version", key, version.id);
		ids.give("exercise", key, version.exerciseId);
		await manager.update(ExerciseEntity, { id: version.exerciseId }, { shared });
	}
	for (const { key, source, owner, shared } of archive.collections) {
		const ownerId = owner === undefined ? null : ids.of("teacher", owner);
		ids.give(
			"collection",
			key,
			await storeCollection(manager, { source, ownerId, shared }, await read.collection(source)),
		);
	}
}

const FIND_CODE = statement(
	{ there: integer },
	`SELECT 1 AS there
		FROM classes
		WHERE lower(code) = lower($1)`,
);

const INSERT_MEMBER = statement(
	{},
	`INSERT INTO class_students (class_id, account_id, sign_in_name, joined_at, left_at)
		VALUES ($1, $2, $3, coalesce($4, now()), $5)`,
);

async function loadClasses({ manager, ids, archive }: Loading): Promise<void> {
	const names = new Map(archive.students.map((s) => [s.key, s.signInName]));
	for (const { key, name, schoolYear, code, zone, gradeScale, teachers, students, assignments } of archive.classes) {
		const classId = ids.give("class", key, v7());
		const isTaken = (await FIND_CODE.all(manager, [code])).length > 0;
		await manager.insert(ClassEntity, {
			id: classId,
			name,
			schoolYear,
			code: isTaken ? `${freshCode(name)}${Math.abs(Date.now()) % 1000}` : code,
			zone,
			gradeScale,
		});
		for (const t of teachers) {
			const of = typeof t === "string" ? { teacher: t, until: null } : t;
			await manager.insert(ClassTeacherEntity, { classId, accountId: ids.of("teacher", of.teacher), until: of.until });
		}
		for (const s of students) {
			const of =
				typeof s === "string" ? { student: s, signInName: names.get(s) ?? s, joinedAt: null, leftAt: null } : s;
			await INSERT_MEMBER.all(manager, [classId, ids.of("student", of.student), of.signInName, of.joinedAt, of.leftAt]);
		}
		for (const a of assignments) await loadAssignment({ manager, ids }, classId, a);
	}
}

async function loadAssignment(
	{ manager, ids }: Pick<Loading, "manager" | "ids">,
	classId: string,
	of: ClassArchive["classes"][number]["assignments"][number],
	id = ids.give("assignment", of.key, v7()),
): Promise<void> {
	const items = of.exercises.map((key) => ({ exerciseId: ids.of("exercise", key), versionId: ids.of("version", key) }));
	const first = await manager.findOne(ExerciseVersionEntity, {
		select: { title: true },
		where: { id: items[0]?.versionId },
	});
	await insertAssignment(manager, {
		...of,
		id,
		classId,
		title: of.title ?? first?.title ?? of.key,
		opensAt: new Date(of.opensAt),
		dueAt: new Date(of.dueAt),
		closesAt: new Date(of.closesAt),
		collectionId: of.collection === undefined ? null : ids.of("collection", of.collection),
		doneWhen: of.doneWhen ?? 0.8,
		items,
	});
	for (const o of of.ownDates)
		await manager.insert(OwnDatesEntity, {
			assignmentId: id,
			studentId: ids.of("student", o.student),
			dueAt: o.dueAt,
			closesAt: o.closesAt,
			excused: o.excused,
		});
	for (const r of of.releases)
		await manager.insert(ReleaseEntity, {
			assignmentId: id,
			studentId: ids.of("student", r.student),
			byId: ids.of("teacher", r.by),
			at: r.at,
		});
	for (const n of of.nameless)
		await manager.insert(NamelessPointsEntity, {
			id: v7(),
			assignmentId: id,
			exerciseId: ids.of("exercise", n.exercise),
			earned: n.earned,
			possible: n.possible,
		});
}

/** Hand-ins stored with one statement. */
const CHUNK = 50;

/** A hand-in of an archive, as it is stored. */
function newHandIn({ ids }: Pick<Loading, "ids">, h: ArchivedHandIn, due: string | undefined): NewHandIn {
	refuseSource(h.source);
	const handedInAt = new Date(h.handedInAt);
	return {
		assignmentId: ids.of("assignment", h.assignment),
		exerciseId: ids.of("exercise", h.exercise),
		studentId: ids.of("student", h.student),
		versionId: ids.of("version", h.exercise),
		source: h.source,
		language: h.language,
		answers: h.answers,
		handedInAt,
		late: h.late ?? (due !== undefined && handedInAt > new Date(due)),
		madeBy: h.madeBy,
		key: null,
		most: null,
		reason: "archive",
		turn: CHECK_AGAIN,
	};
}

async function loadHandIns(loading: Loading, queue: PgBoss): Promise<void> {
	const { manager, ids, archive } = loading;
	const assignments = new Map(archive.classes.flatMap((c) => c.assignments.map((a) => [a.key, a] as const)));
	const dueOf = (h: ArchivedHandIn) => {
		const of = assignments.get(h.assignment);
		return of?.ownDates.find((o) => o.student === h.student)?.dueAt ?? of?.dueAt;
	};
	const all = [...archive.handIns].sort((a, b) => a.tryNumber - b.tryNumber);
	for (let from = 0; from < all.length; from += CHUNK) {
		const chunk = all.slice(from, from + CHUNK);
		const handIns = chunk.map((h) => newHandIn(loading, h, dueOf(h)));
		const stored = (await takeTogether(manager, queue, handIns)).map((taken, n) => ({
			...taken,
			of: chunk[n] as ArchivedHandIn,
			handIn: handIns[n] as NewHandIn,
		}));
		for (const { tryNumber, of } of stored)
			if (tryNumber !== of.tryNumber)
				throw new Refusal(
					"bad-request",
					`Try ${of.tryNumber} of ${of.student} at ${of.exercise} is in the archive without the tries before it.`,
					[{ path: "handIns", message: "tries are numbered from 1 without gaps" }],
				);
		const byId = ({ by }: { readonly by: string }) => ids.of("teacher", by);
		await insertAll(
			manager,
			JudgementEntity,
			stored.flatMap(({ id, of }) => of.judgements.map((j) => ({ ...without(j), handInId: id, byId: byId(j) }))),
		);
		await insertAll(
			manager,
			AdjustmentEntity,
			stored.flatMap(({ id, of }) => of.adjustments.map((a) => ({ ...without(a), handInId: id, byId: byId(a) }))),
		);
		await insertAll(
			manager,
			CommentEntity,
			stored.flatMap(({ id, of }) =>
				of.comments.map((c) => ({ ...without(c), id: v7(), handInId: id, byId: byId(c) })),
			),
		);
		await insertAll(
			manager,
			PressedEntity,
			stored.flatMap(({ id, of }) => (of.pressedAt ? [{ handInId: id, at: of.pressedAt }] : [])),
		);
		await insertAll(
			manager,
			ChosenTryEntity,
			stored.flatMap(({ id, of, handIn: { assignmentId, exerciseId, studentId } }) =>
				of.chosen ? [{ assignmentId, exerciseId, studentId, handInId: id }] : [],
			),
		);
	}
}

/** A decision without its teacher's key. */
function without<T extends { readonly by: string }>({ by: _, ...rest }: T): Omit<T, "by"> {
	return rest;
}

async function insertAll<T extends object>(
	manager: EntityManager,
	entity: EntitySchema<T>,
	rows: readonly object[],
): Promise<void> {
	if (rows.length > 0) await manager.insert(entity, rows as QueryDeepPartialEntity<T>[]);
}

async function loadDrafts({ manager, ids, archive }: Loading): Promise<void> {
	for (let from = 0; from < archive.drafts.length; from += CHUNK)
		await insertAll(
			manager,
			DraftEntity,
			archive.drafts.slice(from, from + CHUNK).map(({ assignment, exercise, student, ...draft }) => ({
				...draft,
				assignmentId: ids.of("assignment", assignment),
				exerciseId: ids.of("exercise", exercise),
				studentId: ids.of("student", student),
			})),
		);
}

/** Stores everything in an archive and queues a check for each hand-in, all in one transaction. */
export async function loadArchive(
	{ dataSource, queue, read }: { dataSource: DataSource; queue: PgBoss; read: FileReaders },
	archive: ClassArchive,
): Promise<{ classes: number; students: number; handIns: number }> {
	const ids = new Ids();
	await dataSource.transaction(async (manager) => {
		const loading = { manager, ids, archive };
		await part("people", loadPeople(loading));
		await part("exercises", loadExercises(loading, read));
		await part("classes", loadClasses(loading));
		await part("handIns", loadHandIns(loading, queue));
		await part("drafts", loadDrafts(loading));
	});
	return { classes: archive.classes.length, students: archive.students.length, handIns: archive.handIns.length };
}

/** Ids of exercises by those of their versions. */
const VERSIONS = statement(
	{ id: uuid, exerciseId: uuid },
	`SELECT id, exercise_id AS "exerciseId"
		FROM exercise_versions
		WHERE id = ANY($1::uuid[])`,
);

/**
 * Puts the assignments and hand-ins of an archive that this site made back into its class, in a transaction of the
 * caller's: the archive's keys are the site's ids. Each hand-in is checked.
 */
export async function restoreClass(
	{ manager, queue }: { readonly manager: EntityManager; readonly queue: PgBoss },
	archive: ClassArchive,
): Promise<void> {
	const ids = new Ids();
	for (const { key } of archive.teachers) ids.give("teacher", key, key);
	for (const { key } of archive.students) ids.give("student", key, key);
	for (const { key } of archive.collections) ids.give("collection", key, key);
	for (const { id, exerciseId } of await VERSIONS.all(manager, [archive.exercises.map((e) => e.key)])) {
		ids.give("version", id, id);
		ids.give("exercise", id, exerciseId);
	}
	const loading = { manager, ids, archive };
	for (const of of archive.classes)
		for (const a of of.assignments) await loadAssignment(loading, of.key, a, ids.give("assignment", a.key, a.key));
	await loadHandIns(loading, queue);
	await loadDrafts(loading);
}
