import { CORE_VERSION, type CollectionFile } from "@markpen/core";
import { type EntityManager, In } from "typeorm";
import { v7 } from "uuid";
import {
	ExerciseEntity,
	ExerciseVersionEntity,
	type ExerciseVersionRow,
	TrialProgramEntity,
} from "../database/entities/exercise.ts";
import {
	boolean,
	integer,
	nullable,
	numeric,
	type RowOf,
	statement,
	text,
	texts,
	uuid,
} from "../database/statement.ts";
import { Refusal } from "../refusals.ts";
import type { ToPublish } from "./exercise.ts";

const SEEN = "(e.owner_id IS NULL OR e.owner_id = $1 OR e.shared)";
/** The title in a draft's file, without quotation marks. */
const DRAFT_TITLE = `nullif(btrim((regexp_match(e.draft, '^title:[ ]*(.+?)[ ]*$', 'n'))[1], '"'), '')`;
const SUMMARY = `e.id, e.key, coalesce(v.title, ${DRAFT_TITLE}, e.key) AS title, o.name AS owner,
	coalesce(e.owner_id = $1, false) AS mine,
	e.shared, e.library, v.number AS version, coalesce(v.teaches, '{}') AS teaches, v.level, v.minutes,
	(e.draft IS NOT NULL AND e.draft IS DISTINCT FROM v.source) AS draft`;
const FROM = `FROM exercises e LEFT JOIN accounts o ON o.id = e.owner_id
	LEFT JOIN LATERAL (SELECT number, title, source, teaches, level, minutes FROM exercise_versions v
		WHERE v.exercise_id = e.id
		ORDER BY number DESC LIMIT 1) v ON true`;

const SUMMARY_ROW = {
	id: uuid,
	key: text(),
	title: text(),
	owner: nullable(text()),
	mine: boolean,
	shared: boolean,
	library: boolean,
	version: nullable(integer),
	teaches: texts,
	level: nullable(integer),
	minutes: nullable(integer),
	draft: boolean,
};

const TITLE = `lower(coalesce(v.title, ${DRAFT_TITLE}, e.key))`;
/** Exercises visible to a teacher, after the last row of the previous page. */
const exercisesBy = (order: string, after: string) =>
	statement(
		SUMMARY_ROW,
		`SELECT ${SUMMARY} ${FROM}
		WHERE ${SEEN} AND ($2::uuid IS NULL OR ${after}) AND (NOT $4 OR e.owner_id = $1)
			AND ($5::text IS NULL OR strpos(lower(concat_ws(chr(10), v.title, e.key, o.name)), lower($5)) > 0)
			AND ($6::boolean IS NULL OR e.library = $6) AND ($7::text IS NULL OR $7 = ANY(v.teaches))
			AND ($8::int IS NULL OR v.level = $8) AND ($9::int IS NULL OR v.minutes <= $9)
		ORDER BY ${order}
		LIMIT $10`,
	);
// Ids tell when they were made.
const EXERCISES = {
	key: exercisesBy("e.key, e.id", "(e.key, e.id) > ($3, $2::uuid)"),
	title: exercisesBy(`${TITLE}, e.id`, `(${TITLE}, e.id) > (lower($3), $2::uuid)`),
	newest: exercisesBy("e.id DESC", "($3::text IS NOT NULL AND e.id < $2::uuid)"),
};
/** An exercise as a teacher sees it in a list. */
export type ExerciseSummary = RowOf<typeof EXERCISES.key>;

export interface ExercisesAsked {
	/** The last row of the previous page: its id and sort value. */
	readonly after: { readonly id: string; readonly value: string } | undefined;
	readonly mine: boolean;
	readonly words: string | undefined;
	readonly library: boolean | undefined;
	/** Topic, level and longest time in minutes to search for. */
	readonly topic: string | undefined;
	readonly level: number | undefined;
	readonly minutes: number | undefined;
	readonly sort: keyof typeof EXERCISES;
}

/** Exercises that a teacher can see. */
export function exercisesFor(
	manager: EntityManager,
	teacherId: string,
	asked: ExercisesAsked,
	limit: number,
): Promise<ExerciseSummary[]> {
	const { id = null, value = null } = asked.after ?? {};
	const { mine, words = null, library = null, topic = null, level = null, minutes = null } = asked;
	const values = [teacherId, id, value, mine, words, library, topic, level, minutes, limit];
	return EXERCISES[asked.sort].all(manager, values);
}

const TOPICS = statement(
	{ topic: text() },
	`SELECT DISTINCT unnest(v.teaches) AS topic ${FROM}
		WHERE ${SEEN}
		ORDER BY topic`,
);

/** Topics of all exercises that a teacher can see. */
export async function topicsFor(manager: EntityManager, teacherId: string): Promise<string[]> {
	return (await TOPICS.all(manager, [teacherId])).map((row) => row.topic);
}

