import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { zipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { readEnvironment, startService } from "../../service/dist/index.js";
import { BEACON, BEACON_CANVAS, BEACON_NIB, BEACON_SVG } from "../beacon.ts";
import { classNamed, emptyDatabase, explainedOf, reportOf, rowsOf, Site, settings } from "../site.ts";

/** An exercise that is done in JavaScript on a canvas, in Nib or as SVG, as the student chooses. */
let site: Site;
let student: Client;
let teacher: Client;
let assignment: string;
let place: { id: string; exercise: string };

beforeAll(async () => {
	site = await Site.start();
	[student, teacher] = [await site.student(), await site.teacher()];
	await teacher.publishExercise({ body: { source: BEACON } });
	const day = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString();
	const { id } = await classNamed(teacher, "8 Tern");
	({ id: assignment } = await teacher.setAssignment({
		params: { id },
		body: { exercise: "beacon", opensAt: day(-1), dueAt: day(1), closesAt: day(2) },
	}));
	place = { id: assignment, exercise: "beacon" };
});
afterAll(() => site.stop());

test("its page says the languages, the usual one first, with what is given in each", async () => {
	const { exercise } = await student.showWork({ params: place });
	expect([exercise.languages, exercise.starter, exercise.starters]).toEqual([
		["javascript", "nib", "svg"],
		expect.stringContaining("getContext"),
		{ nib: "pen none", svg: expect.stringContaining("<svg") },
	]);
});

describe("a program", () => {
	test("is marked in the language that it says, the exercise's first where it says none", async () => {
		for (const [source, language, said] of [
			[BEACON_CANVAS, undefined, "javascript"],
			[BEACON_CANVAS, "javascript", "javascript"],
			[BEACON_NIB, "nib", "nib"],
			[BEACON_SVG, "svg", "svg"],
		] as const) {
			const { id } = await student.handIn({ params: place, body: { source, ...(language && { language }) } });
			expect((await reportOf(student, id)).points).toEqual({ earned: 5, possible: 5, open: 0 });
			const page = await teacher.showHandIn({ params: { id } });
			expect([page.language, page.source]).toEqual([said, source]);
			expect((await student.showWork({ params: place })).lastLanguage).toBe(said);
		}
	});

	test("has its cause found at the line of the number, in its own language", async () => {
		const source = BEACON_CANVAS.replace("40, 0", "80, 0");
		const { id } = await student.handIn({ params: place, body: { source, language: "javascript" } });
		const { points, causes } = await explainedOf(teacher, id);
		expect([points?.earned, causes.length]).toEqual([3, 1]);
		expect(causes[0]).toMatchObject({ line: 5, mended: BEACON_CANVAS.split("\n")[4] });
	});

	test("as SVG has its cause found at the line of its element", async () => {
		const source = BEACON_SVG.replace('r="40"', 'r="80"');
		const { id } = await student.handIn({ params: place, body: { source, language: "svg" } });
		const { points, causes } = await explainedOf(teacher, id);
		expect([points?.earned, causes.length]).toEqual([3, 1]);
		expect(causes[0]).toMatchObject({ line: 2, mended: BEACON_SVG.split("\n")[1] });
	});

	test("that can't be read earns nothing and has its place", async () => {
		const { id } = await student.handIn({ params: place, body: { source: "const c = ;", language: "javascript" } });
		const report = await reportOf(student, id);
		expect(report.points?.earned).toBe(0);
		expect(report.errors[0]).toMatchObject({ line: 1, column: 11, message: "A value is missing after “=”." });
		const body = { source: BEACON_SVG.replace('"gold"/>', '"gold">'), language: "svg" as const };
		const drawing = await reportOf(student, (await student.handIn({ params: place, body })).id);
		expect(drawing.errors[0]).toMatchObject({ line: 2, fix: { text: "/>" } });
	});

	test("never ends the service, nor reaches out of its sandbox", async () => {
		for (const source of [
			"while (true);",
			"const a = []; while (true) a.push(new Array(1e6).fill(1));",
			"import('fs').then((f) => f.writeFileSync('/tmp/beacon-was-here', ''));",
			"process.exit(1)",
		]) {
			const { id } = await student.handIn({ params: place, body: { source, language: "javascript" } });
			expect((await reportOf(student, id)).points?.earned).toBe(0);
		}
		const uses = Array.from({ length: 9 }, (_, i) => `<g id="g${i + 1}">${`<use href="#g${i}"/>`.repeat(10)}</g>`);
		const source = `<svg xmlns="http://www.w3.org/2000/svg"><rect id="g0" width="9" height="9"/>${uses.join("")}</svg>`;
		const { id } = await student.handIn({ params: place, body: { source, language: "svg" } });
		expect((await reportOf(student, id)).errors[0]?.code).toBe("limit-entries");
		expect((await student.showWork({ params: place })).exercise.id).toBe("beacon");
	});

	test("in a language that the exercise isn't done in is refused, and nothing is kept", async () => {
		const { work } = await student.listWork({});
		const other = work.find((w) => w.exercise.title === "Pier planks");
		const params = { id: other?.assignmentId ?? "", exercise: other?.exercise.id ?? "" };
		const before = await site.rows("SELECT 1 FROM hand_ins");
		const body = { source: BEACON_CANVAS, language: "javascript" as const };
		for (const ask of [
			() => student.handIn({ params, body }),
			() => student.selfCheck({ params, body }),
			() => student.saveDraft({ params, body, revision: other?.draft?.revision ?? 0 }),
		])
			await expect(ask()).rejects.toMatchObject({ status: 400, code: "language-not-taken" });
		expect((await site.rows("SELECT 1 FROM hand_ins")).length).toBe(before.length);
	});
});

test("a draft keeps its language, and what is handed in without one is in the draft's", async () => {
	const { draft } = await student.showWork({ params: place });
	const saved = await student.saveDraft({
		params: place,
		body: { source: BEACON_NIB, language: "nib" },
		revision: draft?.revision ?? 0,
	});
	expect(saved.language).toBe("nib");
	expect((await student.showWork({ params: place })).draft).toMatchObject({ source: BEACON_NIB, language: "nib" });
	const { id } = await student.handIn({ params: place, body: { source: BEACON_NIB } });
	expect((await teacher.showHandIn({ params: { id } })).language).toBe("nib");
});

test("files that a teacher hands in are read by their endings", async () => {
	const { students } = await classNamed(teacher, "8 Tern");
	const [first, second, third] = students.filter((s) => s.name !== "Idris Vale");
	const zip = zipSync(
		Object.fromEntries(
			[
				[`${first?.name}.js`, BEACON_CANVAS],
				[`${second?.name}.nib.txt`, BEACON_NIB],
				[`${third?.name}.svg`, BEACON_SVG],
			].map(([name, text]) => [name as string, new TextEncoder().encode(text)]),
		),
	);
	const { id } = await teacher.previewUpload({ params: { id: assignment }, body: zip });
	await teacher.carryOutUpload({ params: { id }, body: {} });
	const rows = await site.rows<{ language: string }>(
		"SELECT h.language FROM hand_ins h JOIN accounts a ON a.id = h.student_id WHERE h.assignment_id = $1 AND a.name = ANY($2) ORDER BY h.language",
		[assignment, [first?.name, second?.name, third?.name]],
	);
	expect(rows.map((r) => r.language)).toEqual(["javascript", "nib", "svg"]);
});

test("the class's archive keeps each language, and reads back into an empty site", async () => {
	const { id } = await classNamed(teacher, "8 Tern");
	const languages = (url: string) =>
		rowsOf<{ language: string; count: string }>(
			url,
			"SELECT language, count(*) FROM hand_ins h JOIN exercises e ON e.id = h.exercise_id WHERE e.key = 'beacon' GROUP BY language ORDER BY language",
		);
	const folder = mkdtempSync(join(tmpdir(), "markpen-"));
	try {
		const file = join(folder, "class.json");
		writeFileSync(file, JSON.stringify(await teacher.classArchive({ params: { id } })));
		const url = await emptyDatabase();
		const running = await startService(readEnvironment(settings(url, { MARKPEN_LOAD: file })), {
			web: true,
			worker: false,
		});
		await running.stop();
		expect(await languages(url)).toEqual(await languages(site.url));
		expect((await languages(url)).map((r) => r.language)).toEqual(["javascript", "nib", "svg"]);
	} finally {
		rmSync(folder, { recursive: true });
	}
});
