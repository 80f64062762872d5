import { randomBytes } from "node:crypto";
import type PgBoss from "pg-boss";
import type { DataSource, EntityManager } from "typeorm";
import { v7 } from "uuid";
import { insertAssignment } from "../assignment/store.ts";
import { freshCode } from "../class/code.ts";
import { dataErrorMessage, queryAll, queryOne } from "../database/data-source.ts";
import { collectionToPublish, exerciseToPublish } from "../exercise/exercise.ts";
import { storeCollection, storeVersion } from "../exercise/store.ts";
import { refuseSource } from "../hand-in/source.ts";
import { takeHandIn } from "../hand-in/store.ts";
import { PRIORITY } from "../jobs/queue.ts";
import { Refusal } from "../refusals.ts";
import { hashPassphrase } from "../session/session.ts";
import type { ClassArchive } from "./archive.ts";

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
			throw new Refusal("archive-wrong", `The archive speaks of the ${kind} ${key}, which it doesn't hold.`);
		return id;
	}
}

type Loading = { readonly manager: EntityManager; readonly ids: Ids; readonly archive: ClassArchive };

/** Loads a part; what the database doesn't take of it is told as the archive's. */
async function part(path: string, loaded: Promise<void>): Promise<void> {
	try {
		await loaded;
	} catch (error) {
		const message = dataErrorMessage(error);
		if (message === undefined) throw error;
		throw new Refusal(
			"archive-wrong",
			"The archive holds something that can't be kept; the errors say in which part. Nothing of it was loaded.",
			[{ path, message }],
		);
	}
}

/** Teachers whom the site has already stay who they are; students are always new, unless their school's number is known. */
async function loadPeople({ manager, ids, archive }: Loading): Promise<void> {
	const hashed = async (people: readonly { passphrase?: string | undefined }[]) =>
		Promise.all(people.map((p) => hashPassphrase(p.passphrase ?? randomBytes(24).toString("base64url"))));
	const insert =
		"INSERT INTO accounts (id, role, name, sign_in_name, passphrase_hash, administrator, once, sourced_id) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)";
	const teacherHashes = await hashed(archive.teachers);
	for (const [i, t] of archive.teachers.entries()) {
		const known = await queryOne<{ id: string }>(
			manager,
			"SELECT id FROM accounts WHERE role = 'teacher' AND closed_at IS NULL AND lower(sign_in_name) = lower($1)",
			[t.signInName],
		);
		const id = ids.give("teacher", t.key, known?.id ?? v7());
		if (!known)
			await manager.query(insert, [
				id,
				"teacher",
				t.name,
				t.signInName,
				teacherHashes[i],
				t.administrator,
				false,
				t.number ?? null,
			]);
	}
	const studentHashes = await hashed(archive.students);
	for (const [i, s] of archive.students.entries()) {
		const known =
			s.number === undefined
				? undefined
				: await queryOne<{ id: string }>(
						manager,
						"SELECT id FROM accounts WHERE sourced_id = $1 AND role = 'student'",
						[s.number],
					);
		const id = ids.give("student", s.key, known?.id ?? v7());
		if (!known)
			await manager.query(insert, [
				id,
				"student",
				s.name,
				s.signInName,
				studentHashes[i],
				false,
				false,
				s.number ?? null,
			]);
	}
}

async function loadExercises({ manager, ids, archive }: Loading): Promise<void> {
	for (const { key, source, owner, shared } of archive.exercises) {
		const file = exerciseToPublish(source);
		const ownerId = owner === undefined ? null : ids.of("teacher", owner);
		const version = await storeVersion(manager, {
			key: file.id,
			title: file.title,
			source,
			publishedAt: new Date(),
			ownerId,
		});
		ids.give("version", key, version.id);
		ids.give("exercise", key, version.exerciseId);
		await manager.query("UPDATE exercises SET shared = $2 WHERE id = $1", [version.exerciseId, shared]);
	}
	for (const { key, source, owner, shared } of archive.collections) {
		const file = collectionToPublish(source);
		ids.give(
			"collection",
			key,
			await storeCollection(manager, {
				key: file.id,
				title: file.title,
				source,
				ownerId: owner === undefined ? null : ids.of("teacher", owner),
				shared,
			}),
		);
	}
}

async function loadClasses({ manager, ids, archive }: Loading): Promise<void> {
	const names = new Map(archive.students.map((s) => [s.key, s.signInName]));
	for (const { key, name, schoolYear, code, zone, gradeScale, teachers, students, assignments } of archive.classes) {
		const classId = ids.give("class", key, v7());
		const isTaken = (await queryAll(manager, "SELECT 1 FROM classes WHERE lower(code) = lower($1)", [code])).length > 0;
		await manager.query(
			"INSERT INTO classes (id, name, school_year, code, zone, grade_scale) VALUES ($1, $2, $3, $4, $5, $6)",
			[
				classId,
				name,
				schoolYear,
				isTaken ? `${freshCode(name)}${Math.abs(Date.now()) % 1000}` : code,
				zone,
				JSON.stringify(gradeScale),
			],
		);
		for (const t of teachers) {
			const of = typeof t === "string" ? { teacher: t, until: null } : t;
			await manager.query("INSERT INTO class_teachers (class_id, account_id, until) VALUES ($1, $2, $3)", [
				classId,
				ids.of("teacher", of.teacher),
				of.until,
			]);
		}
		for (const s of students) {
			const of =
				typeof s === "string" ? { student: s, signInName: names.get(s) ?? s, joinedAt: null, leftAt: null } : s;
			await manager.query(
				"INSERT INTO class_students (class_id, account_id, sign_in_name, joined_at, left_at) VALUES ($1, $2, $3, coalesce($4, now()), $5)",
				[classId, ids.of("student", of.student), of.signInName, of.joinedAt, of.leftAt],
			);
		}
		for (const a of assignments) await loadAssignment({ manager, ids, archive }, classId, a);
	}
}

