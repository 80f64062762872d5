import { readFileSync } from "node:fs";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_STUDENTS, DEMO_TEACHERS } from "../../demo/dist/index.js";
import { instantOf } from "../../service/dist/index.js";
import { classNamed, placeOf, reportOf, Site, signedIn, workOn } from "../site.ts";

let site: Site;
let teacher: Client;
let student: Client;
beforeAll(async () => {
	site = await Site.start();
	[teacher, student] = [await site.teacher(), await site.student()];
});
afterAll(() => site.stop());

const RIGHT =
	"paper lightcyan\npen colour saddlebrown width 3\nfor i from 0 to 6\n  rect corner 30 + i * 60, 90 size 36, 150\nend\n";
const hours = (n: number) => new Date(Date.now() + n * 3_600_000).toISOString();
const open = { opensAt: hours(-1), dueAt: hours(24), closesAt: hours(48) };

/** A new assignment of 8 Tern, as Idris sees it. */
async function setTo(more: object = {}, dates: object = open, exercise = "pier-planks") {
	const { id: classId } = await classNamed(teacher, "8 Tern");
	const { id } = await teacher.setAssignment({
		params: { id: classId },
		body: { exercise, ...open, ...dates, ...more },
	});
	return { id, exercise, work: () => student.showWork({ params: { id, exercise } }) };
}
const handTo = (of: { id: string; exercise: string }, source: string) =>
	student.handIn({ params: { id: of.id, exercise: of.exercise }, body: { source } });

describe("a time on the class's own clock", () => {
	test("in the night in which it goes forward is as much later", () => {
		expect(instantOf("2027-03-28T02:30", "Europe/Berlin").toISOString()).toBe("2027-03-28T01:30:00.000Z");
	});
	test("in the night in which it goes back is the later of the two", () => {
		expect(instantOf("2027-10-31T02:30", "Europe/Berlin").toISOString()).toBe("2027-10-31T01:30:00.000Z");
	});
	test("of a class in another zone is another instant", async () => {
		expect(instantOf("2027-03-28T02:30", "Pacific/Auckland").toISOString()).toBe("2027-03-27T13:30:00.000Z");
		const { id } = await teacher.makeClass({ body: { name: "9 Tui", schoolYear: "2027", zone: "Pacific/Auckland" } });
		const set = await teacher.setAssignment({
			params: { id },
			body: { exercise: "sail", opensAt: "2027-03-20T09:00", dueAt: "2027-03-28T02:30", closesAt: "2027-04-04T02:30" },
		});
		// Auckland's clock goes back on 4 April 2027: 02:30 is there twice.
		expect([set.opensAt, set.dueAt, set.closesAt]).toEqual([
			"2027-03-19T20:00:00.000Z",
			"2027-03-27T13:30:00.000Z",
			"2027-04-03T14:30:00.000Z",
		]);
	});
	test("that isn't a date is refused, and so is a time zone", async () => {
		await expect(setTo({}, { dueAt: "2027-02-30T10:00" })).rejects.toMatchObject({ status: 400 });
		await expect(
			teacher.makeClass({ body: { name: "x", schoolYear: "2027", zone: "Mars/Olympus" } }),
		).rejects.toMatchObject({ problem: { errors: [{ path: "zone" }] } });
		await expect(setTo({}, { dueAt: hours(50) })).rejects.toMatchObject({
			problem: { errors: [{ path: "closesAt", message: "is before dueAt" }] },
		});
	});
});

