import type { EntityManager } from "typeorm";
import { v7 } from "uuid";
import { queryAll, queryOne, queryReturning } from "../database/data-source.ts";
import { ExerciseVersion, type ExerciseVersionRow } from "../database/entities.ts";
import { Refusal } from "../refusals.ts";

/** An exercise as a teacher sees it in a list. */
export type ExerciseSummary = {
	id: string;
	key: string;
	title: string;
	owner: string | null;
	mine: boolean;
	shared: boolean;
	version: number | null;
	draft: boolean;
};
export type ExerciseRecord = ExerciseSummary & { source: string; revision: number };

const SEEN = "(e.owner_id IS NULL OR e.owner_id = $1 OR e.shared)";
const SUMMARY = `e.id, e.key, coalesce(v.title, e.key) AS title, o.name AS owner, coalesce(e.owner_id = $1, false) AS mine, e.shared, v.number AS version,
	(e.draft IS NOT NULL AND e.draft IS DISTINCT FROM v.source) AS draft`;
const FROM = `FROM exercises e LEFT JOIN accounts o ON o.id = e.owner_id
	LEFT JOIN LATERAL (SELECT number, title, source FROM exercise_versions v WHERE v.exercise_id = e.id ORDER BY number DESC LIMIT 1) v ON true`;

const TITLE = "lower(coalesce(v.title, e.key))";
/** Ids tell when they were made. What stands after the row that a page ended with, by its id and its value. */
const SORTS = {
	key: { by: "e.key", after: "e.key > $3" },
	title: { by: `${TITLE}, e.id`, after: `(${TITLE}, e.id) > (lower($3), $2::uuid)` },
	newest: { by: "e.id DESC", after: "($3::text IS NOT NULL AND e.id < $2::uuid)" },
} as const;

export interface ExercisesAsked {
	/** The row that the page before ended with: its id, and what it is sorted by. */
	readonly after: { readonly id: string; readonly value: string } | undefined;
	readonly mine: boolean;
	readonly words: string | undefined;
	readonly sort: keyof typeof SORTS;
}

/** Exercises that a teacher can see. */
export function exercisesFor(
	manager: EntityManager,
	teacherId: string,
	{ after, mine, words, sort }: ExercisesAsked,
	limit: number,
): Promise<ExerciseSummary[]> {
	const { by, after: isAfter } = SORTS[sort];
	return queryAll(
		manager,
		`SELECT ${SUMMARY} ${FROM} WHERE ${SEEN} AND ($2::uuid IS NULL OR ${isAfter}) AND (NOT $4 OR e.owner_id = $1)
		 AND ($5::text IS NULL OR strpos(lower(concat_ws(chr(10), v.title, e.key, o.name)), lower($5)) > 0) ORDER BY ${by} LIMIT $6`,
		[teacherId, after?.id ?? null, after?.value ?? null, mine, words ?? null, limit],
	);
}

export function findExercise(
	manager: EntityManager,
	id: string,
	teacherId: string,
): Promise<ExerciseRecord | undefined> {
	return queryOne(
		manager,
		`SELECT ${SUMMARY}, coalesce(e.draft, v.source, '') AS source, e.revision ${FROM} WHERE ${SEEN} AND e.id = $2`,
		[teacherId, id],
	);
}

export function versionsOf(
	manager: EntityManager,
	exerciseId: string,
): Promise<{ id: string; number: number; title: string; publishedAt: Date }[]> {
	return queryAll(
		manager,
		`SELECT id, number, title, published_at AS "publishedAt" FROM exercise_versions WHERE exercise_id = $1 ORDER BY number DESC`,
		[exerciseId],
	);
}

export function findVersion(
	manager: EntityManager,
	exerciseId: string,
	number: number,
): Promise<{ id: string; source: string } | undefined> {
	return queryOne(manager, "SELECT id, source FROM exercise_versions WHERE exercise_id = $1 AND number = $2", [
		exerciseId,
		number,
	]);
}

export type TrialProgram = { name: string; source: string; expects: number | null };

export async function trialProgramsOf(manager: EntityManager, exerciseId: string): Promise<TrialProgram[]> {
	const rows = await queryAll<{ name: string; source: string; expects: string | null }>(
		manager,
		"SELECT name, source, expects FROM trial_programs WHERE exercise_id = $1 ORDER BY position",
		[exerciseId],
	);
	return rows.map((r) => ({ ...r, expects: r.expects === null ? null : Number(r.expects) }));
}

export async function storeTrialPrograms(
	manager: EntityManager,
	exerciseId: string,
	programs: readonly TrialProgram[],
): Promise<void> {
	await manager.query("DELETE FROM trial_programs WHERE exercise_id = $1", [exerciseId]);
	for (const [position, { name, source, expects }] of programs.entries())
		await manager.query(
			"INSERT INTO trial_programs (exercise_id, position, name, source, expects) VALUES ($1, $2, $3, $4, $5)",
			[exerciseId, position, name, source, expects],
		);
}

