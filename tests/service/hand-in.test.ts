import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_SIGN_INS, DEMO_STUDENTS } from "../../demo/dist/index.js";
import { explainedOf, placeOf, reportOf, Site, signedIn, workOn } from "../site.ts";

let site: Site;
let student: Client;
let teacher: Client;

beforeAll(async () => {
	site = await Site.start();
	[student, teacher] = [await site.student(), await site.teacher()];
});
afterAll(() => site.stop());

const MODEL =
	"paper lightcyan\npen colour saddlebrown width 3\nfor i from 0 to 6\n  rect corner 30 + i * 60, 90 size 36, 150\nend\n";

test("a student hands in, and teacher and student see the same report", async () => {
	const work = await workOn(student, "Pier planks");
	const { id, tryNumber } = await student.handIn({ params: placeOf(work), body: { source: MODEL } });
	expect(tryNumber).toBe(work.handIns.length + 1);
	const report = await reportOf(student, id);
	expect(report.points).toEqual({ earned: 11, possible: 11, open: 0 });
	const page = await teacher.showHandIn({ params: { id } });
	expect(page.report).toEqual(report);
	expect([page.source, page.student.name, page.title]).toEqual([MODEL, "Idris Vale", "Pier planks"]);
});

test("a cause names the line; only the teacher sees the corrected line", async () => {
	const work = await workOn(student, "Pier planks");
	await site.rows("UPDATE assignments SET tries = NULL WHERE id = $1", [work.assignmentId]);
	const { id } = await student.handIn({
		params: placeOf(work),
		body: {
			source: MODEL.replace("pen colour saddlebrown width 3\n", "").replace(
				"end\n",
				"end\npen colour saddlebrown width 3\n",
			),
		},
	});
	expect((await reportOf(student, id)).points?.earned).toBeLessThan(11);
	const [own, ...others] = (await explainedOf(student, id)).causes;
	expect([own?.id, own?.line, others]).toEqual(["colour-after", 5, []]);
	for (const key of ["teacher", "was", "mended", "edit"]) expect(own).not.toHaveProperty(key);
	const seen = (await explainedOf(teacher, id)).causes[0];
	expect(seen).toMatchObject({
		...own,
		teacher: expect.stringMatching(/^Line 5: .* meets? 2 more criteria\.$/),
		edit: expect.any(Object),
	});
	expect(seen?.mended).toContain("pen colour saddlebrown width 3");
});

test("a source is kept exactly, whatever its characters and line ends", async () => {
	const work = await workOn(student, "Sail");
	const source = "-- größe ❤\r\nwalk 90\t\r\n\u00a0turn left 90\r\n";
	const { id } = await student.handIn({ params: placeOf(work), body: { source } });
	expect((await student.showHandIn({ params: { id } })).source).toBe(source);
});

test("a call repeated with its key is one hand-in", async () => {
	const work = await workOn(student, "Mooring buoy").catch(() => undefined);
	const sail = work && Date.parse(work.closesAt) > Date.now() ? work : await workOn(student, "Pier planks");
	const call = () => student.handIn({ params: placeOf(sail), body: { source: "walk 1" }, idempotencyKey: "once" });
	const [first, second] = [await call(), await call()];
	expect(second).toEqual(first);
	// The answer may have been lost just before the end: the repeated call gets the same answer.
	await site.rows("UPDATE assignments SET due_at = now() - interval '1 hour', closes_at = now() WHERE id = $1", [
		sail.assignmentId,
	]);
	expect(await call()).toEqual(first);
	await expect(
		student.handIn({ params: placeOf(sail), body: { source: "walk 1" }, idempotencyKey: "another" }),
	).rejects.toMatchObject({ code: "closed" });
	await site.rows(
		"UPDATE assignments SET due_at = now() + interval '1 day', closes_at = now() + interval '2 days' WHERE id = $1",
		[sail.assignmentId],
	);
});