describe("late work", () => {
	const past = { opensAt: hours(-9), dueAt: hours(-2), closesAt: hours(9) };
	test("is marked, loses a share, or isn't taken, as the assignment says", async () => {
		const [marked, reduced, refused] = [
			await setTo({}, past),
			await setTo({ late: "reduced", lateShare: 0.5 }, past),
			await setTo({ late: "refused" }, past),
		];
		for (const of of [marked, reduced]) {
			const { id, late } = await handTo(of, RIGHT);
			expect(late).toBe(true);
			await reportOf(student, id);
		}
		await expect(handTo(refused, RIGHT)).rejects.toMatchObject({ code: "late-refused" });
		const tern = await classNamed(teacher, "8 Tern");
		const cell = (id: string) => tern.cells.find((c) => c.assignmentId === id);
		expect([cell(marked.id)?.points?.earned, cell(reduced.id)?.points?.earned, cell(reduced.id)?.late]).toEqual([
			11,
			5.5,
			true,
		]);
	});

	test("isn't late for a student with a later date, and an excused student has nothing missing", async () => {
		const of = await setTo({ late: "refused" }, { opensAt: hours(-9), dueAt: hours(-2), closesAt: hours(-1) });
		await expect(handTo(of, RIGHT)).rejects.toMatchObject({ code: "closed" });
		const { id: me } = await student.whoAmI({});
		expect(await teacher.setOwnDates({ params: { id: of.id, student: me }, body: { dueAt: hours(5) } })).toMatchObject({
			closesAt: expect.any(String),
		});
		expect((await handTo(of, RIGHT)).late).toBe(false);
		const { id } = await classNamed(teacher, "8 Tern");
		const state = async (name: string) =>
			(await teacher.showGradeBook({ params: { id } })).rows
				.find((r) => r.student.name === name)
				?.cells.find((c) => c.assignmentId === of.id)?.state;
		const zoe = (await teacher.showRoster({ params: { id } })).students.find((s) => s.name === "Zoe Lark")
			?.id as string;
		expect(await state("Zoe Lark")).toBe("missing");
		await teacher.setOwnDates({ params: { id: of.id, student: zoe }, body: { excused: true } });
		expect(await state("Zoe Lark")).toBe("excused");
	});
});

test("the best, the latest or the teacher's choice counts", async () => {
	const all: { of: Awaited<ReturnType<typeof setTo>>; ids: string[] }[] = [];
	for (const counts of ["best", "latest", "chosen"] as const) {
		const of = await setTo({ counts });
		const ids: string[] = [];
		for (const source of ["walk 5", RIGHT, "walk 9"]) ids.push((await handTo(of, source)).id);
		for (const id of ids) await reportOf(student, id);
		all.push({ of, ids });
	}
	const counting = async (i: number) =>
		(await all[i]?.of.work())?.handIns.filter((h) => h.counts).map((h) => h.tryNumber);
	expect([await counting(0), await counting(1), await counting(2)]).toEqual([[2], [3], [2]]);
	const me = (await student.whoAmI({})).id;
	const [best, , chosen] = all;
	await teacher.chooseTry({
		params: { id: chosen?.of.id as string, student: me },
		body: { handInId: chosen?.ids[0] as string },
	});
	expect(await counting(2)).toEqual([1]);
	await expect(
		teacher.chooseTry({
			params: { id: best?.of.id as string, student: me },
			body: { handInId: best?.ids[0] as string },
		}),
	).rejects.toMatchObject({
		code: "not-this-way",
	});
	await expect(
		teacher.chooseTry({
			params: { id: chosen?.of.id as string, student: me },
			body: { handInId: best?.ids[0] as string },
		}),
	).rejects.toMatchObject({ status: 404 });
});

