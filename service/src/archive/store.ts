import { randomBytes } from "node:crypto";
import type PgBoss from "pg-boss";
import type { DataSource, EntityManager } from "typeorm";
import { v7 } from "uuid";
import { Account, Assignment, Class } from "../database/entities.ts";
import { exerciseToPublish } from "../exercise/exercise.ts";
import { storeVersion } from "../exercise/store.ts";
import { importHandIn } from "../hand-in/hand-in.ts";
import { hashPassphrase } from "../session/session.ts";
import type { ClassArchive } from "./archive.ts";

type Person = ClassArchive["teachers"][number];

/** New ids for the archive's keys. */
class Ids {
	private readonly known = new Map<string, string>();

	give(kind: string, key: string, id: string): string {
		this.known.set(`${kind} ${key}`, id);
		return id;
	}

	of(kind: string, key: string): string {
		const id = this.known.get(`${kind} ${key}`);
		if (id === undefined) throw new Error(`the archive speaks of ${kind} ${key}, which it doesn't hold`);
		return id;
	}
}

async function storePeople(manager: EntityManager, ids: Ids, role: "teacher" | "student", people: readonly Person[]): Promise<void> {
	const hashes = await Promise.all(people.map((p) => hashPassphrase(p.passphrase ?? randomBytes(24).toString("base64url"))));
	const rows = people.map((p, i) => ({ id: ids.give(role, p.key, v7()), role, name: p.name, signInName: p.signInName, passphraseHash: hashes[i] as string, closedAt: null }));
	if (rows.length > 0) await manager.getRepository(Account).insert(rows);
}

async function storeClasses(manager: EntityManager, ids: Ids, archive: ClassArchive): Promise<void> {
	const names = new Map(archive.students.map((s) => [s.key, s.signInName]));
	for (const { key, name, schoolYear, code, teachers, students, assignments } of archive.classes) {
		const classId = ids.give("class", key, v7());
		await manager.getRepository(Class).insert({ id: classId, name, schoolYear, code });
		for (const teacher of teachers) await manager.query("INSERT INTO class_teachers (class_id, account_id) VALUES ($1, $2)", [classId, ids.of("teacher", teacher)]);
		for (const student of students)
			await manager.query("INSERT INTO class_students (class_id, account_id, sign_in_name) VALUES ($1, $2, $3)", [classId, ids.of("student", student), names.get(student)]);
		for (const a of assignments) {
			await manager.getRepository(Assignment).insert({
				id: ids.give("assignment", a.key, v7()),
				classId,
				exerciseVersionId: ids.of("version", a.exercise),
				opensAt: new Date(a.opensAt),
				dueAt: new Date(a.dueAt),
				closesAt: new Date(a.closesAt),
				tries: a.tries,
			});
		}
	}
}

/** Stores everything in an archive and queues a check for each hand-in, all in one transaction. */
export async function loadArchive(dataSource: DataSource, queue: PgBoss, archive: ClassArchive): Promise<void> {
	const ids = new Ids();
	const versionOf = new Map(archive.classes.flatMap((c) => c.assignments.map((a) => [a.key, a.exercise] as const)));
	await dataSource.transaction(async (manager) => {
		await storePeople(manager, ids, "teacher", archive.teachers);
		await storePeople(manager, ids, "student", archive.students);
		for (const { key, source } of archive.exercises) {
			const file = exerciseToPublish(source);
			const version = await storeVersion(manager, { key: file.id, title: file.title, source, publishedAt: new Date() });
			ids.give("version", key, version.id);
		}
		await storeClasses(manager, ids, archive);
		for (const h of archive.handIns) {
			const row = {
				id: v7(),
				assignmentId: ids.of("assignment", h.assignment),
				studentId: ids.of("student", h.student),
				tryNumber: h.tryNumber,
				source: h.source,
				language: "nib",
				handedInAt: new Date(h.handedInAt),
				idempotencyKey: null,
			};
			await importHandIn(manager, queue, row, ids.of("version", versionOf.get(h.assignment) as string));
		}
	});
}
