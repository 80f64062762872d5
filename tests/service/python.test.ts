import { existsSync } from "node:fs";
import { zipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { BEACON_IN_PYTHON, BEACON_NIB, BEACON_PYTHON } from "../beacon.ts";
import { classNamed, explainedOf, reportOf, Site } from "../site.ts";

/** An exercise that is done in Python or in Nib, as the student chooses. */
let site: Site;
let student: Client;
let teacher: Client;
let assignment: string;
let place: { id: string; exercise: string };

beforeAll(async () => {
	site = await Site.start();
	[student, teacher] = [await site.student(), await site.teacher()];
	await teacher.publishExercise({ body: { source: BEACON_IN_PYTHON } });
	const day = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString();
	const { id } = await classNamed(teacher, "8 Tern");
	({ id: assignment } = await teacher.setAssignment({
		params: { id },
		body: { exercise: "python-beacon", opensAt: day(-1), dueAt: day(1), closesAt: day(2) },
	}));
	place = { id: assignment, exercise: "python-beacon" };
});
afterAll(() => site.stop());

async function reported(source: string) {
	const { id } = await student.handIn({ params: place, body: { source, language: "python" } });
	return { id, report: await reportOf(student, id) };
}

describe("a program in Python", () => {
	test("is marked like one in Nib, in the language that it says", async () => {
		for (const [source, language] of [
			[BEACON_PYTHON, undefined],
			[BEACON_NIB, "nib"],
			[BEACON_PYTHON, "python"],
		] as const) {
			const { id } = await student.handIn({ params: place, body: { source, ...(language && { language }) } });
			expect((await reportOf(student, id)).points).toEqual({ earned: 5, possible: 5, open: 0 });
			expect((await teacher.showHandIn({ params: { id } })).language).toBe(language ?? "python");
		}
	});

	test("has its cause found where the number is", async () => {
		const { id } = await reported(BEACON_PYTHON.replace("diameter=across", "radius=80"));
		const { points, causes } = await explainedOf(teacher, id);
		expect([points?.earned, causes.length]).toEqual([3, 1]);
		expect(causes[0]).toMatchObject({
			line: 5,
			mended: expect.stringMatching(/circle\(centre=\(200, 120\), (?:diameter=80|radius=40)\)/),
		});
	});

	test("keeps its drawing up to an error, which is said plainly at its place", async () => {
		const { report } = await reported(BEACON_PYTHON.replace('fill("navy")', "fill(navy)"));
		expect(report.points?.earned).toBe(4);
		expect(report.errors[0]).toMatchObject({
			line: 9,
			column: 6,
			message: 'A colour\'s name is text. Put it between quote marks: "navy".',
		});
		const unread = (await reported(BEACON_PYTHON.replace("(across):", "(across)"))).report;
		expect([unread.points?.earned, unread.errors[0]?.line, unread.errors[0]?.fix?.text]).toEqual([0, 3, ":"]);
	});

	test("never ends the service, nor reaches out of its interpreter", async () => {
		for (const source of [
			"while True:\n    try:\n        pass\n    except:\n        pass",
			"x = []\nwhile True: x.append('a' * 100000)",
			"import os\nos.system('touch /tmp/python-beacon-was-here')",
			"import js\njs.process.exit(1)",
			"open('/tmp/python-beacon-was-here', 'w')",
		])
			expect((await reported(source)).report.points?.earned).toBe(0);
		expect(existsSync("/tmp/python-beacon-was-here")).toBe(false);
		// A search that only the end of its thread stops, with the drawing before it kept.
		const { report } = await reported(`${BEACON_PYTHON}max(iter(int, 1))\n`);
		expect([report.points?.earned, report.errors[0]?.code]).toEqual([5, "limit-time"]);
	});
});

test("files that a teacher hands in are read by their endings", async () => {
	const { students } = await classNamed(teacher, "8 Tern");
	const [first, second] = students.filter((s) => s.name !== "Idris Vale");
	const zip = zipSync({
		[`${first?.name}.py`]: new TextEncoder().encode(BEACON_PYTHON),
		[`${second?.name}.nib.txt`]: new TextEncoder().encode(BEACON_NIB),
	});
	const { id } = await teacher.previewUpload({ params: { id: assignment }, body: zip });
	await teacher.carryOutUpload({ params: { id }, body: {} });
	const rows = await site.rows<{ language: string }>(
		"SELECT h.language FROM hand_ins h JOIN accounts a ON a.id = h.student_id WHERE h.assignment_id = $1 AND a.name = ANY($2) ORDER BY h.language",
		[assignment, [first?.name, second?.name]],
	);
	expect(rows.map((r) => r.language)).toEqual(["nib", "python"]);
});