describe("what is shown when", () => {
	test("points and feedback wait for the release, the model too; the checklist for handing in", async () => {
		const of = await setTo({
			showPoints: "release",
			showFeedback: "release",
			showModel: "release",
			showChecklist: "hand-in",
		});
		expect((await of.work()).exercise.criteria).toEqual([]);
		const { id } = await handTo(of, RIGHT);
		while ((await student.showHandIn({ params: { id } })).waiting) await new Promise((r) => setTimeout(r, 50));
		const before = await student.showHandIn({ params: { id } });
		expect([before.report, before.points, before.criteria, before.comments, (await of.work()).model]).toEqual([
			null,
			null,
			[],
			[],
			null,
		]);
		expect((await of.work()).exercise.criteria.length).toBe(7);
		await teacher.commentOn({
			params: { id },
			body: { place: { on: "whole" }, words: "{name}, {points} of {possible}: well done." },
		});
		const me = (await student.whoAmI({})).id;
		expect(await teacher.release({ params: { id: of.id }, body: { students: [me] } })).toEqual({ released: 1 });
		expect(await teacher.release({ params: { id: of.id }, body: { students: [me] } })).toEqual({ released: 0 });
		const after = await student.showHandIn({ params: { id } });
		expect([after.points, after.report?.points, after.comments.map((c) => c.words)]).toEqual([
			{ earned: 11, possible: 11, open: 0 },
			{ earned: 11, possible: 11, open: 0 },
			["Idris, 11 of 11: well done."],
		]);
		const { model } = await of.work();
		expect([model?.picture.startsWith("<svg"), model?.source]).toEqual([true, null]);
	});

	test("points alone may wait while the verdicts are shown", async () => {
		const of = await setTo({ showPoints: "closing" });
		const { id } = await handTo(of, "rect corner 30, 90 size 36, 150");
		const report = await reportOf(student, id);
		expect([report.points, report.criteria[0]?.points, report.criteria[0]?.verdict]).toEqual([null, null, "partly"]);
		await site.rows("UPDATE assignments SET due_at = now(), closes_at = now() WHERE id = $1", [of.id]);
		expect((await student.showHandIn({ params: { id } })).report?.points?.possible).toBe(11);
	});

	test("the whole traffic of a student's session holds no line of a model, no later hint and no teacher's words on slips", async () => {
		const [traffic, mine]: [string[], string[]] = [[], []];
		const watched = site.visitor();
		const { classCode, signInName, passphrase } = {
			classCode: "tern-8",
			...(DEMO_STUDENTS.tern[3] as (typeof DEMO_STUDENTS.tern)[0]),
		};
		await watched.signIn({ body: { classCode, signInName, passphrase } });
		const keep = async (call: Promise<unknown>) => traffic.push(JSON.stringify(await call));
		const { work } = await watched.listWork({});
		await keep(watched.listWork({}));
		for (const w of work) {
			await keep(watched.showWork({ params: placeOf(w) }));
			for (const h of w.handIns) {
				const page = await watched.showHandIn({ params: { id: h.id } });
				mine.push(page.source);
				traffic.push(JSON.stringify({ ...page, source: "" }));
			}
		}
		const all = traffic.join("\n");
		for (const key of [
			"mooring-buoy",
			"sail",
			"pier-planks",
			"lighthouse",
			"compass-rose",
			"rope-coil",
			"harbour-scene",
			"ferry-crossing",
		]) {
			const file = readFileSync(new URL(`../../demo/exercises/${key}.exercise.yaml`, import.meta.url), "utf8");
			const model =
				/^model: \|\n((?: {2}.*\n|\n)+)/m
					.exec(file)?.[1]
					?.split("\n")
					.map((l) => l.trim()) ?? [];
			const own = mine.join("\n");
			const telling = model.filter(
				(l) =>
					/\d/.test(l) &&
					l.length > 12 &&
					!file.split("criteria:")[0]?.split("model:")[0]?.includes(l) &&
					!own.includes(l),
			);
			expect(telling.length).toBeGreaterThan(0);
			for (const line of telling)
				expect([key, line, all.includes(JSON.stringify(line).slice(1, -1))]).toEqual([key, line, false]);
		}
		expect(all).not.toMatch(/"teacher":|"evidence":/);
	});
});

