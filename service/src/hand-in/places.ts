import type { LanguageId } from "@markpen/core";
import type { EntityManager } from "typeorm";
import type { Answers } from "../database/entities/answers.ts";
import {
	boolean,
	instant,
	integer,
	json,
	nullable,
	type RowOf,
	statement,
	text,
	textsOf,
	uuid,
} from "../database/statement.ts";
import { slowOf, WAITING } from "../queue/turn.ts";

/** A student's exercise of an assignment, by the id of its file. */
export interface PlaceAsked {
	readonly studentId: string;
	readonly assignmentId: string;
	readonly exercise: string;
}

const HAND_IN_PLACES = statement(
	{
		place: integer,
		id: uuid,
		classId: uuid,
		exerciseId: uuid,
		versionId: uuid,
		classClosed: boolean,
		opensAt: instant,
		dueAt: instant,
		closesAt: instant,
		late: text<"marked" | "reduced" | "refused">(),
		tries: nullable(integer),
		draftAnswers: nullable(json<Answers>()),
		draftLanguage: nullable(text<LanguageId>()),
		languages: textsOf<LanguageId>(),
		now: instant,
		ofStudent: integer,
		ofClass: integer,
		slow: boolean,
	},
	`WITH ${WAITING}
		SELECT q.place::int, a.id, a.class_id AS "classId", x.exercise_id AS "exerciseId",
				x.exercise_version_id AS "versionId",
				(c.closed_at IS NOT NULL) AS "classClosed", a.opens_at AS "opensAt",
			coalesce(o.due_at, a.due_at) AS "dueAt", coalesce(o.closes_at, a.closes_at) AS "closesAt", a.late,
					a.tries, d.answers AS "draftAnswers", d.language AS "draftLanguage", v.languages, now() AS now,
			(SELECT count(*)::int FROM waiting w WHERE w.student_id = q.student_id) AS "ofStudent",
			(SELECT count(*)::int FROM waiting w WHERE w.class_id = a.class_id) AS "ofClass",
			${slowOf("q.student_id", "a.id")} AS slow
		FROM unnest($1::uuid[], $2::uuid[], $3::text[]) WITH ORDINALITY AS q(student_id, assignment_id, key, place)
		JOIN assignments a ON a.id = q.assignment_id JOIN classes c ON c.id = a.class_id
		JOIN class_students s ON s.class_id = a.class_id AND s.account_id = q.student_id AND s.left_at IS NULL
		JOIN exercises e ON e.key = q.key
			JOIN assignment_exercises x ON x.assignment_id = a.id AND x.exercise_id = e.id
			JOIN exercise_versions v ON v.id = x.exercise_version_id
		LEFT JOIN own_dates o ON o.assignment_id = a.id AND o.student_id = q.student_id
		LEFT JOIN drafts d ON d.assignment_id = a.id AND d.exercise_id = e.id AND d.student_id = q.student_id`,
);

/** The data of a student's exercise needed to accept a hand-in. */
export type HandInPlace = Omit<RowOf<typeof HAND_IN_PLACES>, "place">;

/** The assignments for students' programs; undefined for a student without the assignment. */
export async function handInPlaces(
	manager: EntityManager,
	asked: readonly PlaceAsked[],
): Promise<(HandInPlace | undefined)[]> {
	const rows = await HAND_IN_PLACES.all(manager, [
		asked.map((q) => q.studentId),
		asked.map((q) => q.assignmentId),
		asked.map((q) => q.exercise),
	]);
	const found = new Map(rows.map(({ place, ...row }) => [place, row]));
	return asked.map((_, n) => found.get(n + 1));
}