describe("what is refused", () => {
	test("a source above 256 KiB, with its size and the limit, before it is stored", async () => {
		const work = await workOn(student, "Pier planks");
		const before = await site.rows("SELECT 1 FROM hand_ins");
		const large = `-- ${"é".repeat(131_072)}`;
		await expect(student.handIn({ params: placeOf(work), body: { source: large } })).rejects.toMatchObject({
			status: 413,
			code: "source-too-large",
			message: expect.stringMatching(/262147 bytes; the limit is 262144/),
		});
		expect(await site.rows("SELECT 1 FROM hand_ins")).toHaveLength(before.length);
	});

	test("one of 255 KiB is read", async () => {
		const work = await workOn(student, "Sail");
		const source = `-- ${"x".repeat(255 * 1024 - 20)}\nwalk 90\n`;
		const { id } = await student.handIn({ params: placeOf(work), body: { source } });
		expect((await reportOf(student, id)).figures.map((f) => f.sentence)).toEqual([
			expect.stringMatching(/^line, 90 long/),
		]);
	});

	test("a body far too large, without reading it to its end", async () => {
		const work = await workOn(student, "Sail");
		await expect(
			student.handIn({ params: placeOf(work), body: { source: "x".repeat(3_000_000) } }),
		).rejects.toMatchObject({ status: 413 });
	});

	test("a character that isn't text", async () => {
		const work = await workOn(student, "Sail");
		await expect(student.handIn({ params: placeOf(work), body: { source: "walk 5\u0000" } })).rejects.toMatchObject({
			status: 400,
			problem: { errors: [{ path: "source", message: "holds the character U+0000" }] },
		});
	});

	test("a closed assignment, one try too many, an assignment of nobody", async () => {
		const buoy = await workOn(student, "Mooring buoy");
		await expect(student.handIn({ params: placeOf(buoy), body: { source: "walk 5" } })).rejects.toMatchObject({
			code: "closed",
			status: 409,
		});
		await site.rows("UPDATE assignments SET closes_at = now() + interval '1 day', tries = 1 WHERE id = $1", [
			buoy.assignmentId,
		]);
		await expect(student.handIn({ params: placeOf(buoy), body: { source: "walk 5" } })).rejects.toMatchObject({
			code: "no-tries-left",
		});
		await expect(
			student.handIn({
				params: { ...placeOf(buoy), id: "01890000-0000-7000-8000-000000000000" },
				body: { source: "walk 5" },
			}),
		).rejects.toMatchObject({
			code: "not-found",
			status: 404,
		});
		await expect(
			student.handIn({ params: { ...placeOf(buoy), id: "nonsense" }, body: { source: "walk 5" } }),
		).rejects.toMatchObject({ status: 404 });
	});
});

test("tries are numbered without gaps or repeats, however many come at once", async () => {
	const work = await workOn(student, "Pier planks");
	await site.rows("UPDATE assignments SET tries = NULL WHERE id = $1", [work.assignmentId]);
	for (let round = 0; round < 4; round++) {
		const taken = await Promise.all(
			Array.from({ length: 10 }, (_, i) => student.handIn({ params: placeOf(work), body: { source: `walk ${i}` } })),
		);
		await Promise.all(taken.map(({ id }) => reportOf(student, id)));
	}
	const all = (await student.listWork({})).work;
	const tries = all.find((w) => w.assignmentId === work.assignmentId)?.handIns.map((h) => h.tryNumber) ?? [];
	expect(tries).toEqual(tries.map((_, i) => i + 1));
});

test("what comes in at once is taken together, and each call is answered for itself", async () => {
	const work = await workOn(student, "Sail");
	const place = placeOf(work);
	const { classCode } = DEMO_SIGN_INS.student;
	const others = await Promise.all(
		DEMO_STUDENTS.tern
			.slice(0, 12)
			.map(({ signInName, passphrase }) => signedIn(site.address, { classCode, signInName, passphrase })),
	);
	await site.rows(
		"UPDATE assignments SET tries = 5, closes_at = now() + interval '1 day', due_at = now() + interval '1 hour' WHERE id = $1",
		[work.assignmentId],
	);
	await site.rows("DELETE FROM hand_ins WHERE assignment_id = $1", [work.assignmentId]);
	const ask = (client: Client, source: string, idempotencyKey?: string) =>
		client.handIn({ params: place, body: { source }, idempotencyKey }).then(
			(taken) => taken.tryNumber,
			(error: { code: string }) => error.code,
		);
	const [first, second, third] = others as [Client, Client, Client];
	const answers = await Promise.all([
		// One tries more often than it may, one repeats itself, one brings what isn't text, one is nobody's here.
		...Array.from({ length: 7 }, (_, n) => ask(first, `walk ${n}`)),
		...Array.from({ length: 3 }, () => ask(second, "walk 1", "the same")),
		ask(third, "walk \u0000"),
		third
			.handIn({ params: { ...place, exercise: "nothing" }, body: { source: "walk 1" } })
			.catch((error: { code: string }) => error.code),
		...others.slice(3).map((client) => ask(client, "walk 2")),
	]);
	expect(answers.slice(0, 7).sort()).toEqual([1, 2, 3, 4, 5, "no-tries-left", "no-tries-left"]);
	expect(answers.slice(7)).toEqual([1, 1, 1, "bad-request", "not-found", ...others.slice(3).map(() => 1)]);
	const counts = await site.rows<{ count: number }>(
		"SELECT count(*)::int AS count FROM hand_ins WHERE assignment_id = $1 GROUP BY student_id ORDER BY 1 DESC",
		[work.assignmentId],
	);
	expect(counts.map((c) => c.count)).toEqual([5, 1, ...others.slice(3).map(() => 1)]);
	const checks = () =>
		site.rows(
			"SELECT 1 FROM checks k JOIN hand_ins h ON h.id = k.hand_in_id WHERE h.assignment_id = $1 AND k.ended_at IS NOT NULL",
			[work.assignmentId],
		);
	await expect.poll(async () => (await checks()).length).toBe(15);
});

