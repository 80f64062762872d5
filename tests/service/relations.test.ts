import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_SIGN_INS, DEMO_STUDENTS, DEMO_TEACHERS } from "../../demo/dist/index.js";
import { classNamed, jobDone, placeOf, reportOf, Site, signedIn, workOn } from "../site.ts";

let site: Site;
/** Administrator and teacher of 8 Tern and 8 Curlew; teacher of 8 Gannet; a teacher who has nothing. */
let admin: Client;
let gannet: Client;
let plain: Client;
const ids = { admin: "", gannet: "", plain: "", tern: "", gannetClass: "", plainClass: "" };

async function newTeacher(signInName: string): Promise<{ client: Client; id: string }> {
	const { id, passphrase } = await admin.addTeacher({ body: { name: `T. ${signInName}`, signInName } });
	const client = await signedIn(site.address, { signInName, passphrase });
	await client.changePassphrase({ body: { now: passphrase, next: "a-quay-of-my-own" } });
	return { client, id };
}

const newClass = (client: Client, name: string) => client.makeClass({ body: { name, schoolYear: "2026" } });
/** What a call comes to: "in", or the code of its refusal. */
const outcome = (call: Promise<unknown>) =>
	call.then(
		() => "in",
		(error: { code: string }) => error.code,
	);
const days = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString();

beforeAll(async () => {
	site = await Site.start();
	admin = await site.teacher();
	gannet = await signedIn(site.address, DEMO_TEACHERS.other);
	const { teachers } = await admin.listTeachers({});
	ids.admin = teachers.find((t) => t.name === DEMO_SIGN_INS.teacher.name)?.id as string;
	ids.gannet = teachers.find((t) => t.name === DEMO_TEACHERS.other.name)?.id as string;
	({ client: plain, id: ids.plain } = await newTeacher("plain"));
	ids.tern = (await classNamed(admin, "8 Tern")).id;
	ids.gannetClass = (await classNamed(gannet, "8 Gannet")).id;
	ids.plainClass = (await newClass(plain, "8 Plain")).id;
});
afterAll(() => site.stop());

describe("what a teacher may do with a student", () => {
	type Relation =
		| "present"
		| "left the school"
		| "moved to another teacher"
		| "of another teacher"
		| "covered"
		| "cover ended";
	let made = 0;
	/** A student of that relation to `plain`, and the class by which `plain` knows them. */
	async function studentWho(relation: Relation): Promise<{ id: string; classId: string; number: string }> {
		const number = `n-${++made}`;
		const name = `Pim ${made} ${relation}`;
		const add = async (owner: Client, classId: string) => {
			const { cards } = await owner.importRoster({
				params: { id: classId },
				body: { csv: `Name,Number\n${name},${number}\n` },
			});
			return cards[0]?.studentId as string;
		};
		if (relation === "of another teacher")
			return { id: await add(gannet, ids.gannetClass), classId: ids.plainClass, number };
		if (relation === "covered" || relation === "cover ended") {
			const { id: classId } = await newClass(gannet, name);
			const id = await add(gannet, classId);
			await gannet.giveClass({ params: { id: classId, teacher: ids.plain }, body: { until: days(1) } });
			if (relation === "cover ended")
				await site.rows("UPDATE class_teachers SET until = now() WHERE class_id = $1 AND account_id = $2", [
					classId,
					ids.plain,
				]);
			return { id, classId, number };
		}
		const id = await add(plain, ids.plainClass);
		if (relation !== "present") await plain.removeStudent({ params: { id: ids.plainClass, student: id } });
		if (relation === "moved to another teacher")
			await admin.giveClass({ params: { id: ids.gannetClass, teacher: ids.admin }, body: {} });
		if (relation === "moved to another teacher")
			await admin.addStudent({ params: { id: ids.gannetClass }, body: { studentId: id } });
		return { id, classId: ids.plainClass, number };
	}

	const CALLS = {
		look: (of: { id: string }) => plain.showStudent({ params: { id: of.id } }),
		export: (of: { id: string }) => plain.exportStudent({ params: { id: of.id } }),
		rename: (of: { id: string; classId: string }) =>
			plain.changeStudent({ params: { id: of.classId, student: of.id }, body: { name: "Pim Renamed" } }),
		card: (of: { id: string; classId: string }) =>
			plain.printCards({ params: { id: of.classId }, body: { students: [of.id] } }),
		"take back": (of: { id: string; classId: string }) =>
			plain.addStudent({ params: { id: of.classId }, body: { studentId: of.id } }),
		"take into another class": (of: { id: string }) =>
			plain.addStudent({ params: { id: ids.plainClass }, body: { studentId: of.id } }),
	};
	test.each<[Relation, Record<keyof typeof CALLS, string>]>([
		[
			"present",
			{ look: "in", export: "in", rename: "in", card: "in", "take back": "in", "take into another class": "in" },
		],
		[
			"left the school",
			{
				look: "in",
				export: "in",
				rename: "not-this-way",
				card: "not-found",
				"take back": "in",
				"take into another class": "in",
			},
		],
		[
			"moved to another teacher",
			{
				look: "in",
				export: "not-for-you",
				rename: "not-this-way",
				card: "not-found",
				"take back": "not-found",
				"take into another class": "not-found",
			},
		],
		[
			"of another teacher",
			{
				look: "not-found",
				export: "not-found",
				rename: "not-found",
				card: "not-found",
				"take back": "not-found",
				"take into another class": "not-found",
			},
		],
		[
			"covered",
			{
				look: "in",
				export: "covering",
				rename: "covering",
				card: "covering",
				"take back": "covering",
				"take into another class": "not-found",
			},
		],
		[
			"cover ended",
			{
				look: "not-found",
				export: "not-found",
				rename: "not-found",
				card: "not-found",
				"take back": "not-found",
				"take into another class": "not-found",
			},
		],
	])("%s", async (relation, wanted) => {
		const student = await studentWho(relation);
		const found: Record<string, string> = {};
		for (const [name, call] of Object.entries(CALLS)) found[name] = await outcome(call(student));
		expect(found).toEqual(wanted);
	});

	test("one who moved isn't taken back by a list either", async () => {
		const { id, number } = await studentWho("moved to another teacher");
		const csv = `Name,Number\nPim Taken,${number}\n`;
		const { rows, cards } = await plain.importRoster({ params: { id: ids.plainClass }, body: { csv } });
		expect(rows[0]?.says).toBe(
			"Skipped: this student is now in another teacher's class; an administrator can move them back.",
		);
		expect(cards).toEqual([]);
		expect(
			await site.rows("SELECT 1 FROM class_students WHERE account_id = $1 AND left_at IS NULL", [id]),
		).toHaveLength(1);
		expect((await site.rows<{ name: string }>("SELECT name FROM accounts WHERE id = $1", [id]))[0]?.name).not.toBe(
			"Pim Taken",
		);
	});
});

