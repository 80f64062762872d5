import { zipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_TEACHERS } from "../../demo/dist/index.js";
import { classNamed, reportOf, Site, signedIn } from "../site.ts";

let site: Site;
let teacher: Client;
let assignment: string;
let classId: string;
beforeAll(async () => {
	site = await Site.start();
	teacher = await site.teacher();
	classId = await teacher.makeClass({ body: { name: "9 Siskin", schoolYear: "2026/27" } }).then((c) => c.id);
	await teacher.importRoster({
		params: { id: classId },
		body: {
			csv: "Name,Username\nNell Quay,nell\nDário Penha,dario\nAnn Ray,ann\nAnn Rose Ray,annr\nBo Reed,bo\nBo Rand,bor\nUma Stint,uma7\n",
		},
	});
	const day = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString();
	({ id: assignment } = await teacher.setAssignment({
		params: { id: classId },
		body: { exercise: "mooring-buoy", opensAt: day(-1), dueAt: day(1), closesAt: day(2), tries: 1 },
	}));
});
afterAll(() => site.stop());

const zipOf = (files: Record<string, string | Uint8Array>) =>
	zipSync(
		Object.fromEntries(
			Object.entries(files).map(([name, text]) => [
				name,
				typeof text === "string" ? new TextEncoder().encode(text) : text,
			]),
		),
	);

test("each file is listed with its student, or the reason for none, and nothing is handed in before that is confirmed", async () => {
	const zip = zipOf({
		"Nell Quay.nib.txt": "walk 1",
		"Penha, Dario/buoy.txt": "walk 2",
		"ann rose ray - mooring buoy.txt": "walk 3",
		"US.txt": "walk 4",
		"BR.txt": "walk 5",
		"bor.txt": "walk 6",
		"somebody else.txt": "walk 7",
		"Ann Ray/first.txt": "walk 8",
		"Ann Ray/mooring-buoy.txt": "walk 9",
		"nell quay empty.txt": "",
		"picture of Uma.png": new Uint8Array([0x89, 0x50, 0, 1]),
		"__MACOSX/._x": "x",
	});
	const { id, rows } = await teacher.previewUpload({ params: { id: assignment }, body: zip });
	expect(Object.fromEntries(rows.map((r) => [r.file, `${r.does}: ${r.says}`]))).toEqual({
		"Nell Quay.nib.txt": "hands in: Handed in for Nell Quay, found by name.",
		"Penha, Dario/buoy.txt": "hands in: Handed in for Dário Penha, found by name.",
		"ann rose ray - mooring buoy.txt": "hands in: Handed in for Ann Rose Ray, found by name.",
		"US.txt": "hands in: Handed in for Uma Stint, found by initials.",
		"BR.txt": "asks: It may be Bo Rand or Bo Reed: the initials are the same. Say whose it is.",
		"bor.txt": "hands in: Handed in for Bo Rand, found by sign-in name.",
		"somebody else.txt": "leaves out: Skipped: no student has this name. Choose the student to hand it in.",
		"Ann Ray/first.txt": "leaves out: Skipped: another file of the same student is named for the exercise.",
		"Ann Ray/mooring-buoy.txt": "hands in: Handed in for Ann Ray, found by name.",
		"nell quay empty.txt": "leaves out: Skipped: it is empty.",
		"picture of Uma.png": "leaves out: Skipped: it isn't text in UTF-8.",
	});
	expect((await teacher.showAssignment({ params: { id: assignment } })).handIns).toEqual([]);

	const reed = (await classNamed(teacher, "9 Siskin")).students.find((s) => s.name === "Bo Reed")?.id as string;
	await expect(
		teacher.carryOutUpload({ params: { id }, body: { decided: { "no such.txt": null } } }),
	).rejects.toMatchObject({ status: 400 });
	const done = await teacher.carryOutUpload({
		params: { id },
		body: { decided: { "BR.txt": { studentId: reed }, "US.txt": null } },
	});
	expect(done.handIns.map((h) => h.file).sort()).toEqual([
		"Ann Ray/mooring-buoy.txt",
		"BR.txt",
		"Nell Quay.nib.txt",
		"Penha, Dario/buoy.txt",
		"ann rose ray - mooring buoy.txt",
		"bor.txt",
	]);
	expect(done.leftOut).toContain("US.txt");
	for (const { id: handIn } of done.handIns) await reportOf(teacher, handIn);
	const wall = await teacher.showAssignment({ params: { id: assignment } });
	expect(wall.handIns.map((h) => [h.student.name, h.madeBy])).toEqual(
		["Ann Ray", "Ann Rose Ray", "Bo Rand", "Bo Reed", "Dário Penha", "Nell Quay"].map((name) => [name, "teacher"]),
	);
	await expect(teacher.carryOutUpload({ params: { id }, body: {} })).rejects.toMatchObject({ status: 404 });
});