test("where the database refuses one of several that came at once, the others are taken", async () => {
	const work = await workOn(student, "Pier planks");
	await site.rows("UPDATE assignments SET tries = NULL, closes_at = now() + interval '1 day' WHERE id = $1", [
		work.assignmentId,
	]);
	await site.rows("ALTER TABLE hand_ins ADD CONSTRAINT no_seven CHECK (source <> 'walk 777')");
	const sources = [1, 2, 3, 777, 4, 5, 777, 6].map((n) => `walk ${n}`);
	const answers = await Promise.all(
		sources.map((source) =>
			student.handIn({ params: placeOf(work), body: { source } }).then(
				() => "taken",
				(error: { code: string }) => error.code,
			),
		),
	);
	expect(answers).toEqual(sources.map((s) => (s === "walk 777" ? "went-wrong" : "taken")));
	await site.rows("ALTER TABLE hand_ins DROP CONSTRAINT no_seven");
	const tries = await site.rows<{ n: number }>(
		"SELECT try_number AS n FROM hand_ins WHERE assignment_id = $1 AND student_id = (SELECT student_id FROM hand_ins WHERE source = 'walk 6' LIMIT 1) ORDER BY 1",
		[work.assignmentId],
	);
	expect(tries.map((t) => t.n)).toEqual(tries.map((_, i) => i + 1));
});

test("a hand-in and its job are one transaction: if the job can't be sent, nothing is stored", async () => {
	const work = await workOn(student, "Sail");
	const before = await site.rows("SELECT 1 FROM hand_ins");
	await site.rows("ALTER SCHEMA queue RENAME TO queue_away");
	await expect(student.handIn({ params: placeOf(work), body: { source: "walk 5" } })).rejects.toMatchObject({
		status: 500,
		code: "went-wrong",
	});
	await site.rows("ALTER SCHEMA queue_away RENAME TO queue");
	expect(await site.rows("SELECT 1 FROM hand_ins")).toHaveLength(before.length);
});

test("endless programs end with their drawing so far, and the next hand-in is checked", async () => {
	const work = await workOn(student, "Sail");
	await site.rows("UPDATE assignments SET tries = NULL WHERE id = $1", [work.assignmentId]);
	const sources = [
		"walk 90\nwhile true\nend",
		'walk 90\nlet t = "ab"\nwhile true\n  t = t + t\nend',
		"walk 90\nroutine f()\n  f()\nend\nf()",
		"while true\n  paper red\n  circle centre 0, 0 radius 50\nend",
	];
	for (const source of sources) {
		const { id } = await student.handIn({ params: placeOf(work), body: { source } });
		const report = await reportOf(student, id);
		expect([report.ended, report.state, report.figures.length > 0]).toEqual(["stopped", "drew", true]);
	}
	const { id } = await student.handIn({ params: placeOf(work), body: { source: "walk 10" } });
	expect((await reportOf(student, id)).ended).toBe("whole");
});

test("a program of great cost is ended by the clock, and keeps its drawing", async () => {
	const work = await workOn(student, "Sail");
	const costly = `walk 90\nlet x = 0.5\nrepeat 5000000\n${"  x = sin(x * 57) + cos(x * 31) + sqrt(x ^ 2 + 1.5) ^ 0.37\n".repeat(40)}end`;
	const { id } = await student.handIn({ params: placeOf(work), body: { source: costly } });
	const report = await reportOf(student, id);
	expect([report.ended, report.errors[0]?.code, report.figures.length]).toEqual(["clock", "limit-time", 1]);
});
