import type { LanguageId } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { instant, type RowOf, statement, text, uuid } from "../database/statement.ts";

const LIST_LAST_HAND_INS = statement(
	{ key: text(), id: uuid, source: text(), language: text<LanguageId>(), handedInAt: instant, title: text() },
	`SELECT DISTINCT ON (e.key) e.key, h.id, h.source, h.language, h.handed_in_at AS "handedInAt",
		(SELECT v.title FROM exercise_versions v WHERE v.exercise_id = e.id ORDER BY v.number DESC LIMIT 1) AS title
		FROM hand_ins h JOIN exercises e ON e.id = h.exercise_id
		WHERE h.student_id = $1 AND e.key = ANY($2) AND h.handed_in_at <= $3
			ORDER BY e.key, h.handed_in_at DESC, h.id DESC`,
);

export type LastHandIn = RowOf<typeof LIST_LAST_HAND_INS>;

/** A student's last hand-ins to some exercises before a given time, in any class. */
export function lastHandIns(
	manager: EntityManager,
	studentId: string,
	keys: readonly string[],
	until: Date,
): Promise<LastHandIn[]> {
	if (keys.length === 0) return Promise.resolve([]);
	return LIST_LAST_HAND_INS.all(manager, [studentId, keys, until]);
}
