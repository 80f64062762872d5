import { promisify } from "node:util";
import { gunzip, gzip } from "node:zlib";
import type { DataSource, EntityManager } from "typeorm";
import { ClassArchiveEntity } from "../database/entities/class.ts";
import { boolean, float, statement, uuid } from "../database/statement.ts";
import type { ArchiveFile } from "../reading/class-archive.ts";
import { Refusal } from "../refusals.ts";
import { classArchive } from "./make.ts";
import { type CountedPoints, ofStudent, withoutStudent } from "./of-student.ts";

const pack = promisify(gzip) as (text: string) => Promise<Buffer>;
const unpack = promisify(gunzip) as (bytes: Buffer) => Promise<Buffer>;
const packed = (value: unknown) => pack(JSON.stringify(value));
const unpacked = async <T>(bytes: Buffer) => JSON.parse((await unpack(bytes)).toString()) as T;

const LOCK_CLASS = statement(
	{ closed: boolean, archived: boolean },
	`SELECT closed_at IS NOT NULL AS closed, EXISTS (SELECT 1 FROM class_archives WHERE class_id = $1) AS archived
		FROM classes
		WHERE id = $1
		FOR UPDATE`,
);

const LIST_POINTS = statement(
	{ student: uuid, assignment: uuid, exercise: uuid, earned: float, possible: float },
	`SELECT n.student_id AS student, n.assignment_id AS assignment, x.exercise_version_id AS exercise,
			n.earned::float AS earned, n.possible::float AS possible
		FROM counting n
		JOIN assignment_exercises x ON x.assignment_id = n.assignment_id AND x.exercise_id = n.exercise_id
		WHERE n.assignment_id = ANY(ARRAY(SELECT id FROM assignments WHERE class_id = $1)) AND n.earned IS NOT NULL
		ORDER BY n.assignment_id, n.student_id, x.exercise_version_id`,
);

/**
 * Keeps a closed class as an archive. Its assignments and hand-ins aren't needed any more then: a worker removes them
 * in small steps.
 *
 * @throws Refusal "not-found", "class-open" or "class-archived"
 */
export async function keepAsArchive(
	dataSource: DataSource,
	classId: string,
): Promise<{ handIns: number; bytes: number }> {
	return dataSource.transaction(async (tx) => {
		const state = await LOCK_CLASS.one(tx, [classId]);
		if (!state) throw new Refusal("not-found");
		if (state.archived) throw new Refusal("class-archived");
		if (!state.closed) throw new Refusal("class-open");
		const archive = await classArchive(tx, classId);
		const file = await packed(archive);
		const points = await packed(await LIST_POINTS.all(tx, [classId]));
		await tx.insert(ClassArchiveEntity, { classId, handIns: archive.handIns.length, file, points });
		return { handIns: archive.handIns.length, bytes: file.length + points.length };
	});
}

/** The text of a class's kept archive; null if the class has none. */
export async function keptArchive(manager: EntityManager, classId: string): Promise<string | null> {
	const kept = await manager.findOne(ClassArchiveEntity, { select: { file: true }, where: { classId } });
	return kept && (await unpack(kept.file)).toString();
}

const CLASSES_TO_ARCHIVE = statement(
	{ id: uuid },
	`SELECT c.id
		FROM classes c
		WHERE c.school_year = $1 AND c.closed_at IS NOT NULL
			AND NOT EXISTS (SELECT 1 FROM class_archives x WHERE x.class_id = c.id)
		ORDER BY c.name, c.id`,
);

/** The closed classes of a school year that have no archive yet. */
export async function classesToArchive(manager: EntityManager, schoolYear: string): Promise<string[]> {
	return (await CLASSES_TO_ARCHIVE.all(manager, [schoolYear])).map((row) => row.id);
}

const archivesOfStudent = (locked: string) =>
	statement(
		{ classId: uuid },
		`SELECT x.class_id AS "classId"
		FROM class_archives x
		JOIN class_students s ON s.class_id = x.class_id
		WHERE s.account_id = $1
		ORDER BY x.made_at, x.class_id ${locked}`,
	);
const TO_READ = archivesOfStudent("");
const TO_CHANGE = archivesOfStudent("FOR UPDATE OF x");

/** Takes a student out of every kept archive; what counted is kept as points without a name. */
export async function forgetInArchives(manager: EntityManager, studentId: string): Promise<void> {
	for (const { classId } of await TO_CHANGE.all(manager, [studentId])) {
		const kept = await manager.findOneByOrFail(ClassArchiveEntity, { classId });
		const { archive, points } = withoutStudent(
			await unpacked<ArchiveFile>(kept.file),
			await unpacked<CountedPoints[]>(kept.points),
			studentId,
		);
		await manager.update(
			ClassArchiveEntity,
			{ classId },
			{ handIns: archive.handIns.length, file: await packed(archive), points: await packed(points) },
		);
	}
}

/** What kept archives have of a student, class by class. */
export async function archivedOf(manager: EntityManager, studentId: string): Promise<object[]> {
	const found: object[] = [];
	for (const { classId } of await TO_READ.all(manager, [studentId])) {
		const text = await keptArchive(manager, classId);
		if (text !== null) found.push(ofStudent(JSON.parse(text) as ArchiveFile, studentId));
	}
	return found;
}