const FIND_EXERCISE = statement(
	{ ...SUMMARY_ROW, source: text(), revision: integer },
	`SELECT ${SUMMARY}, coalesce(e.draft, v.source, '') AS source, e.revision ${FROM}
		WHERE ${SEEN} AND e.id = $2`,
);

export type ExerciseRecord = RowOf<typeof FIND_EXERCISE>;

export function findExercise(
	manager: EntityManager,
	id: string,
	teacherId: string,
): Promise<ExerciseRecord | undefined> {
	return FIND_EXERCISE.one(manager, [teacherId, id]);
}

export function versionsOf(
	manager: EntityManager,
	exerciseId: string,
): Promise<{ id: string; number: number; title: string; publishedAt: Date }[]> {
	return manager.find(ExerciseVersionEntity, {
		select: { id: true, number: true, title: true, publishedAt: true },
		where: { exerciseId },
		order: { number: "DESC" },
	});
}

export function findVersion(
	manager: EntityManager,
	exerciseId: string,
	number: number,
): Promise<Pick<ExerciseVersionRow, "id" | "source" | "file" | "modelSvg"> | null> {
	return manager.findOne(ExerciseVersionEntity, {
		select: { id: true, source: true, file: true, modelSvg: true },
		where: { exerciseId, number },
	});
}

/** The drawings of the model and the example of some versions, by version id. */
export async function picturesOf(
	manager: EntityManager,
	versionIds: readonly string[],
): Promise<ReadonlyMap<string, Pick<ExerciseVersionRow, "modelSvg" | "exampleSvg">>> {
	if (versionIds.length === 0) return new Map();
	const rows = await manager.find(ExerciseVersionEntity, {
		select: { id: true, modelSvg: true, exampleSvg: true },
		where: { id: In([...versionIds]) },
	});
	return new Map(rows.map((row) => [row.id, row]));
}

export type TrialProgram = { name: string; source: string; expects: number | null };

const TRIAL_PROGRAMS_OF = statement(
	{ name: text(), source: text(), expects: nullable(numeric) },
	`SELECT name, source, expects
		FROM trial_programs
		WHERE exercise_id = $1
		ORDER BY position`,
);

export async function trialProgramsOf(manager: EntityManager, exerciseId: string): Promise<TrialProgram[]> {
	const rows = await TRIAL_PROGRAMS_OF.all(manager, [exerciseId]);
	return rows.map((r) => ({ ...r, expects: r.expects === null ? null : Number(r.expects) }));
}

export async function storeTrialPrograms(
	manager: EntityManager,
	exerciseId: string,
	programs: readonly TrialProgram[],
): Promise<void> {
	await manager.delete(TrialProgramEntity, { exerciseId });
	for (const [position, { name, source, expects }] of programs.entries())
		await manager.insert(TrialProgramEntity, { exerciseId, position, name, source, expects });
}

const INSERT_DRAFT = statement(
	{ id: uuid },
	`INSERT INTO exercises (id, key, owner_id, shared, draft, drafted_at)
		VALUES ($1, $2, $3, false, $4, now())
		ON CONFLICT (key) WHERE NOT library DO NOTHING
		RETURNING id`,
);

/** Creates an exercise with a draft; its id must be unused on the site. */
export async function insertDraft(
	manager: EntityManager,
	of: { id: string; key: string; source: string; ownerId: string },
): Promise<void> {
	const rows = await INSERT_DRAFT.all(manager, [of.id, of.key, of.ownerId, of.source]);
	if (rows.length === 0) throw new Refusal("taken", `Another exercise has the id ${of.key}. Choose another one.`);
}

const UPDATE_DRAFT = statement(
	{ revision: integer },
	`UPDATE exercises
		SET draft = $2, drafted_at = now(), revision = revision + 1
		WHERE id = $1 AND ($3 = -1 OR revision = $3)
		RETURNING revision`,
);

/** Saves a draft if its revision is still the given one (−1: any). Returns the new revision, or undefined. */
export async function updateDraft(
	manager: EntityManager,
	id: string,
	source: string,
	revision: number,
): Promise<number | undefined> {
	const rows = await UPDATE_DRAFT.all(manager, [id, source, revision]);
	return rows[0]?.revision;
}

export async function setShared(manager: EntityManager, id: string, shared: boolean): Promise<void> {
	await manager.update(ExerciseEntity, { id }, { shared });
}

const INSERT_EXERCISE = statement(
	{},
	`INSERT INTO exercises (id, key, owner_id, library)
		VALUES ($1, $2, $3, $4)
		ON CONFLICT DO NOTHING`,
);

const LOCK_EXERCISE = statement(
	{ id: uuid, ownerId: nullable(uuid) },
	`SELECT id, owner_id AS "ownerId"
		FROM exercises
		WHERE key = $1 AND library = $2
		FOR UPDATE`,
);

