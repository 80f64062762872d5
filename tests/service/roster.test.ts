import { unzipSync, zipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_TEACHERS } from "../../demo/dist/index.js";
import { classNamed, Site, signedIn } from "../site.ts";

let site: Site;
let teacher: Client;
beforeAll(async () => {
	site = await Site.start({ web: true, worker: false });
	teacher = await site.teacher();
});
afterAll(() => site.stop());

async function freshClass(name: string) {
	const { id } = await teacher.makeClass({ body: { name, schoolYear: "2026/27", zone: "Europe/Lisbon" } });
	return id;
}
const says = (rows: readonly { does: string; name: string; says: string }[]) =>
	rows.map((r) => `${r.does}: ${r.name}: ${r.says}`);

describe("a roster file", () => {
	test("is previewed row by row, then imported; again it updates and doubles nobody", async () => {
		const id = await freshClass("9 Ruff");
		const csv =
			"\ufeffSurname;First name;Username;Student number\nQuay;Nell;nell;N-1\nPenha;Dário;;N-2\n;;;\nQuay;Nell;nell;N-1\nLark;Bo;bo b;N-3\n";
		const preview = await teacher.previewRoster({ params: { id }, body: { csv } });
		expect(preview.columns).toEqual({
			Surname: "last name",
			"First name": "first name",
			Username: "sign-in name",
			"Student number": "id",
		});
		const wanted = [
			"adds: Nell Quay: Is new, and will sign in as nell.",
			"adds: Dário Penha: Is new, and will sign in as dario.",
			"wrong: : Skipped: the name is missing.",
			"wrong: Nell Quay: Skipped: it is in this file twice.",
			"wrong: Bo Lark: Skipped: a sign-in name has only letters, digits, dots and hyphens.",
		];
		expect(says(preview.rows)).toEqual(wanted);
		expect(preview.rows.map((r) => r.row)).toEqual([2, 3, 4, 5, 6]);
		expect((await teacher.showRoster({ params: { id } })).students).toEqual([]);

		const { rows, cards } = await teacher.importRoster({ params: { id }, body: { csv } });
		expect(says(rows)).toEqual(wanted);
		expect(cards.map((c) => [c.name, c.signInName, c.className])).toEqual([
			["Nell Quay", "nell", "9 Ruff"],
			["Dário Penha", "dario", "9 Ruff"],
		]);
		for (const { classCode, signInName, passphrase, name } of cards) {
			expect(passphrase).toMatch(/^[a-z]+-[a-z]+-[a-z]+-\d\d$/);
			expect(await (await signedIn(site.address, { classCode, signInName, passphrase })).whoAmI({})).toMatchObject({
				role: "student",
				name,
			});
		}

		const again = await teacher.importRoster({
			params: { id },
			body: { csv: "Name,Number\nNell Quayle,N-1\nDário Penha,N-2\nUma Stint,N-9\n" },
		});
		expect(says(again.rows)).toEqual([
			"updates: Nell Quayle: Changes the name from Nell Quay.",
			"leaves it: Dário Penha: Already in the class; no change.",
			"adds: Uma Stint: Is new, and will sign in as uma.",
		]);
		expect((await teacher.showRoster({ params: { id } })).students.map((s) => s.name)).toEqual([
			"Dário Penha",
			"Nell Quayle",
			"Uma Stint",
		]);
		expect(again.cards.map((c) => c.name)).toEqual(["Uma Stint"]);
	});

	test("tells namesakes apart by sign-in name, and guesses nothing where it can't", async () => {
		const id = await freshClass("9 Dunlin");
		const first = await teacher.importRoster({
			params: { id },
			body: { csv: "Name,Login\nAnn Ray,ann\nAnn Ray,annr\n" },
		});
		expect(first.rows.map((r) => r.does)).toEqual(["adds", "adds"]);
		const again = await teacher.previewRoster({ params: { id }, body: { csv: "Name\nAnn Ray\n" } });
		expect(again.rows.map((r) => [r.does, r.says])).toEqual([
			["wrong", "Skipped: several students in the class have this name; give their sign-in names or numbers."],
		]);
		const three = await teacher.importRoster({
			params: { id },
			body: { csv: 'Name\nBo Reed\n"Ray, Ann Lee"\nBo Rand\n' },
		});
		expect(three.cards.map((c) => [c.name, c.signInName])).toEqual([
			["Bo Reed", "bo"],
			["Ann Lee Ray", "ann-r"],
			["Bo Rand", "bo-r"],
		]);
	});

	test.each([
		["nothing", "", "The file is empty. Its first line must be the headings, like Name and Sign-in name."],
		[
			"no column of names",
			"Age,House\n11,Red\n",
			/There is no column with the students' names.*This file has: Age, House/,
		],
		["a quotation mark that isn't closed", 'Name\n"Nell\n', /The file isn't CSV: Quote Not Closed: .*line 2/],
	])("with %s is refused with what to do", async (_, csv, message) => {
		const { id } = await classNamed(teacher, "8 Tern");
		await expect(teacher.previewRoster({ params: { id }, body: { csv } })).rejects.toMatchObject({
			code: "file-wrong",
			message: expect.stringMatching(message),
		});
	});

	test("can't bring in a student of another teacher by their number", async () => {
		const other = await signedIn(site.address, DEMO_TEACHERS.other);
		const { id } = await other.makeClass({ body: { name: "9 Knot", schoolYear: "2026/27" } });
		const { rows, cards } = await other.importRoster({ params: { id }, body: { csv: "Name,Number\nUma Stint,N-9\n" } });
		expect([says(rows), cards]).toEqual([
			["wrong: Uma Stint: Skipped: this number belongs to another teacher's student; an administrator can add them."],
			[],
		]);
	});
});

describe("students", () => {
	test("a new card stops the old one and whoever is signed in by it", async () => {
		const id = await freshClass("9 Avocet");
		const { card } = await teacher.addStudent({ params: { id }, body: { name: "Lou Teal" } });
		if (!card) throw new Error("a new student has a card");
		const client = await signedIn(site.address, card);
		const { cards } = await teacher.printCards({ params: { id }, body: {} });
		await expect(client.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
		await expect(signedIn(site.address, card)).rejects.toMatchObject({ code: "wrong-passphrase" });
		expect(
			await (
				await signedIn(site.address, cards[0] as { classCode: string; signInName: string; passphrase: string })
			).whoAmI({}),
		).toMatchObject({ name: "Lou Teal" });
	});

	test("who moves or leaves loses no work, and comes back to it", async () => {
		const [tern, to] = [await classNamed(teacher, "8 Tern"), await freshClass("8 Skua")];
		const kit = tern.students.find((s) => s.name === "Kit Sorrel");
		const student = kit?.id as string;
		const before = tern.cells.filter((c) => c.studentId === student).length;
		const moved = await teacher.moveStudent({ params: { id: tern.id, student }, body: { to } });
		expect([moved.signInName, moved.leftAt]).toEqual(["kit", null]);
		const left = await classNamed(teacher, "8 Tern");
		expect([
			left.students.some((s) => s.id === student),
			left.cells.filter((c) => c.studentId === student).length,
		]).toEqual([false, before]);
		expect((await teacher.showStudent({ params: { id: student } })).rows.length).toBeGreaterThanOrEqual(before);
		await expect(
			signedIn(site.address, { classCode: "tern-8", signInName: "kit", passphrase: "delta-gull-34" }),
		).rejects.toMatchObject({ code: "wrong-passphrase" });
		await teacher.addStudent({ params: { id: tern.id }, body: { studentId: student } });
		const back = await signedIn(site.address, { classCode: "tern-8", signInName: "kit", passphrase: "delta-gull-34" });
		const work = (await back.listWork({})).work.find((w) => w.exercise.id === "mooring-buoy");
		expect(work?.handIns.length).toBe(2);
		await teacher.removeStudent({ params: { id: to, student } });
		expect((await teacher.showRoster({ params: { id: to } })).students.map((s) => s.leftAt !== null)).toEqual([true]);
	});

	test("a sign-in name that another has is refused", async () => {
		const tern = await classNamed(teacher, "8 Tern");
		const student = tern.students.find((s) => s.name === "Ana Brook")?.id as string;
		await expect(
			teacher.changeStudent({ params: { id: tern.id, student }, body: { signInName: "Idris" } }),
		).resolves.toMatchObject({ signInName: "Idris" });
		await expect(
			teacher.changeStudent({ params: { id: tern.id, student }, body: { signInName: "idris" } }),
		).rejects.toMatchObject({ code: "taken" });
	});

	test("names keep what a hostile hand writes as text, and control characters are refused", async () => {
		const id = await freshClass("9 Stint");
		const { card } = await teacher.addStudent({ params: { id }, body: { name: "<script>alert(1)</script>" } });
		expect(card).toMatchObject({ name: "<script>alert(1)</script>", signInName: "scriptalert1script" });
		await expect(teacher.addStudent({ params: { id }, body: { name: "A\u0007b" } })).rejects.toMatchObject({
			status: 400,
		});
	});
});

describe("OneRoster files", () => {
	const files = (more: Record<string, string> = {}) => ({
		"manifest.csv": "propertyName,value\nmanifest.version,1.0\noneroster.version,1.2\nfile.classes,bulk\n",
		"academicSessions.csv":
			"sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear\nT1,,,2026/27,schoolYear,2026-09-01,2027-07-31,,2027\n",
		"classes.csv":
			"sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds\nC1,,,7 Wren,,K1,,scheduled,,S,T1\n",
		"users.csv":
			"sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier\nU1,,,true,reyes,,Ona,Reyes,,\nU2,,,true,pim,,Pim,Sedge,,\nU3,,,true,lia,,Lía,Moor,,\n",
		"enrollments.csv":
			"sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role\nE1,,,C1,S,U1,teacher\nE2,,,C1,S,U2,student\nE3,,,C1,S,U3,student\nE4,,,C1,S,U9,student\n",
		...more,
	});
	const zipOf = (all: Record<string, string>) =>
		zipSync(Object.fromEntries(Object.entries(all).map(([name, text]) => [name, new TextEncoder().encode(text)])));

	test("make classes with teachers and students; again they change nothing", async () => {
		const zip = zipOf(files());
		const preview = await teacher.previewOneRoster({ body: zip });
		expect(preview.classes).toEqual([{ name: "7 Wren", does: "adds" }]);
		expect(preview.rows.map((r) => [r.name, r.does])).toEqual([
			["U9", "wrong"],
			["Pim Sedge", "adds"],
			["Lía Moor", "adds"],
		]);
		const done = await teacher.importOneRoster({ body: zip });
		expect([done.cards.map((c) => c.signInName), done.teachers.map((t) => t.signInName)]).toEqual([
			["pim", "lia"],
			["reyes"],
		]);
		const reyes = await signedIn(site.address, done.teachers[0] as { signInName: string; passphrase: string });
		await expect(reyes.listClasses({})).rejects.toMatchObject({ code: "change-passphrase" });
		await reyes.changePassphrase({
			body: { now: done.teachers[0]?.passphrase as string, next: "a-long-passphrase-9" },
		});
		const wren = await classNamed(reyes, "7 Wren");
		expect([wren.schoolYear, wren.students.map((s) => s.name)]).toEqual(["2026/27", ["Lía Moor", "Pim Sedge"]]);
		const again = await teacher.importOneRoster({ body: zip });
		expect([again.classes, again.cards, again.teachers]).toEqual([[{ name: "7 Wren", does: "updates" }], [], []]);
	});

	test("leave out a class without a title and a teacher without a username, each with its line, and take the others", async () => {
		const zip = zipOf(
			files({
				"classes.csv":
					"sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds\nC7,,,,,K1,,scheduled,,S,T1\nC8,,,7 Rail,,K1,,scheduled,,S,T1\n",
				"users.csv":
					"sourcedId,status,enabledUser,username,givenName,familyName\nU6,tobedeleted,true,gone,Bea,Gone\nU7,,true,,Ivo,Marsh\nU8,,true,tess,Tess,Holm\n",
				"enrollments.csv":
					"sourcedId,classSourcedId,schoolSourcedId,userSourcedId,role\nE1,C8,S,U7,teacher\nE2,C8,S,U8,student\nE3,C7,S,U8,student\n",
			}),
		);
		const { classes, rows, cards, teachers } = await teacher.importOneRoster({ body: zip });
		expect([classes, cards.map((c) => c.name), teachers]).toEqual([
			[{ name: "7 Rail", does: "adds" }],
			["Tess Holm"],
			[],
		]);
		expect(rows.map((r) => `${r.row} ${r.does}: ${r.says}`)).toEqual([
			"2 wrong: Skipped with its members: a class's title is one line of text with at most 120 letters.",
			"3 wrong: Skipped: a teacher has a name and a username.",
			"4 adds: Is new, and will sign in as tess.",
		]);
		const rail = await classNamed(teacher, "7 Rail");
		expect(rail.teachers.map((t) => t.name)).toEqual(["M. Okafor-Lind"]);
	});

	test("that aren't right are refused with what is wrong", async () => {
		await expect(teacher.previewOneRoster({ body: new Uint8Array([1, 2, 3]) })).rejects.toMatchObject({
			code: "file-wrong",
			message: expect.stringContaining("zip file"),
		});
		await expect(
			teacher.previewOneRoster({ body: zipOf({ "manifest.csv": "propertyName,value\noneroster.version,2.0\n" }) }),
		).rejects.toMatchObject({
			message: "The manifest tells OneRoster 2.0; only 1.2 can be read.",
		});
		const { "users.csv": _, ...without } = files();
		await expect(teacher.previewOneRoster({ body: zipOf(without) })).rejects.toMatchObject({
			message: "The zip file has no users.csv.",
		});
		await expect(
			teacher.previewOneRoster({ body: zipOf(files({ "classes.csv": "sourcedId\nC1\n" })) }),
		).rejects.toMatchObject({ message: "classes.csv has no column title." });
	});

	test("that the service writes are read back by it: nobody is added twice", async () => {
		const { id, students } = await classNamed(teacher, "8 Gannet");
		const zip = await teacher.gradeBookOneRoster({ params: { id } });
		const preview = await teacher.previewOneRoster({ body: zip });
		expect(preview.classes).toEqual([{ name: "8 Gannet", does: "updates" }]);
		expect([preview.rows.length, new Set(preview.rows.map((r) => r.does))]).toEqual([
			students.length,
			new Set(["leaves it"]),
		]);
		expect(Object.keys(unzipSync(zip)).sort()).toEqual(
			[
				"academicSessions.csv",
				"categories.csv",
				"classes.csv",
				"courses.csv",
				"enrollments.csv",
				"lineItems.csv",
				"manifest.csv",
				"orgs.csv",
				"results.csv",
				"roles.csv",
				"users.csv",
			].sort(),
		);
	});
});