describe("a class keeps somebody", () => {
	test("two teachers who take it from one another at once don't both lose it", async () => {
		for (let round = 0; round < 6; round++) {
			const { id } = await newClass(plain, `Shared ${round}`);
			await plain.giveClass({ params: { id, teacher: ids.gannet }, body: {} });
			const took = await Promise.all([
				outcome(plain.takeClass({ params: { id, teacher: ids.gannet } })),
				outcome(gannet.takeClass({ params: { id, teacher: ids.plain } })),
			]);
			expect(took.sort()).toEqual(["in", "not-found"]);
			expect(await site.rows("SELECT 1 FROM class_teachers WHERE class_id = $1", [id])).toHaveLength(1);
		}
	});

	test("the account of its only teacher isn't closed, until it is given to somebody", async () => {
		const { client, id: leaving } = await newTeacher("leaving");
		const { id } = await newClass(client, "8 Left Behind");
		const refused = await admin.closeTeacher({ params: { id: leaving } }).catch((error: unknown) => error);
		expect(refused).toMatchObject({ code: "last-teacher" });
		expect(String(refused)).toContain("No other teacher has 8 Left Behind. Share it with another teacher first.");
		// An administrator finds and gives any class, and whoever only covers it isn't enough.
		await admin.giveClass({ params: { id, teacher: ids.gannet }, body: { until: days(1) } });
		expect(await outcome(admin.closeTeacher({ params: { id: leaving } }))).toBe("last-teacher");
		const { classes } = await admin.listSiteClasses({ query: { limit: 200 } });
		expect(classes.find((c) => c.id === id)).toMatchObject({
			name: "8 Left Behind",
			teachers: [
				{ name: DEMO_TEACHERS.other.name, until: expect.any(String) },
				{ name: "T. leaving", until: null },
			],
		});
		await admin.giveClass({ params: { id, teacher: ids.plain }, body: {} });
		expect(await outcome(admin.closeTeacher({ params: { id: leaving } }))).toBe("in");
		expect((await plain.showClass({ params: { id } })).teachers.map((t) => t.name)).toContain("T. plain");
	});

	test("nobody else gives what isn't theirs", async () => {
		const { id } = await newClass(gannet, "8 Not Theirs");
		expect(await outcome(plain.giveClass({ params: { id, teacher: ids.plain }, body: {} }))).toBe("not-found");
		await gannet.giveClass({ params: { id, teacher: ids.plain }, body: { until: days(1) } });
		expect(await outcome(plain.giveClass({ params: { id, teacher: ids.plain }, body: {} }))).toBe("covering");
		expect(await outcome(plain.listSiteClasses({}))).toBe("not-for-you");
	});
});