async function loadAssignment(
	{ manager, ids }: Loading,
	classId: string,
	of: ClassArchive["classes"][number]["assignments"][number],
): Promise<void> {
	const id = ids.give("assignment", of.key, v7());
	const items = of.exercises.map((key) => ({ exerciseId: ids.of("exercise", key), versionId: ids.of("version", key) }));
	const first = await queryOne<{ title: string }>(manager, "SELECT title FROM exercise_versions WHERE id = $1", [
		items[0]?.versionId,
	]);
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
		await manager.query(
			"INSERT INTO own_dates (assignment_id, student_id, due_at, closes_at, excused) VALUES ($1, $2, $3, $4, $5)",
			[id, ids.of("student", o.student), o.dueAt, o.closesAt, o.excused],
		);
	for (const r of of.releases)
		await manager.query("INSERT INTO releases (assignment_id, student_id, by_id, at) VALUES ($1, $2, $3, $4)", [
			id,
			ids.of("student", r.student),
			ids.of("teacher", r.by),
			r.at,
		]);
	for (const n of of.nameless)
		await manager.query(
			"INSERT INTO nameless_points (id, assignment_id, exercise_id, earned, possible) VALUES ($1, $2, $3, $4, $5)",
			[v7(), id, ids.of("exercise", n.exercise), n.earned, n.possible],
		);
}

async function loadHandIns({ manager, ids, archive }: Loading, queue: PgBoss): Promise<void> {
	const assignments = new Map(archive.classes.flatMap((c) => c.assignments.map((a) => [a.key, a] as const)));
	for (const h of [...archive.handIns].sort((a, b) => a.tryNumber - b.tryNumber)) {
		refuseSource(h.source);
		const handedInAt = new Date(h.handedInAt);
		const due =
			assignments.get(h.assignment)?.ownDates.find((o) => o.student === h.student)?.dueAt ??
			assignments.get(h.assignment)?.dueAt;
		const brought = {
			assignmentId: ids.of("assignment", h.assignment),
			exerciseId: ids.of("exercise", h.exercise),
			studentId: ids.of("student", h.student),
			versionId: ids.of("version", h.exercise),
			source: h.source,
			answers: h.answers,
			handedInAt,
			late: h.late ?? (due !== undefined && handedInAt > new Date(due)),
			madeBy: h.madeBy,
			key: null,
			most: null,
			reason: "archive",
		} as const;
		const { id, tryNumber } = await takeHandIn(manager, queue, brought, PRIORITY.again);
		if (tryNumber !== h.tryNumber)
			throw new Refusal(
				"bad-request",
				`Try ${h.tryNumber} of ${h.student} at ${h.exercise} stands in the archive without the ones before it.`,
				[{ path: "handIns", message: "tries are numbered from 1 without gaps" }],
			);
		const decided = (table: string, columns: string, values: (string | number)[]) =>
			manager.query(
				`INSERT INTO ${table} (hand_in_id, ${columns}) VALUES ($1, ${values.map((_, i) => `$${i + 2}`).join(", ")})`,
				[id, ...values],
			);
		for (const j of h.judgements)
			await decided("judgements", "criterion, points, by_id, at", [
				j.criterion,
				j.points,
				ids.of("teacher", j.by),
				j.at,
			]);
		for (const a of h.adjustments)
			await decided("adjustments", "criterion, points, reason, by_id, at", [
				a.criterion,
				a.points,
				a.reason,
				ids.of("teacher", a.by),
				a.at,
			]);
		for (const c of h.comments)
			await decided("comments", "id, place, words, by_id, at", [
				v7(),
				JSON.stringify(c.place),
				c.words,
				ids.of("teacher", c.by),
				c.at,
			]);
		if (h.pressedAt) await manager.query("INSERT INTO pressed (hand_in_id, at) VALUES ($1, $2)", [id, h.pressedAt]);
		if (h.chosen)
			await manager.query(
				"INSERT INTO chosen_tries (assignment_id, exercise_id, student_id, hand_in_id) VALUES ($1, $2, $3, $4)",
				[brought.assignmentId, brought.exerciseId, brought.studentId, id],
			);
	}
}

async function loadDrafts({ manager, ids, archive }: Loading): Promise<void> {
	for (const d of archive.drafts)
		await manager.query(
			`INSERT INTO drafts (assignment_id, exercise_id, student_id, source, device, saved_at, runs, state, met, best_met, idle_runs, idle_milliseconds, answers, hinted)
			 VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)`,
			[
				ids.of("assignment", d.assignment),
				ids.of("exercise", d.exercise),
				ids.of("student", d.student),
				d.source,
				d.device,
				d.savedAt,
				d.runs,
				d.state,
				d.met,
				d.bestMet,
				d.idleRuns,
				d.idleMilliseconds,
				JSON.stringify(d.answers),
				JSON.stringify(d.hinted),
			],
		);
}

/** Stores everything in an archive and queues a check for each hand-in, all in one transaction. */
export async function loadArchive(
	dataSource: DataSource,
	queue: PgBoss,
	archive: ClassArchive,
): Promise<{ classes: number; students: number; handIns: number }> {
	const ids = new Ids();
	await dataSource.transaction(async (manager) => {
		const loading = { manager, ids, archive };
		await part("people", loadPeople(loading));
		await part("exercises", loadExercises(loading));
		await part("classes", loadClasses(loading));
		await part("handIns", loadHandIns(loading, queue));
		await part("drafts", loadDrafts(loading));
	});
	return { classes: archive.classes.length, students: archive.students.length, handIns: archive.handIns.length };
}
