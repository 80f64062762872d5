import { afterAll, beforeAll, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { type Running, readEnvironment, startService } from "../../service/dist/index.js";
import { startTestPostgres, startTestReplica } from "../../setup/postgres.mjs";
import { prepareYear, writeYear } from "../../setup/year/make.mjs";
import { YEAR_SIGN_IN } from "../../setup/year/sample.mjs";
import { rowsOf, settings, signedIn } from "../site.ts";

let main: Awaited<ReturnType<typeof startTestPostgres>>;
let replica: Awaited<ReturnType<typeof startTestReplica>>;
let url: string;
let readUrl: string;
let running: Running;
let teacher: Client;
let params: { id: string };

beforeAll(async () => {
	main = await startTestPostgres();
	url = main.database("main");
	await prepareYear(url, { exercises: 2 });
	await writeYear(url, { students: 31, seed: 1, say: () => undefined });
	replica = await startTestReplica(main);
	readUrl = replica.database("main");
	const environment = settings(url, { DATABASE_READ_URL: readUrl });
	running = await startService(readEnvironment(environment), { web: true, worker: false });
	teacher = await signedIn(running.address as string, { ...YEAR_SIGN_IN, signInName: "teacher-1" });
	params = { id: (await teacher.listClasses({})).classes[0]?.id as string };
});
afterAll(async () => {
	await running?.stop();
	await replica?.stop();
	await main?.stop();
});

const inBook = async (name: string) =>
	(await teacher.showGradeBook({ params })).rows.some(({ student }) => student.name === name);
const rename = (name: string) =>
	rowsOf(
		url,
		`UPDATE accounts SET name = $2
			WHERE id = (SELECT account_id FROM class_students WHERE class_id = $1 ORDER BY account_id LIMIT 1)`,
		[params.id, name],
	);

test("the grade book is read from the replica, and what must be new from the main database", async () => {
	await rename("Una Before");
	await expect.poll(() => inBook("Una Before")).toBe(true);
	await rowsOf(readUrl, "SELECT pg_wal_replay_pause()");
	await rename("Una After");
	expect([await inBook("Una Before"), await inBook("Una After")]).toEqual([true, false]);
	const page = await teacher.showClass({ params });
	expect(page.students.map((student) => student.name)).toContain("Una After");
});

test("a replica that falls behind isn't read until it has caught up", async () => {
	await expect.poll(() => inBook("Una After"), { timeout: 15_000 }).toBe(true);
	await rowsOf(readUrl, "SELECT pg_wal_replay_resume()");
	await new Promise((resolve) => setTimeout(resolve, 2_500));
	await rowsOf(readUrl, "SELECT pg_wal_replay_pause()");
	await rename("Una Later");
	expect([await inBook("Una After"), await inBook("Una Later")]).toEqual([true, false]);
	await rowsOf(readUrl, "SELECT pg_wal_replay_resume()");
	await expect.poll(() => inBook("Una Later")).toBe(true);
});

test("without its replica the service goes on", async () => {
	await replica.stop();
	await expect.poll(() => inBook("Una Later").catch((error: Error) => error.message), { timeout: 15_000 }).toBe(true);
});
