import { mistakeWords } from "@markpen/core";
import type { EntityManager } from "typeorm";
import { plainJson, type RowOf, statement } from "../database/statement.ts";

const ACROSS = statement(
	{
		classes:
			plainJson<
				{
					classId: string;
					className: string;
					students: number;
					handedIn: number;
					earned: number;
					possible: number;
				}[]
			>(),
		criteria: plainJson<{ id: string; met: number; asked: number }[]>(),
		slips: plainJson<{ id: string; sentence: string; students: number }[]>(),
	},
	`WITH seen AS (
			SELECT n.*, a.class_id, r.explained AS slips FROM counting n
			JOIN assignments a ON a.id = n.assignment_id
			LEFT JOIN full_reports r ON r.id = n.report_id
			WHERE n.exercise_id = $1 AND n.assignment_id = ANY(ARRAY(
				SELECT m.id FROM assignments m
				JOIN class_teachers t ON t.class_id = m.class_id
				JOIN assignment_exercises x ON x.assignment_id = m.id AND x.exercise_id = $1
				WHERE t.account_id = $2 AND (t.until IS NULL OR t.until > now())))
		), nameless AS (
			SELECT a.class_id, p.earned, p.possible
				FROM nameless_points p
				JOIN assignments a ON a.id = p.assignment_id
			JOIN class_teachers t ON t.class_id = a.class_id AND t.account_id = $2 AND (t.until IS NULL OR t.until
					> now())
				WHERE p.exercise_id = $1
		), told AS (
			SELECT c.criterion AS id, c.place, c.verdict
				FROM seen s
				CROSS JOIN LATERAL unnest(s.criteria, s.verdicts) WITH ORDINALITY AS c(criterion, verdict, place)
		)
		SELECT
			coalesce((SELECT json_agg(json_build_object('classId', c.id, 'className', c.name,
				'students', (SELECT count(*) FROM class_students s WHERE s.class_id = c.id AND s.left_at IS NULL),
				'handedIn', (SELECT count(DISTINCT student_id) FROM seen WHERE class_id = c.id) + (SELECT count(*)
						FROM nameless WHERE class_id = c.id),
				'earned', (SELECT coalesce(sum(earned), 0) FROM seen WHERE class_id = c.id) + (SELECT
						coalesce(sum(earned), 0) FROM nameless WHERE class_id = c.id),
				'possible', (SELECT coalesce(sum(possible), 0) FROM seen WHERE class_id = c.id) + (SELECT
						coalesce(sum(possible), 0) FROM nameless WHERE class_id = c.id)) ORDER BY c.name, c.id)
				FROM classes c
					WHERE c.id IN (SELECT class_id FROM seen UNION SELECT class_id FROM nameless)), '[]') AS classes,
			coalesce((SELECT json_agg(json_build_object('id', id, 'met', met, 'asked', asked) ORDER BY place) FROM (
				SELECT id, min(place) AS place, count(*) FILTER (WHERE verdict = 'met') AS met,
						count(*) FILTER (WHERE verdict <> 'not-judged') AS asked
					FROM told
					GROUP BY id) x), '[]') AS criteria,
			coalesce((SELECT json_agg(json_build_object('id', id, 'sentence', sentence, 'students', students) ORDER
					BY students DESC, id) FROM (
				SELECT s ->> 'id' AS id, min(coalesce(s ->> 'teacher', s ->> 'sentence')) AS sentence,
						count(DISTINCT student_id) AS students
					FROM seen
					CROSS JOIN LATERAL jsonb_array_elements(slips) AS s
					GROUP BY s ->> 'id') x), '[]') AS slips`,
);
type Across = RowOf<typeof ACROSS>;

/**
 * An exercise's results in all classes that a teacher has or covers: points, criteria and causes, in one query. Deleted
 * students stay in the points without names.
 */
export async function across(manager: EntityManager, exerciseId: string, teacherId: string): Promise<Across> {
	const row = await ACROSS.one(manager, [exerciseId, teacherId]);
	if (!row) return { classes: [], criteria: [], slips: [] };
	return { ...row, slips: row.slips.map((s) => ({ ...s, sentence: mistakeWords(s.id) ?? s.sentence })) };
}
