import { afterAll, beforeAll, expect, test } from "vitest";
import { prepareYear, writeYear } from "../../setup/year/make.mjs";
import { YEAR_SIGN_IN } from "../../setup/year/sample.mjs";
import { classNamed, emptyDatabase, rowsOf, Site, signedIn } from "../site.ts";

const NOW = Date.now();
let url: string;
let site: Site;
let lines: string[] = [];

async function made(seed: number): Promise<{ url: string; lines: string[] }> {
	const of = await emptyDatabase();
	const said: string[] = [];
	await prepareYear(of, { exercises: 4, now: NOW });
	await writeYear(of, { students: 31, seed, now: NOW, say: (line: string) => said.push(line) });
	return { url: of, lines: said };
}

beforeAll(async () => {
	({ url, lines } = await made(1));
	site = await Site.start({ web: true, worker: false }, url);
});
afterAll(() => site.stop());

test("says what it made, and what is shared", () => {
	expect(lines[0]).toMatch(/^31 students, 2 teachers, 2 classes, 80 assignments, [\d,]+ hand-ins\.$/);
	expect(lines[1]).toContain("share their sources, reports and tapes");
});

test("keeps every rule that the database would have held", async () => {
	const broken = await site.rows<{ rule: string; count: string }>(`
		SELECT 'tries without gaps' AS rule, count(*) FROM (
			SELECT 1 FROM hand_ins GROUP BY assignment_id, exercise_id, student_id HAVING max(try_number) <> count(*)) x
		UNION ALL SELECT 'a report of each hand-in', count(*) FROM hand_ins h WHERE NOT EXISTS (SELECT 1 FROM reports r WHERE r.hand_in_id = h.id)
		UNION ALL SELECT 'a result of each hand-in', count(*) FROM hand_ins h WHERE NOT EXISTS (
			SELECT 1 FROM standings g JOIN reports r ON r.id = g.report_id WHERE g.hand_in_id = h.id AND r.hand_in_id = h.id)
		UNION ALL SELECT 'a check of each report', count(*) FROM reports r WHERE NOT EXISTS (
			SELECT 1 FROM checks c WHERE c.id = r.check_id AND c.hand_in_id = r.hand_in_id AND c.ended_at IS NOT NULL)
		UNION ALL SELECT 'only by students of the class', count(*) FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id
			WHERE NOT EXISTS (SELECT 1 FROM class_students s WHERE s.class_id = a.class_id AND s.account_id = h.student_id)
		UNION ALL SELECT 'the exercise of the assignment', count(*) FROM hand_ins h WHERE NOT EXISTS (
			SELECT 1 FROM assignment_exercises x WHERE x.assignment_id = h.assignment_id AND x.exercise_id = h.exercise_id)
		UNION ALL SELECT 'handed in while it was open', count(*) FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id
			WHERE h.handed_in_at < a.opens_at OR h.handed_in_at > a.closes_at
		UNION ALL SELECT 'late after the due date', count(*) FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id
			WHERE h.late <> (h.handed_in_at > a.due_at)
		UNION ALL SELECT 'no sample is left', count(*) FROM classes WHERE name = 'Sample'`);
	expect(broken.filter((rule) => rule.count !== "0")).toEqual([]);
	const [{ count }] = (await site.rows("SELECT count(*)::int AS count FROM hand_ins")) as [{ count: number }];
	expect(count).toBeGreaterThan(2_000);
});

test("the same seed makes the same school, another seed another", async () => {
	const sum = (of: string) =>
		rowsOf(
			of,
			"SELECT md5(string_agg(concat(id, student_id, try_number, handed_in_at, late), ',' ORDER BY id)) AS sum FROM hand_ins",
		);
	expect(await sum((await made(1)).url)).toEqual(await sum(url));
	expect(await sum((await made(2)).url)).not.toEqual(await sum(url));
});

test("its pages are served like any school's", async () => {
	const teacher = await signedIn(site.address, { signInName: "teacher-1", passphrase: YEAR_SIGN_IN.passphrase });
	const { classes } = await teacher.listClasses({});
	const page = await classNamed(teacher, classes[0]?.name as string);
	expect([page.students.length, page.columns.length > 30]).toEqual([31, true]);
	const cell = page.cells.find((c) => c.handInId);
	const handIn = await teacher.showHandIn({ params: { id: cell?.handInId as string } });
	expect(handIn.report?.criteria.length).toBeGreaterThan(0);
});