describe("drafts", () => {
	test("are saved by revision: a save from another place is reported, and nothing is lost", async () => {
		const of = await setTo();
		const params = { id: of.id, exercise: of.exercise };
		const one = await student.saveDraft({ params, body: { source: "walk 5", device: "desk 1" }, revision: 0 });
		expect([one.revision, one.device]).toEqual([1, "desk 1"]);
		expect((await student.saveDraft({ params, body: { source: "walk 6" }, revision: 1 })).revision).toBe(2);
		await expect(student.saveDraft({ params, body: { source: "walk 7" }, revision: 1 })).rejects.toMatchObject({
			status: 412,
			code: "changed-since",
		});
		await expect(student.saveDraft({ params, body: { source: "walk 7" } })).rejects.toMatchObject({
			status: 428,
			code: "revision-missing",
		});
		expect((await of.work()).draft?.source).toBe("walk 6");
	});

	test("are handed in by themselves at closing, once, where the assignment says so", async () => {
		const [takes, leaves, blank] = [await setTo(), await setTo({ handInDrafts: false }), await setTo()];
		for (const of of [takes, leaves])
			await student.saveDraft({
				params: { id: of.id, exercise: of.exercise },
				body: { source: RIGHT, answers: {} },
				revision: 0,
			});
		await student.saveDraft({
			params: { id: blank.id, exercise: blank.exercise },
			body: { source: " \n" },
			revision: 0,
		});
		await site.rows("UPDATE assignments SET due_at = now(), closes_at = now() WHERE id = ANY($1)", [
			[takes.id, leaves.id, blank.id],
		]);
		const end = Date.now() + 10_000;
		while ((await takes.work()).handIns.length === 0 && Date.now() < end) await new Promise((r) => setTimeout(r, 100));
		const [handed] = (await takes.work()).handIns;
		expect((await reportOf(student, handed?.id as string)).points?.earned).toBe(11);
		const page = await teacher.showHandIn({ params: { id: handed?.id as string } });
		expect([page.madeBy, page.late, page.handedInAt]).toEqual(["closing", false, (await takes.work()).closesAt]);
		await new Promise((r) => setTimeout(r, 2_500));
		expect([
			(await takes.work()).handIns.length,
			(await leaves.work()).handIns.length,
			(await blank.work()).handIns.length,
		]).toEqual([1, 0, 0]);
		const wall = await teacher.showAssignment({ params: { id: leaves.id } });
		expect(wall.without.find((s) => s.name === "Idris Vale")?.draft).toBe(true);
		await expect(
			student.saveDraft({ params: { id: takes.id, exercise: takes.exercise }, body: { source: "x" }, revision: 1 }),
		).rejects.toMatchObject({ code: "closed" });
	});
});

describe("self-checks", () => {
	test("use up no try, say no number that the brief doesn't, and wait for their turn", async () => {
		const of = await setTo();
		const params = { id: of.id, exercise: of.exercise };
		const { id } = await student.selfCheck({ params, body: { source: RIGHT.replace("size 36", "size 40") } });
		let report = null;
		while (!report) ({ report } = await student.showSelfCheck({ params: { id } }));
		expect(report.criteria.find((c) => c.id === "seven")).toMatchObject({ verdict: "met" });
		expect((await of.work()).handIns).toEqual([]);
		expect(JSON.stringify(report.slips)).not.toContain('"teacher"');
		const [work] = [await workOn(student, "Pier planks")];
		await expect(
			(
				await signedIn(site.address, {
					classCode: "gannet-8",
					...(DEMO_STUDENTS.gannet[0] as { signInName: string; passphrase: string }),
				})
			).showSelfCheck({ params: { id } }),
		).rejects.toMatchObject({ status: 404 });
		expect(work?.exercise.id).toBe("pier-planks");
	});
});

test("free drawings are kept by name and revision, as many as there is room for", async () => {
	const save = (name: string, revision: number) =>
		student.saveFreeDrawing({ params: { name }, body: { source: `-- ${name}` }, revision });
	expect((await save("boat", 0)).revision).toBe(1);
	await expect(save("boat", 0)).rejects.toMatchObject({ code: "changed-since" });
	expect((await save("boat", 1)).revision).toBe(2);
	await site.rows(
		"INSERT INTO free_drawings (id, student_id, name, source) SELECT gen_random_uuid(), (SELECT student_id FROM free_drawings), 'n' || i, '' FROM generate_series(1, 199) i",
	);
	await expect(save("one more", 0)).rejects.toMatchObject({
		code: "not-this-way",
		message: expect.stringContaining("Remove one"),
	});
	expect((await save("boat", 2)).revision).toBe(3);
	await student.removeFreeDrawing({ params: { name: "n7" } });
	expect((await save("one more", 0)).name).toBe("one more");
	expect((await student.listFreeDrawings({})).drawings.length).toBe(200);
});