test("a rehearsal drops adjustments of its own hand-ins, and no others", async () => {
	const page = await classNamed(gannet, "8 Gannet");
	const other = page.cells.find((c) => c.exercise === "pier-planks") as (typeof page.cells)[number];
	await gannet.adjust({
		params: { id: other.handInId, criterion: "seven" },
		body: { points: 0, reason: "Seen by me" },
	});
	const tern = await classNamed(admin, "8 Tern");
	const { assignmentId, exercise } = tern.columns[0] as (typeof tern.columns)[number];
	const { jobId } = await admin.rehearse({ params: { id: assignmentId }, body: { exercise } });
	await jobDone(admin, jobId);
	const drop = [{ handInId: other.handInId, criterion: "seven" }];
	expect(await outcome(admin.carryOut({ params: { id: jobId }, body: { drop } }))).toBe("not-found");
	expect(
		(await gannet.showHandIn({ params: { id: other.handInId } })).criteria.find((c) => c.id === "seven")?.adjusted,
	).toMatchObject({
		points: 0,
	});
	// Nothing of it was done.
	expect((await admin.showRehearsal({ params: { id: jobId } })).carriedOut).toBe(false);
});

test("long work is shown to whoever began it as long as they have the class", async () => {
	const tern = await classNamed(admin, "8 Tern");
	const { assignmentId, exercise } = tern.columns[0] as (typeof tern.columns)[number];
	await admin.giveClass({ params: { id: ids.tern, teacher: ids.plain }, body: {} });
	const { jobId } = await plain.rehearse({ params: { id: assignmentId }, body: { exercise } });
	await jobDone(plain, jobId);
	expect(await outcome(plain.showRehearsal({ params: { id: jobId } }))).toBe("in");
	await admin.takeClass({ params: { id: ids.tern, teacher: ids.plain } });
	for (const call of [plain.showRehearsal, plain.showJob, plain.jobEvents])
		expect(await outcome(call({ params: { id: jobId } }))).toBe("not-found");
});

describe("a check before handing in shows no more than the assignment does", () => {
	const [, second] = DEMO_STUDENTS.tern;
	async function checked(rules: string) {
		const student = await signedIn(site.address, {
			classCode: "tern-8",
			signInName: second?.signInName as string,
			passphrase: second?.passphrase as string,
		});
		const place = placeOf(await workOn(student, "Pier planks"));
		await site.rows(
			`UPDATE assignments SET tries = NULL, due_at = greatest(due_at, now()), closes_at = now() + interval '90 days',
				show_points = 'at once', show_feedback = 'at once', show_checklist = 'opening' WHERE id = $1`,
			[place.id],
		);
		await site.rows(`UPDATE assignments SET ${rules} WHERE id = $1`, [place.id]);
		await site.rows("DELETE FROM releases WHERE assignment_id = $1", [place.id]);
		const { id } = await student.selfCheck({ params: place, body: { source: "walk 90" } });
		for (;;) {
			const { report } = await student.showSelfCheck({ params: { id } });
			if (report) return report;
			await new Promise((resolve) => setTimeout(resolve, 30));
		}
	}
	test("all of it, where all is shown at once", async () => {
		const report = await checked("tries = NULL");
		expect(report.criteria.length).toBeGreaterThan(2);
		expect(report.points).not.toBeNull();
	});
	test("no points, where they come later", async () => {
		const report = await checked("show_points = 'release'");
		expect(report.points).toBeNull();
		expect(report.criteria.every((c) => c.points === null)).toBe(true);
		expect(report.criteria.length).toBeGreaterThan(2);
	});
	test("no criteria, verdicts and slips, where feedback comes later", async () => {
		const report = await checked("show_feedback = 'closing'");
		expect([report.criteria, report.slips, report.points]).toEqual([[], [], null]);
		expect(report.picture).not.toBeNull();
	});
	test("no criteria, where the checklist comes with the first hand-in", async () => {
		const { id } = (await site.rows<{ id: string }>("SELECT id FROM accounts WHERE name = $1", [second?.name]))[0] as {
			id: string;
		};
		await site.rows(
			"DELETE FROM hand_ins WHERE student_id = $1 AND exercise_id = (SELECT id FROM exercises WHERE key = 'pier-planks')",
			[id],
		);
		expect((await checked("show_checklist = 'hand-in'")).criteria).toEqual([]);
		const student = await signedIn(site.address, {
			classCode: "tern-8",
			signInName: second?.signInName as string,
			passphrase: second?.passphrase as string,
		});
		const handed = await student.handIn({
			params: placeOf(await workOn(student, "Pier planks")),
			body: { source: "walk 90" },
		});
		await reportOf(student, handed.id);
		expect((await checked("show_checklist = 'hand-in'")).criteria.length).toBeGreaterThan(2);
	});
});
