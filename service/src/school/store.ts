import { createHash, randomBytes } from "node:crypto";
import type { EntityManager } from "typeorm";
import type { GradeStep } from "../database/entities/class.ts";
import { integer, json, nullable, type RowOf, statement, text } from "../database/statement.ts";

const SCHOOL_ROW = {
	name: nullable(text()),
	zone: text(),
	schoolYear: nullable(text()),
	gradeScale: json<GradeStep[]>(),
	revision: integer,
};
const SCHOOL = `name, zone, school_year AS "schoolYear", grade_scale AS "gradeScale", revision`;

const FIND_SCHOOL = statement(SCHOOL_ROW, `SELECT ${SCHOOL} FROM school`);
export type SchoolRow = RowOf<typeof FIND_SCHOOL>;

export async function findSchool(manager: EntityManager): Promise<SchoolRow> {
	return (await FIND_SCHOOL.one(manager, [])) as SchoolRow;
}

const UPDATE_SCHOOL = statement(
	SCHOOL_ROW,
	`UPDATE school
		SET name = $1, zone = $2, school_year = $3, grade_scale = $4, revision = revision + 1
		WHERE $5 = -1 OR revision = $5
		RETURNING ${SCHOOL}`,
);

/** Changes the school; undefined if its revision has changed since. @param revision −1 for any */
export function updateSchool(
	manager: EntityManager,
	of: Omit<SchoolRow, "revision">,
	revision: number,
): Promise<SchoolRow | undefined> {
	const scale = JSON.stringify(of.gradeScale);
	return UPDATE_SCHOOL.one(manager, [of.name, of.zone, of.schoolYear, scale, revision]);
}

/** Hours for which a set-up link works. */
export const LINK_HOURS = 24;

const hashOf = (link: string) => createHash("sha256").update(link).digest("hex");

const REPLACE_LINK = statement(
	{},
	`WITH before AS (DELETE FROM set_up_links)
		INSERT INTO set_up_links (token_hash, ends_at)
		VALUES ($1, now() + make_interval(hours => $2))`,
);

/** Makes a new set-up link and revokes the previous one. The link is shown once. */
export async function freshLink(manager: EntityManager): Promise<string> {
	const link = randomBytes(24).toString("base64url");
	await REPLACE_LINK.all(manager, [hashOf(link), LINK_HOURS]);
	return link;
}

const FIND_LINK = statement(
	{ hash: text() },
	`SELECT token_hash AS hash
		FROM set_up_links
		WHERE token_hash = $1 AND ends_at > now()`,
);

/** Whether a set-up link works. */
export async function isLink(manager: EntityManager, link: string): Promise<boolean> {
	return (await FIND_LINK.one(manager, [hashOf(link)])) !== undefined;
}

const USE_LINK = statement(
	{ hash: text() },
	`DELETE FROM set_up_links
		WHERE token_hash = $1 AND ends_at > now()
		RETURNING token_hash AS hash`,
);

/** Consumes a set-up link; false if it isn't valid. */
export async function useLink(manager: EntityManager, link: string): Promise<boolean> {
	return (await USE_LINK.all(manager, [hashOf(link)])).length > 0;
}
