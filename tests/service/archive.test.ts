import { randomBytes } from "node:crypto";
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, inject, test } from "vitest";
import { DEMO_SIGN_INS, demoArchive } from "../../demo/dist/index.js";
import { readArchive, readEnvironment, startService } from "../../service/dist/index.js";
import { demoDatabase, rowsOf, settings, visitorOf } from "../site.ts";

const handIns = (demoArchive(new Date()) as { handIns: unknown[] }).handIns.length;
let folder: string;
beforeAll(() => {
	folder = mkdtempSync(join(tmpdir(), "markpen-archive-"));
});
afterAll(() => rmSync(folder, { recursive: true }));

async function emptyDatabase(): Promise<string> {
	const name = `empty_${randomBytes(6).toString("hex")}`;
	await rowsOf(inject("postgres"), `CREATE DATABASE ${name}`);
	const url = new URL(inject("postgres"));
	url.pathname = `/${name}`;
	return url.href;
}

function archiveFile(archive: object): string {
	const path = join(folder, `${randomBytes(6).toString("hex")}.json`);
	writeFileSync(path, JSON.stringify(archive));
	return path;
}

describe("a class archive", () => {
	test("is loaded into an empty site once, with its times, tries and sign-ins", async () => {
		const url = await emptyDatabase();
		const file = archiveFile(demoArchive(new Date()));
		for (const round of [1, 2]) {
			const running = await startService(readEnvironment(settings(url, { MARKPEN_LOAD: file })), {
				web: true,
				worker: false,
			});
			const student = visitorOf(running.address as string);
			const { classCode, signInName, passphrase } = DEMO_SIGN_INS.student;
			await student.signIn({ body: { classCode, signInName, passphrase } });
			expect((await student.listWork({})).work.length).toBe(8);
			await running.stop();
			expect([round, (await rowsOf(url, "SELECT 1 FROM hand_ins")).length]).toEqual([round, handIns]);
		}
		const [first] = await rowsOf<{ handed_in_at: Date }>(
			url,
			"SELECT handed_in_at FROM hand_ins h JOIN accounts a ON a.id = h.student_id WHERE a.name = 'Ana Brook' ORDER BY 1 LIMIT 1",
		);
		expect(Date.now() - (first?.handed_in_at.getTime() ?? 0)).toBeGreaterThan(18 * 86_400_000);
		expect((await rowsOf(url, "SELECT 1 FROM queue.job WHERE name = 'slow-checks'")).length).toBe(handIns);
	});

	test("with a hand-in of nobody changes nothing at all", async () => {
		const url = await emptyDatabase();
		const archive = demoArchive(new Date()) as { handIns: { student: string }[] };
		(archive.handIns[5] as { student: string }).student = "nobody";
		await expect(
			startService(readEnvironment(settings(url, { MARKPEN_LOAD: archiveFile(archive) })), {
				web: false,
				worker: false,
			}),
		).rejects.toThrow("The archive refers to the student nobody, but doesn't contain it.");
		expect(await rowsOf(url, "SELECT 1 FROM accounts")).toEqual([]);
	});

	test("with something that can't be kept is refused with the part it is in, and nothing of it is loaded", async () => {
		const url = await emptyDatabase();
		const archive = demoArchive(new Date()) as { classes: { teachers: unknown[] }[] };
		archive.classes[2]?.teachers.push("teacher");
		const start = startService(readEnvironment(settings(url, { MARKPEN_LOAD: archiveFile(archive) })), {
			web: false,
			worker: false,
		});
		await expect(start).rejects.toMatchObject({
			code: "archive-wrong",
			errors: [{ path: "classes", message: expect.stringMatching(/already exists/) }],
		});
		expect(await rowsOf(url, "SELECT 1 FROM accounts")).toEqual([]);
	});

	test("that isn't one is refused with its place", () => {
		expect(() => readArchive("{")).toThrow(/The archive isn't JSON/);
		expect(() => readArchive(JSON.stringify({ ...demoArchive(new Date()), format: "other@1" }))).toThrow(
			/class archive can't be read/,
		);
	});
});

test("several processes that start at once set the database up once", async () => {
	const url = await emptyDatabase();
	const file = archiveFile(demoArchive(new Date()));
	const all = await Promise.all(
		Array.from({ length: 4 }, () =>
			startService(readEnvironment(settings(url, { MARKPEN_LOAD: file, MARKPEN_THREADS: "1" })), {
				web: true,
				worker: false,
			}),
		),
	);
	const migrations = readdirSync(new URL("../../service/src/database/migrations", import.meta.url));
	expect((await rowsOf(url, "SELECT 1 FROM migrations")).length).toBe(migrations.length);
	expect((await rowsOf(url, "SELECT 1 FROM classes")).length).toBe(3);
	await Promise.all(all.map((running) => running.stop()));
});

describe("what the database itself holds to", () => {
	const HAND_IN = "assignment_id, exercise_id, student_id, source, language, handed_in_at";
	test.each([
		[
			"a try number twice",
			`INSERT INTO hand_ins (id, ${HAND_IN}, try_number) SELECT gen_random_uuid(), ${HAND_IN}, try_number FROM hand_ins LIMIT 1`,
			/numbered without gaps/,
		],
		[
			"a gap between tries",
			`INSERT INTO hand_ins (id, ${HAND_IN}, try_number) SELECT gen_random_uuid(), ${HAND_IN}, 9 FROM hand_ins LIMIT 1`,
			/numbered without gaps/,
		],
		["a change of a hand-in", "UPDATE hand_ins SET source = 'walk 5'", /hand_ins is never changed/],
		[
			"a change of a published version",
			"UPDATE exercise_versions SET source = 'x'",
			/exercise_versions is never changed/,
		],
		["a change of what the audit list says", "UPDATE audit SET what = 'x'", /audit is never changed/],
		["taking from the audit list", "DELETE FROM audit", /audit is never changed/],
		["points below nothing", "UPDATE reports SET earned = -1", /check constraint/],
		[
			"two reports of one hand-in, exercise version and core version",
			"INSERT INTO reports (id, check_id, hand_in_id, exercise_version_id, core_version, state, ended, earned, possible, verdicts, note, body, made_at) SELECT gen_random_uuid(), check_id, hand_in_id, exercise_version_id, core_version, state, ended, earned, possible, verdicts, note, body, made_at FROM reports LIMIT 1",
			/duplicate key/,
		],
		["dates in the wrong order", "UPDATE assignments SET due_at = opens_at - interval '1 day'", /check constraint/],
		[
			"a student who is an administrator",
			"UPDATE accounts SET administrator = true WHERE role = 'student'",
			/check constraint/,
		],
		[
			"two teachers of one sign-in name",
			"INSERT INTO accounts (id, role, name, sign_in_name, passphrase_hash) SELECT gen_random_uuid(), role, name, upper(sign_in_name), passphrase_hash FROM accounts WHERE role = 'teacher'",
			/duplicate key/,
		],
	])("%s is refused", async (_, sql, message) => {
		// The list of changes has rows once somebody has signed in.
		const url = await demoDatabase();
		await rowsOf(url, "INSERT INTO audit (what) VALUES ('signed in')");
		await expect(rowsOf(url, sql)).rejects.toThrow(message);
	});
});
