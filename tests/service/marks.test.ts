import { parse } from "csv-parse/sync";
import { unzipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { classNamed, jobDone, reportOf, Site } from "../site.ts";

let site: Site;
let teacher: Client;
let student: Client;
beforeAll(async () => {
	site = await Site.start();
	[teacher, student] = [await site.teacher(), await site.student()];
});
afterAll(() => site.stop());

const cellOf = async (className: string, exercise: string, name: string) => {
	const page = await classNamed(teacher, className);
	const person = page.students.find((s) => s.name === name);
	const cell = page.cells.find((c) => c.exercise === exercise && c.studentId === person?.id);
	if (!cell) throw new Error(`${name} has handed nothing in to ${exercise}`);
	return { page, cell, id: cell.handInId };
};

describe("adjusting", () => {
	test("changes a criterion's points with a reason, is shown to the student, and can be undone", async () => {
		const { id } = await cellOf("8 Tern", "pier-planks", "Idris Vale");
		const before = await teacher.showHandIn({ params: { id } });
		const missed = before.report?.criteria.find((c) => c.verdict !== "met");
		const [criterion, possible] = [missed?.id as string, missed?.possible as number];
		const points = await teacher.adjust({
			params: { id, criterion },
			body: { points: possible, reason: "As we said in the lesson." },
		});
		expect(points.earned).toBe((before.points?.earned ?? 0) + possible - (missed?.points ?? 0));
		const own = await student.showHandIn({ params: { id } });
		expect(own.criteria.find((c) => c.id === criterion)?.adjusted).toMatchObject({
			points: possible,
			reason: "As we said in the lesson.",
			by: "M. Okafor-Lind",
		});
		expect(own.points?.earned).toBe(points.earned);
		expect(await teacher.undoAdjustment({ params: { id, criterion } })).toEqual({
			earned: before.points?.earned,
			possible: before.points?.possible,
			open: 0,
		});
		const { rows } = await teacher.listAudit({ query: { subject: id } });
		expect(rows.map((r) => [r.what, r.field, Number(r.old), r.new === null ? null : Number(r.new)])).toEqual([
			["took adjustment back", criterion, possible, null],
			["adjusted", criterion, missed?.points, possible],
		]);
	});

	test.each([
		["more than there are", 99, "points-wrong"],
		["no quarter", 0.3, "points-wrong"],
	])("by %s is refused", async (_, points, code) => {
		const { id } = await cellOf("8 Tern", "pier-planks", "Idris Vale");
		await expect(
			teacher.adjust({ params: { id, criterion: "seven" }, body: { points, reason: "x" } }),
		).rejects.toMatchObject({ code });
		await expect(
			teacher.adjust({ params: { id, criterion: "none" }, body: { points: 1, reason: "x" } }),
		).rejects.toMatchObject({ status: 404 });
		await expect(
			teacher.adjust({ params: { id, criterion: "seven" }, body: { points: 1, reason: " " } }),
		).rejects.toMatchObject({ status: 400 });
	});
});

test("a judgement on a scale settles what was open, and only a place of the scale is one", async () => {
	const { cell, page } = await cellOf(
		"8 Gannet",
		"harbour-scene",
		(await classNamed(teacher, "8 Gannet")).students.find(Boolean)?.name as string,
	);
	const assignment = await teacher.showAssignment({ params: { id: cell.assignmentId } });
	const judged = assignment.criteria.find((c) => c.scale);
	const steps = Object.keys(judged?.scale ?? {}).map(Number);
	const params = { id: cell.handInId, criterion: judged?.id as string };
	expect([cell.open, Math.max(...steps)]).toEqual([judged?.points, judged?.points]);
	await expect(teacher.judge({ params, body: { points: 0.25 } })).rejects.toMatchObject({ code: "points-wrong" });
	await expect(
		teacher.judge({ params: { ...params, criterion: assignment.criteria[0]?.id as string }, body: { points: 1 } }),
	).rejects.toMatchObject({ code: "not-this-way" });
	const after = await teacher.judge({ params, body: { points: steps[1] as number } });
	expect(after).toEqual({
		earned: (cell.points?.earned ?? 0) + (steps[1] as number),
		possible: (cell.points?.possible ?? 0) + (judged?.points ?? 0),
		open: 0,
	});
	expect(page.id).toBe(assignment.classId);
});

test("comments are on the whole, a criterion, lines or a figure; saved ones fill their fields from the student's report", async () => {
	const { id } = await cellOf("8 Tern", "mooring-buoy", "Idris Vale");
	const { comments, fields } = await teacher.listKeptComments({});
	expect(comments).toEqual([]);
	const kept = await teacher.keepComment({ body: { words: "{name}, look at line {line}: {slip}" } });
	expect(Object.keys(fields)).toContain("{slip}");
	const made = await teacher.commentOn({
		params: { id },
		body: { place: { on: "lines", from: 1, to: 2 }, words: kept.words },
	});
	expect(made.words).toMatch(/^Idris, look at line \d: [A-Z].*[.?]$/);
	for (const place of [
		{ on: "criterion", criterion: "middle" },
		{ on: "figure", figure: 0 },
	] as const)
		await teacher.commentOn({ params: { id }, body: { place, words: "Here." } });
	await expect(
		teacher.commentOn({ params: { id }, body: { place: { on: "criterion", criterion: "nothing" }, words: "x" } }),
	).rejects.toMatchObject({ status: 404 });
	await expect(
		teacher.commentOn({ params: { id }, body: { place: { on: "lines", from: 5, to: 900 }, words: "x" } }),
	).rejects.toMatchObject({ status: 400 });
	await expect(
		teacher.commentOn({ params: { id }, body: { place: { on: "figure", figure: 900 }, words: "x" } }),
	).rejects.toMatchObject({ status: 400 });
	expect((await student.showHandIn({ params: { id } })).comments.map((c) => c.place.on)).toEqual([
		"lines",
		"criterion",
		"figure",
	]);
	await teacher.removeComment({ params: { id, comment: made.id } });
	expect((await student.showHandIn({ params: { id } })).comments.length).toBe(2);
	await teacher.forgetComment({ params: { id: kept.id } });
	expect((await teacher.listKeptComments({})).comments).toEqual([]);
});

describe("checking again", () => {
	test("a rehearsal tells whose points would move and which adjustments need a decision, changes nothing, and is then carried out", async () => {
		const { cell, page } = await cellOf("8 Tern", "pier-planks", "Sami Dene");
		const exercise = (await teacher.listExercises({ query: { words: "pier-planks" } })).exercises.find(
			(e) => e.key === "pier-planks",
		);
		const source = await teacher.showVersion({ params: { id: exercise?.id as string, number: 1 } });
		const missed = (await teacher.showHandIn({ params: { id: cell.handInId } })).report?.criteria.find(
			(c) => c.id === "size",
		);
		await teacher.adjust({
			params: { id: cell.handInId, criterion: "size" },
			body: { points: (missed?.points ?? 0) + 0.25, reason: "Nearly." },
		});
		const points = async () =>
			new Map(
				(await classNamed(teacher, "8 Tern")).cells
					.filter((c) => c.exercise === "pier-planks")
					.map((c) => [c.studentId, c.points?.earned]),
			);
		const before = await points();

		// The tolerances were too narrow: now any size and place are right.
		const next = await teacher.publishExercise({
			body: { source: source.replace(/(\{ id: (?:size|places),[^\n]*?points: \d+)/g, "$1, within: 300") },
		});
		expect(next.number).toBe(2);
		const { jobId } = await teacher.rehearse({ params: { id: cell.assignmentId }, body: {} });
		expect(await jobDone(teacher, jobId)).toMatchObject({ state: "done", kind: "rehearsal" });
		const rehearsal = await teacher.showRehearsal({ params: { id: jobId } });
		expect([rehearsal.fromVersion, rehearsal.toVersion, rehearsal.carriedOut, rehearsal.checked]).toEqual([
			1,
			2,
			false,
			rehearsal.unmoved + rehearsal.moved.length,
		]);
		const moved = rehearsal.moved.filter((m) => m.before !== m.after);
		expect(moved.length).toBeGreaterThan(0);
		for (const m of moved) expect(m.why.map((w) => w.criterion)).toContain("places");
		expect(rehearsal.moved.flatMap((m) => m.decide.map((d) => [m.student.name, d.criterion]))).toEqual([
			["Oli Tarn", "places"],
			["Sami Dene", "size"],
		]);
		expect(await points()).toEqual(before);
		expect((await teacher.showAssignment({ params: { id: cell.assignmentId } })).exercises[0]?.version).toBe(1);

		const others = site.visitor();
		await expect(others.carryOut({ params: { id: jobId }, body: {} })).rejects.toMatchObject({ code: "signed-out" });
		const done = await teacher.carryOut({
			params: { id: jobId },
			body: { drop: [{ handInId: cell.handInId, criterion: "size" }] },
		});
		expect(done).toEqual({ reports: rehearsal.checked, dropped: 1 });
		const after = await points();
		for (const m of moved.filter(
			(one) =>
				one.handInId ===
					page.cells.find((c) => c.studentId === one.student.id && c.exercise === "pier-planks")?.handInId &&
				one.student.name !== "Sami Dene",
		))
			expect([m.student.name, after.get(m.student.id)]).toEqual([m.student.name, m.after]);
		expect(
			(await teacher.showHandIn({ params: { id: cell.handInId } })).report?.criteria.find((c) => c.id === "size")
				?.verdict,
		).toBe("met");
		// Both reports are kept.
		expect(await site.rows("SELECT 1 FROM reports WHERE hand_in_id = $1", [cell.handInId])).toHaveLength(2);
		await expect(teacher.carryOut({ params: { id: jobId }, body: {} })).rejects.toMatchObject({ code: "not-this-way" });
	});

	test("keeps adjustments that nobody drops", async () => {
		const { cell, id } = await cellOf("8 Tern", "sail", "Lena Firth");
		const tries = (await teacher.showHandIn({ params: { id } })).tries;
		const adjusted = tries[0]?.id as string;
		const before = (await teacher.showHandIn({ params: { id: adjusted } })).points;
		const { jobId } = await teacher.rehearse({ params: { id: cell.assignmentId }, body: { version: 1 } });
		await jobDone(teacher, jobId);
		const rehearsal = await teacher.showRehearsal({ params: { id: jobId } });
		expect([rehearsal.moved, rehearsal.unmoved]).toEqual([[], rehearsal.checked]);
		await teacher.carryOut({ params: { id: jobId }, body: {} });
		const after = await teacher.showHandIn({ params: { id: adjusted } });
		expect([after.points, after.criteria.find((c) => c.id === "right")?.adjusted?.points]).toEqual([before, 1]);
	});
});

describe("grades", () => {
	test("one row recomputed by hand: weighed, with missing ones 0, without what is excused, to be judged or not due", async () => {
		const { page } = await cellOf("8 Tern", "mooring-buoy", "Lena Firth");
		const of = (exercise: string) => page.columns.find((c) => c.exercise === exercise)?.assignmentId as string;
		await teacher.changeAssignment({ params: { id: of("sail") }, body: { weight: 3 }, revision: "any" });
		// Three exercises are due by now; Lena has handed nothing in to the lighthouse.
		await site.rows("UPDATE assignments SET due_at = now() - interval '1 minute' WHERE id = $1", [of("lighthouse")]);
		const book = await teacher.showGradeBook({ params: { id: page.id } });
		const row = book.rows.find((r) => r.student.name === "Lena Firth");
		const at = (exercise: string) => row?.cells.find((c) => c.exercise === exercise);
		expect([at("lighthouse")?.state, at("ferry-crossing")?.state, at("mooring-buoy")?.state]).toEqual([
			"missing",
			"not due",
			"counted",
		]);
		let [earned, possible] = [0, 0];
		for (const [i, cell] of (row?.cells ?? []).entries()) {
			const column = book.columns[i];
			if (!column || cell.state === "not due" || cell.state === "excused" || cell.state === "to be judged") continue;
			earned += column.weight * (cell.points?.earned ?? 0);
			possible += column.weight * (cell.points?.possible ?? column.possible);
		}
		expect(row?.percent).toBe(Math.round((10_000 * earned) / possible) / 100);
		// By hand: 13 of 16, 3 × of 12, planks, rose and scene as they are, and nothing of the lighthouse's points.
		expect(possible).toBe(
			16 +
				3 * 12 +
				11 +
				(at("lighthouse")?.points?.possible ??
					(book.columns.find((c) => c.exercise === "lighthouse")?.possible as number)) +
				(at("compass-rose")?.state === "counted" ? 19 : 0),
		);
		const scale = [...page.gradeScale].sort((a, b) => b.from - a.from);
		expect(row?.grade).toBe(scale.find((step) => (row?.percent as number) >= step.from)?.name);
	});

	test("the CSV has a row a student, or a row a student and exercise, and no cell that a spreadsheet would run", async () => {
		const { page } = await cellOf("8 Tern", "mooring-buoy", "Ana Brook");
		await teacher.changeStudent({
			params: { id: page.id, student: page.students.find((s) => s.name === "Ana Brook")?.id as string },
			body: { name: '=HYPERLINK("http://x","y")' },
		});
		const [heading, ...rows] = parse(await teacher.gradeBookCsv({ params: { id: page.id } })) as string[][];
		expect(heading).toEqual([
			"Name",
			"Sign-in name",
			...page.columns.map((c) => `${c.title} (of ${c.possible})`),
			"Percent",
			"Grade",
		]);
		expect(rows.length).toBe(19);
		expect(rows.map((r) => r[0])).toContain('\'=HYPERLINK("http://x","y")');
		const long = parse(await teacher.gradeBookCsv({ params: { id: page.id }, query: { rows: "exercises" } }), {
			columns: true,
		}) as Record<string, string>[];
		expect(long.length).toBe(19 * page.columns.length);
		expect(long.find((r) => r.Name === "Lena Firth" && r.Exercise === "sail")).toMatchObject({
			State: "counted",
			Possible: "12",
			Weight: "3",
		});
		expect(long.find((r) => r.Name === "Oli Tarn" && r.Exercise === "sail")).toMatchObject({
			State: "excused",
			Earned: "",
		});
		await teacher.changeStudent({
			params: { id: page.id, student: page.students.find((s) => s.name === "Ana Brook")?.id as string },
			body: { name: "Ana Brook" },
		});
	});

	test("OneRoster's files say the same, read as the standard has them", async () => {
		const { page } = await cellOf("8 Tern", "mooring-buoy", "Ana Brook");
		const files = unzipSync(await teacher.gradeBookOneRoster({ params: { id: page.id } }));
		const table = (name: string) =>
			parse(Buffer.from(files[`${name}.csv`] as Uint8Array), { columns: true }) as Record<string, string>[];
		const manifest = new Map(table("manifest").map((r) => [r.propertyName, r.value]));
		expect([
			manifest.get("manifest.version"),
			manifest.get("oneroster.version"),
			manifest.get("file.results"),
			manifest.get("file.demographics"),
		]).toEqual(["1.0", "1.2", "bulk", "absent"]);
		for (const name of Object.keys(files))
			if (name !== "manifest.csv") expect(manifest.get(`file.${name.replace(".csv", "")}`)).toBe("bulk");
		// Every reference leads somewhere.
		const has = (name: string) => new Set(table(name).map((r) => r.sourcedId));
		const [users, items, classes, categories, orgs, sessions] = [
			"users",
			"lineItems",
			"classes",
			"categories",
			"orgs",
			"academicSessions",
		].map(has);
		for (const e of table("enrollments"))
			expect([
				users?.has(e.userSourcedId as string),
				classes?.has(e.classSourcedId as string),
				orgs?.has(e.schoolSourcedId as string),
			]).toEqual([true, true, true]);
		for (const i of table("lineItems"))
			expect([
				classes?.has(i.classSourcedId as string),
				categories?.has(i.categorySourcedId as string),
				sessions?.has(i.gradingPeriodSourcedId as string),
				i.resultValueMin,
			]).toEqual([true, true, true, "0"]);
		const book = await teacher.showGradeBook({ params: { id: page.id } });
		const results = table("results");
		for (const r of results)
			expect([users?.has(r.studentSourcedId as string), items?.has(r.lineItemSourcedId as string)]).toEqual([
				true,
				true,
			]);
		const STATUS: Record<string, string> = {
			counted: "fully graded",
			missing: "not submitted",
			excused: "exempt",
			"to be judged": "partially graded",
		};
		const cells = book.rows.flatMap((row) =>
			row.cells.filter((c) => c.state !== "not due").map((c) => ({ ...c, student: row.student.id })),
		);
		expect(results.length).toBe(cells.length);
		for (const c of cells) {
			const r = results.find(
				(one) => one.studentSourcedId === c.student && one.lineItemSourcedId === `${c.assignmentId}-${c.exercise}`,
			);
			expect([r?.scoreStatus, r?.score, r?.missing, r?.late]).toEqual([
				STATUS[c.state],
				c.state === "missing" ? "0" : String(c.points?.earned ?? ""),
				String(c.state === "missing"),
				String(c.late),
			]);
		}
	});
});

test("alike pairs are found, dismissed, and stay dismissed when they are looked for again", async () => {
	const { page } = await cellOf("8 Tern", "mooring-buoy", "Ana Brook");
	const { id } = await teacher.setAssignment({
		params: { id: page.id },
		body: {
			exercise: "mooring-buoy",
			opensAt: new Date(Date.now() - 1_000).toISOString(),
			dueAt: new Date(Date.now() + 9e6).toISOString(),
			closesAt: new Date(Date.now() + 9e7).toISOString(),
		},
	});
	const { zipSync } = await import("fflate");
	const sources = new Map<string, string>();
	for (const cell of page.cells.filter((c) => c.exercise === "mooring-buoy").slice(0, 12))
		sources.set(
			page.students.find((s) => s.id === cell.studentId)?.name as string,
			(await teacher.showHandIn({ params: { id: cell.handInId } })).source,
		);
	const copied =
		"let buoyX = 203\nlet buoyY = 148\npaper lightsteelblue\npen colour black width 4\nfill firebrick\ncircle centre buoyX, buoyY diameter 78\nfill ivory\nrect corner buoyX - 29, buoyY - 6 size 58, 12\n";
	const [one, two] = [...sources.keys()].slice(-2) as [string, string];
	sources.set(one, copied).set(two, copied.replaceAll("buoyX", "a").replaceAll("buoyY", "b"));
	const zip = zipSync(
		Object.fromEntries([...sources].map(([name, text]) => [`${name}.txt`, new TextEncoder().encode(text)])),
	);
	const upload = await teacher.previewUpload({ params: { id }, body: zip });
	const { handIns } = await teacher.carryOutUpload({ params: { id: upload.id }, body: {} });
	for (const h of handIns) await reportOf(teacher, h.id);
	const look = async () => {
		const { jobId } = await teacher.findAlike({ params: { id }, body: {} });
		expect((await jobDone(teacher, jobId)).result).toMatchObject({ handIns: sources.size });
		return (await teacher.listAlike({ params: { id } })).pairs;
	};
	const pair = (await look()).find(
		(p) => [p.one.student.name, p.other.student.name].sort().join() === [one, two].sort().join(),
	);
	expect(pair).toMatchObject({ dismissed: false });
	await teacher.dismissAlike({
		params: { id, one: pair?.one.handInId as string, other: pair?.other.handInId as string },
		body: { dismissed: true },
	});
	expect((await look()).filter((p) => p.dismissed).length).toBe(1);
});

test("a student over the year, and an exercise across classes", async () => {
	const { page, cell } = await cellOf("8 Tern", "mooring-buoy", "Zoe Lark");
	const year = await teacher.showStudent({ params: { id: cell.studentId } });
	// Zoe is in two classes.
	expect(new Set(year.rows.map((r) => r.className))).toEqual(new Set(["8 Tern", "8 Curlew"]));
	expect(year.rows.find((r) => r.handInId === cell.handInId)).toMatchObject({
		points: cell.points,
		title: "Mooring buoy",
	});
	expect(year.criteria.find((c) => c.check === "count")?.asked).toBeGreaterThan(3);
	const exercise = (await teacher.listExercises({ query: { words: "mooring-buoy" } })).exercises.find(
		(e) => e.key === "mooring-buoy",
	);
	const across = await teacher.acrossClasses({ params: { id: exercise?.id as string } });
	expect(across.classes.map((c) => c.className)).toEqual(["8 Curlew", "8 Gannet", "8 Tern"]);
	const tern = across.classes.find((c) => c.className === "8 Tern");
	const cells = (await classNamed(teacher, "8 Tern")).cells.filter((c) => c.exercise === "mooring-buoy");
	expect([tern?.handedIn, tern?.earned]).toEqual([
		new Set(cells.map((c) => c.studentId)).size,
		cells.reduce((sum, c) => sum + (c.points?.earned ?? 0), 0),
	]);
	expect(across.criteria.map((c) => c.id).slice(0, 2)).toEqual(["one", "across"]);
	// Both are reported in sentences, not by their ids.
	expect(across.criteria.map((c) => c.asks).filter((asks) => !asks.includes(" "))).toEqual([]);
	expect(across.slips.length).toBeGreaterThan(0);
	expect(across.slips.map((s) => s.sentence).filter((sentence) => !sentence.includes(" "))).toEqual([]);
	expect(page.name).toBe("8 Tern");
});

test("a wall's drawings come in one call: those of the hand-ins that count", async () => {
	const { assignmentId } = await cellOf("8 Tern", "sail", "Zoe Lark").then(
		({ page }) => page.columns.find((c) => c.exercise === "sail") as { assignmentId: string },
	);
	const wall = await teacher.showAssignment({ params: { id: assignmentId } });
	const { drawings } = await teacher.listDrawings({ params: { id: assignmentId } });
	expect(drawings.map((d) => d.id).sort()).toEqual(
		wall.handIns
			.filter((h) => h.state !== null)
			.map((h) => h.id)
			.sort(),
	);
	const [first] = drawings;
	const report = (await teacher.showHandIn({ params: { id: first?.id as string } })).report;
	expect(first?.picture).toEqual(report?.picture);
});