test("who covers a class may look and upload, and no more", async () => {
	const cover = (await teacher.listTeachers({})).teachers.find((t) => t.name === DEMO_TEACHERS.cover.name)
		?.id as string;
	await teacher.giveClass({
		params: { id: classId, teacher: cover },
		body: { until: new Date(Date.now() + 86_400_000).toISOString() },
	});
	const client = await signedIn(site.address, DEMO_TEACHERS.cover);
	const { id, rows } = await client.previewUpload({
		params: { id: assignment },
		body: zipOf({ "uma7.txt": "walk 5" }),
	});
	expect(rows[0]?.does).toBe("hands in");
	const { handIns } = await client.carryOutUpload({ params: { id }, body: {} });
	await reportOf(client, handIns[0]?.id as string);
	await expect(
		client.adjust({ params: { id: handIns[0]?.id as string, criterion: "one" }, body: { points: 0, reason: "x" } }),
	).rejects.toMatchObject({ code: "covering" });
	await expect(client.release({ params: { id: assignment }, body: {} })).rejects.toMatchObject({ code: "covering" });
});

test("an upload for a whole class while the class hands in itself: everything is taken, in whatever order", async () => {
	const names = ["Ivo Marsh", "Tess Holm", "Lia Fenn", "Sam Weir", "Kit Shore", "Ada Brack", "Joss Mole", "Fay Kelp"];
	const { id } = await teacher.makeClass({ body: { name: "9 Grebe", schoolYear: "2026/27" } });
	const { cards } = await teacher.importRoster({ params: { id }, body: { csv: `Name\n${names.join("\n")}\n` } });
	const day = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString();
	const set = await teacher.setAssignment({
		params: { id },
		body: { exercise: "mooring-buoy", opensAt: day(-1), dueAt: day(1), closesAt: day(2) },
	});
	const students = await Promise.all(
		cards.map(({ classCode, signInName, passphrase }) => signedIn(site.address, { classCode, signInName, passphrase })),
	);
	// Files come by their names, students by their ids: the two orders are as unlike as they can be.
	const zip = zipOf(Object.fromEntries([...names].reverse().map((name, n) => [`${n} ${name}.txt`, `walk ${n}`])));
	const rounds = 6;
	for (let round = 0; round < rounds; round++) {
		const preview = await teacher.previewUpload({ params: { id: set.id }, body: zip });
		const [uploaded, ...taken] = await Promise.all([
			teacher.carryOutUpload({ params: { id: preview.id }, body: {} }),
			...students.map((student, n) =>
				student.handIn({ params: { id: set.id, exercise: "mooring-buoy" }, body: { source: `walk ${n}` } }),
			),
		]);
		expect([uploaded.handIns.length, taken.length]).toEqual([names.length, names.length]);
	}
	const tries = await site.rows<{ last: number; count: number }>(
		"SELECT max(try_number) AS last, count(*)::int AS count FROM hand_ins WHERE assignment_id = $1 GROUP BY student_id",
		[set.id],
	);
	expect(tries).toEqual(names.map(() => ({ last: 2 * rounds, count: 2 * rounds })));
});

describe("hostile zips", () => {
	test("with too many files, or ones that grow far too large, are refused before they are unpacked", async () => {
		const many = zipOf(Object.fromEntries(Array.from({ length: 501 }, (_, i) => [`${i}.txt`, "x"])));
		await expect(teacher.previewUpload({ params: { id: assignment }, body: many })).rejects.toMatchObject({
			code: "file-wrong",
			message: "The zip file has more than 500 files.",
		});
		const bomb = zipOf({ "nell.txt": new Uint8Array(70_000_000) });
		expect(bomb.length).toBeLessThan(200_000);
		await expect(teacher.previewUpload({ params: { id: assignment }, body: bomb })).rejects.toMatchObject({
			code: "file-wrong",
			message: expect.stringContaining("60 MB"),
		});
	});

	test("with paths that lead out of them are only names", async () => {
		const { rows } = await teacher.previewUpload({
			params: { id: assignment },
			body: zipOf({ "../../etc/nell.txt": "walk 5" }),
		});
		expect(rows.map((r) => [r.file, r.does])).toEqual([["../../etc/nell.txt", "hands in"]]);
	});

	test("that aren't uploads are refused with what to do", async () => {
		await expect(
			teacher.previewUpload({ params: { id: assignment }, body: new TextEncoder().encode("walk 5") }),
		).rejects.toMatchObject({
			message: "This zip file can't be read. Zip the files again.",
		});
	});
});