/**
 * Stores the next version of an exercise, or the first. The text of the newest version is not stored again.
 *
 * @param of.ownerId the owner of a new exercise; another teacher's exercise is refused
 *
 * @param of.library whether it belongs to the library
 */
export async function storeVersion(
	manager: EntityManager,
	of: { source: string; publishedAt: Date; ownerId: string | null; library?: boolean },
	{ exercise: { id: key, title }, prepared }: ToPublish,
): Promise<ExerciseVersionRow> {
	const { library = false } = of;
	await INSERT_EXERCISE.all(manager, [v7(), key, of.ownerId, library]);
	const exercise = await LOCK_EXERCISE.one(manager, [key, library]);
	if (exercise?.ownerId && exercise.ownerId !== of.ownerId)
		throw new Refusal(
			"taken",
			`The id ${key} belongs to another teacher's exercise. Choose another id, or copy that exercise.`,
		);
	const exerciseId = exercise?.id as string;
	const newest = await manager
		.getRepository(ExerciseVersionEntity)
		.findOne({ where: { exerciseId }, order: { number: "DESC" } });
	if (newest?.source === of.source) return newest;
	const version = {
		id: v7(),
		exerciseId,
		number: (newest?.number ?? 0) + 1,
		title,
		source: of.source,
		publishedAt: of.publishedAt,
		...prepared,
		preparedBy: CORE_VERSION,
	};
	await manager.getRepository(ExerciseVersionEntity).insert(version);
	return version;
}

const NEWEST_VERSION = statement(
	{ id: uuid, exerciseId: uuid, number: integer, title: text() },
	`SELECT v.id, v.exercise_id AS "exerciseId", v.number, v.title
		FROM exercises e
		JOIN exercise_versions v ON v.exercise_id = e.id
		WHERE ${SEEN} AND e.key = $2
		ORDER BY e.library, v.number DESC
		LIMIT 1`,
);

/**
 * The newest version of a visible exercise by its file's id: the site's own if there is one, otherwise the library's.
 */
export function newestVersion(
	manager: EntityManager,
	key: string,
	teacherId: string,
): Promise<{ id: string; exerciseId: string; number: number; title: string } | undefined> {
	return NEWEST_VERSION.one(manager, [teacherId, key]);
}

const collectionsBy = (condition: string) =>
	statement(
		{
			id: uuid,
			key: text(),
			title: text(),
			source: text(),
			file: nullable(text()),
			mine: boolean,
			shared: boolean,
			library: boolean,
		},
		`SELECT c.id, c.key, c.title, c.source, c.file, coalesce(c.owner_id = $1, false) AS mine, c.shared, c.library
		FROM collections c
		WHERE (c.owner_id IS NULL OR c.owner_id = $1 OR c.shared) AND ${condition}
		ORDER BY c.library, CASE WHEN c.library THEN '' ELSE c.title END, c.id`,
	);
const COLLECTIONS = collectionsBy("true");
const COLLECTION_BY_ID = collectionsBy("c.id = $2");
const COLLECTION_BY_KEY = collectionsBy("c.key = $2");
export type CollectionRow = RowOf<typeof COLLECTIONS>;

export function collectionsFor(manager: EntityManager, teacherId: string): Promise<CollectionRow[]> {
	return COLLECTIONS.all(manager, [teacherId]);
}

export function findCollection(
	manager: EntityManager,
	teacherId: string,
	by: { id: string } | { key: string },
): Promise<CollectionRow | undefined> {
	return "id" in by
		? COLLECTION_BY_ID.one(manager, [teacherId, by.id])
		: COLLECTION_BY_KEY.one(manager, [teacherId, by.key]);
}

const STORE_COLLECTION = statement(
	{ id: uuid },
	`INSERT INTO collections (id, key, owner_id, title, source, shared, file, prepared_by)
			VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
		ON CONFLICT (key) WHERE NOT library
			DO UPDATE
			SET title = $4, source = $5, shared = $6, file = $7, prepared_by = $8,
				revision = collections.revision + 1, changed_at = now()
			WHERE collections.owner_id IS NULL OR collections.owner_id = $3
		RETURNING id`,
);

export async function storeCollection(
	manager: EntityManager,
	of: { source: string; ownerId: string | null; shared: boolean },
	file: CollectionFile,
): Promise<string> {
	const { id: key, title } = file;
	const values = [v7(), key, of.ownerId, title, of.source, of.shared, JSON.stringify(file), CORE_VERSION];
	const rows = await STORE_COLLECTION.all(manager, values);
	if (!rows[0]) throw new Refusal("taken", `The id ${key} belongs to another teacher's collection. Choose another id.`);
	return rows[0].id;
}