describe("changing an assignment", () => {
	test("needs the revision that was read, and moves what follows", async () => {
		const of = await setTo();
		const { revision } = await teacher.showAssignment({ params: { id: of.id } });
		const changed = await teacher.changeAssignment({
			params: { id: of.id },
			body: { title: "Planks again", tries: 2, dueAt: hours(30) },
			revision,
		});
		expect(changed.revision).toBe(revision + 1);
		await expect(
			teacher.changeAssignment({ params: { id: of.id }, body: { title: "x" }, revision }),
		).rejects.toMatchObject({ status: 412 });
		expect(await teacher.showAssignment({ params: { id: of.id } })).toMatchObject({
			title: "Planks again",
			tries: 2,
			weight: 1,
		});
		const { rows } = await teacher.listAudit({ query: { subject: of.id } });
		expect(rows.map((r) => [r.what, r.field])).toContainEqual(["changed assignment", "dueAt"]);
	});

	test("takes it back only while nothing is handed in", async () => {
		const [empty, used] = [await setTo(), await setTo()];
		await handTo(used, "walk 5");
		await teacher.removeAssignment({ params: { id: empty.id } });
		await expect(empty.work()).rejects.toMatchObject({ status: 404 });
		await expect(teacher.removeAssignment({ params: { id: used.id } })).rejects.toMatchObject({ code: "handed-in" });
	});

	test("an assignment set twice with one key is set once", async () => {
		const { id } = await classNamed(teacher, "8 Tern");
		const set = () =>
			teacher.setAssignment({ params: { id }, body: { exercise: "sail", ...open }, idempotencyKey: "same" });
		expect(await set()).toEqual(await set());
	});
});

test("a collection is set as one, and counts how many of it each has managed", async () => {
	const curlew = await classNamed(teacher, "8 Curlew");
	const together = curlew.columns.filter((c) => c.unit !== null);
	expect(together.map((c) => [c.exercise, c.unit])).toEqual(
		["mooring-buoy", "sail", "pier-planks", "lighthouse"].map((key) => [key, "First shapes"]),
	);
	const page = await teacher.showAssignment({
		params: { id: together[0]?.assignmentId as string },
		query: { exercise: "sail" },
	});
	expect([page.exercise, page.exercises.length, page.counted.length]).toEqual(["sail", 4, 20]);
	const [first] = page.counted;
	const done = curlew.cells.filter(
		(c) =>
			c.assignmentId === page.id &&
			c.studentId === first?.student.id &&
			c.points &&
			c.points.earned >= 0.8 * c.points.possible,
	).length;
	expect([first?.done, first?.of]).toEqual([done, 4]);
	const { missing } = await teacher.publishCollection({
		body: { source: "format: markpen/collection@1\nid: more\ntitle: More\nexercises: [sail, no-such]\n" },
	});
	expect(missing).toEqual(["no-such"]);
	await expect(
		teacher.setAssignment({ params: { id: curlew.id }, body: { collection: "more", ...open } }),
	).rejects.toMatchObject({
		code: "exercise-unknown",
		message: expect.stringContaining("no-such"),
	});
});