/** Begins an exercise with a draft; its id must be free on the site. */
export async function insertDraft(
	manager: EntityManager,
	of: { id: string; key: string; source: string; ownerId: string },
): Promise<void> {
	const rows = await queryAll(
		manager,
		"INSERT INTO exercises (id, key, owner_id, shared, draft, drafted_at) VALUES ($1, $2, $3, false, $4, now()) ON CONFLICT (key) DO NOTHING RETURNING id",
		[of.id, of.key, of.ownerId, of.source],
	);
	if (rows.length === 0) throw new Refusal("taken", `Another exercise has the id ${of.key}. Choose another one.`);
}

/** Saves a draft if it still has the revision that was read (−1: any). The new revision, or undefined. */
export async function updateDraft(
	manager: EntityManager,
	id: string,
	source: string,
	revision: number,
): Promise<number | undefined> {
	const rows = await queryReturning<{ revision: number }>(
		manager,
		"UPDATE exercises SET draft = $2, drafted_at = now(), revision = revision + 1 WHERE id = $1 AND ($3 = -1 OR revision = $3) RETURNING revision",
		[id, source, revision],
	);
	return rows[0]?.revision;
}

export async function setShared(manager: EntityManager, id: string, shared: boolean): Promise<void> {
	await manager.query("UPDATE exercises SET shared = $2 WHERE id = $1", [id, shared]);
}

/**
 * Stores the next version of an exercise, or the first. Text that is already the newest version is not stored again.
 *
 * @param ownerId whose a new exercise is; another teacher's is refused
 */
export async function storeVersion(
	manager: EntityManager,
	of: { key: string; title: string; source: string; publishedAt: Date; ownerId: string | null },
): Promise<ExerciseVersionRow> {
	await manager.query("INSERT INTO exercises (id, key, owner_id) VALUES ($1, $2, $3) ON CONFLICT (key) DO NOTHING", [
		v7(),
		of.key,
		of.ownerId,
	]);
	const exercise = await queryOne<{ id: string; ownerId: string | null }>(
		manager,
		`SELECT id, owner_id AS "ownerId" FROM exercises WHERE key = $1 FOR UPDATE`,
		[of.key],
	);
	if (exercise?.ownerId && exercise.ownerId !== of.ownerId)
		throw new Refusal(
			"taken",
			`The id ${of.key} is an exercise's of another teacher. Give yours another id, or copy theirs.`,
		);
	const exerciseId = exercise?.id as string;
	const newest = await manager
		.getRepository(ExerciseVersion)
		.findOne({ where: { exerciseId }, order: { number: "DESC" } });
	if (newest?.source === of.source) return newest;
	const version = {
		id: v7(),
		exerciseId,
		number: (newest?.number ?? 0) + 1,
		title: of.title,
		source: of.source,
		publishedAt: of.publishedAt,
	};
	await manager.getRepository(ExerciseVersion).insert(version);
	return version;
}

/** The newest version of an exercise by the id of its file, if the teacher can see it. */
export function newestVersion(
	manager: EntityManager,
	key: string,
	teacherId: string,
): Promise<{ id: string; exerciseId: string; number: number; title: string } | undefined> {
	return queryOne(
		manager,
		`SELECT v.id, v.exercise_id AS "exerciseId", v.number, v.title FROM exercises e JOIN exercise_versions v ON v.exercise_id = e.id WHERE ${SEEN} AND e.key = $2 ORDER BY v.number DESC LIMIT 1`,
		[teacherId, key],
	);
}

export type CollectionRow = { id: string; key: string; title: string; source: string; mine: boolean; shared: boolean };
const COLLECTION = `c.id, c.key, c.title, c.source, coalesce(c.owner_id = $1, false) AS mine, c.shared`;
const COLLECTION_SEEN = "(c.owner_id IS NULL OR c.owner_id = $1 OR c.shared)";

export function collectionsFor(manager: EntityManager, teacherId: string): Promise<CollectionRow[]> {
	return queryAll(manager, `SELECT ${COLLECTION} FROM collections c WHERE ${COLLECTION_SEEN} ORDER BY c.title, c.id`, [
		teacherId,
	]);
}

export function findCollection(
	manager: EntityManager,
	teacherId: string,
	by: { id: string } | { key: string },
): Promise<CollectionRow | undefined> {
	const [column, value] = "id" in by ? ["id", by.id] : ["key", by.key];
	return queryOne(manager, `SELECT ${COLLECTION} FROM collections c WHERE ${COLLECTION_SEEN} AND c.${column} = $2`, [
		teacherId,
		value,
	]);
}

export async function storeCollection(
	manager: EntityManager,
	of: { key: string; title: string; source: string; ownerId: string | null; shared: boolean },
): Promise<string> {
	const rows = await queryAll<{ id: string }>(
		manager,
		`INSERT INTO collections (id, key, owner_id, title, source, shared) VALUES ($1, $2, $3, $4, $5, $6)
		 ON CONFLICT (key) DO UPDATE SET title = $4, source = $5, shared = $6, revision = collections.revision + 1, changed_at = now()
		 WHERE collections.owner_id IS NULL OR collections.owner_id = $3 RETURNING id`,
		[v7(), of.key, of.ownerId, of.title, of.source, of.shared],
	);
	if (!rows[0])
		throw new Refusal("taken", `The id ${of.key} is a collection's of another teacher. Give yours another id.`);
	return rows[0].id;
}