test("the share of points that a collection asks goes wherever it is counted what is managed", async () => {
	const file =
		"format: markpen/collection@1\nid: halves\ntitle: Halves\nexercises: [mooring-buoy, sail]\ndone when: { share of points: 0.5 }\n";
	await teacher.publishCollection({ body: { source: file } });
	const { id, code } = await teacher.makeClass({ body: { name: "Half class", schoolYear: "2026" } });
	const { card } = await teacher.addStudent({ params: { id }, body: { name: "Nell Brae" } });
	const set = await teacher.setAssignment({ params: { id }, body: { collection: "halves", ...open } });
	await teacher.setAssignment({ params: { id }, body: { exercise: "rope-coil", ...open } });
	const { columns } = await teacher.showClass({ params: { id } });
	expect(columns.map((c) => [c.exercise, c.doneWhen]).sort()).toEqual([
		["mooring-buoy", 0.5],
		["rope-coil", 0.8],
		["sail", 0.5],
	]);
	const student = await signedIn(site.address, {
		classCode: code,
		signInName: card?.signInName ?? "",
		passphrase: card?.passphrase ?? "",
	});
	const { work } = await student.listWork({});
	expect(work.map((w) => [w.exercise.id, w.doneWhen]).sort()).toEqual(
		columns.map((c) => [c.exercise, c.doneWhen]).sort(),
	);
	// Without its band: more than a half of the points, less than four fifths.
	const source = "paper lightsteelblue\npen colour black width 4\nfill crimson\ncircle centre 200, 150 diameter 80\n";
	const { id: handIn } = await student.handIn({ params: { id: set.id, exercise: "mooring-buoy" }, body: { source } });
	await expect.poll(async () => (await teacher.showHandIn({ params: { id: handIn } })).waiting).toBe(false);
	const { points } = await teacher.showHandIn({ params: { id: handIn } });
	const share = (points?.earned ?? 0) / (points?.possible ?? 1);
	expect(share).toBeGreaterThanOrEqual(0.5);
	expect(share).toBeLessThan(0.8);
	expect((await teacher.showAssignment({ params: { id: set.id }, query: { exercise: "sail" } })).counted).toMatchObject(
		[{ done: 1, of: 2 }],
	);
});

test("a class whose school year is closed is kept, and nothing in it can be changed", async () => {
	const { id } = await teacher.makeClass({ body: { name: "9 Auk", schoolYear: "2019/20" } });
	const { card } = await teacher.addStudent({ params: { id }, body: { name: "Ivo Tern" } });
	expect(await teacher.closeYear({ body: { schoolYear: "2019/20" } })).toEqual({ closed: 1 });
	await expect(
		signedIn(site.address, card as { classCode: string; signInName: string; passphrase: string }),
	).rejects.toMatchObject({ code: "wrong-passphrase" });
	await expect(teacher.addStudent({ params: { id }, body: { name: "No One" } })).rejects.toMatchObject({
		code: "class-closed",
	});
	expect((await teacher.listClasses({ query: { closed: "true" } })).classes.map((c) => c.name)).toEqual(["9 Auk"]);
	const { revision } = await teacher.showClass({ params: { id } });
	expect(await teacher.changeClass({ params: { id }, body: { closed: false }, revision })).toMatchObject({
		closedAt: null,
	});
});

test("presets are a teacher's own: kept by name, replaced, and removed", async () => {
	const owner = await site.teacher();
	const other = await signedIn(site.address, DEMO_TEACHERS.other);
	const rules = {
		name: "Friday quiz",
		dueMinutes: 45,
		closesMinutes: 60,
		at: null,
		tries: 1,
		counts: "latest" as const,
		late: "refused" as const,
		lateShare: 0,
		showChecklist: "hand-in" as const,
		showPoints: "release" as const,
		showFeedback: "release" as const,
		showModel: "never" as const,
		showModelAs: "picture" as const,
		handInDrafts: false,
		weight: 2,
	};
	const first = await owner.savePreset({ body: rules });
	const second = await owner.savePreset({ body: { ...rules, tries: 2 } });
	expect(second.id).toBe(first.id);
	expect((await owner.listPresets({})).presets).toEqual([{ ...rules, tries: 2, id: first.id }]);
	expect((await other.listPresets({})).presets).toEqual([]);
	await expect(other.removePreset({ params: { id: first.id } })).rejects.toMatchObject({ status: 404 });
	await owner.removePreset({ params: { id: first.id } });
	expect((await owner.listPresets({})).presets).toEqual([]);
	for (let n = 1; n <= 40; n++) await owner.savePreset({ body: { ...rules, name: `Preset ${n}` } });
	await expect(owner.savePreset({ body: { ...rules, name: "Preset 41" } })).rejects.toMatchObject({
		message: "You have 40 presets already. Remove one first.",
	});
	expect(await owner.savePreset({ body: { ...rules, name: "Preset 40", tries: 3 } })).toMatchObject({ tries: 3 });
});
