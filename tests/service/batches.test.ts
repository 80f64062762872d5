import { afterAll, beforeAll, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_STUDENTS } from "../../demo/dist/index.js";
import { createDataSource } from "../../service/dist/database/data-source.js";
import { HandInChecks } from "../../service/dist/jobs/check-hand-ins.js";
import { placeOf, reportOf, Site, signedIn, workOn } from "../site.ts";

let site: Site;
let students: Client[];
let place: { id: string; exercise: string };

beforeAll(async () => {
	site = await Site.start();
	await site.rows(
		"UPDATE assignments SET tries = NULL, due_at = greatest(due_at, now()), closes_at = now() + interval '90 days'",
	);
	students = await Promise.all(
		DEMO_STUDENTS.gannet.map(({ signInName, passphrase }) =>
			signedIn(site.address, { classCode: "gannet-8", signInName, passphrase }),
		),
	);
	place = placeOf(await workOn(students[0] as Client, "Pier planks"));
});
afterAll(() => site.stop());

/** What the database holds for some hand-ins. */
async function storedFor(ids: readonly string[]) {
	const [row] = await site.rows<Record<"reports" | "counted" | "open" | "tapes" | "told", number>>(
		`SELECT (SELECT count(*)::int FROM reports WHERE hand_in_id = ANY($1)) AS reports,
			(SELECT count(*)::int FROM standings g JOIN reports r ON r.id = g.report_id AND r.hand_in_id = g.hand_in_id
				WHERE g.hand_in_id = ANY($1) AND g.earned = r.earned AND g.possible = r.possible) AS counted,
			(SELECT count(*)::int FROM checks WHERE hand_in_id = ANY($1) AND ended_at IS NULL) AS open,
			(SELECT count(*)::int FROM tapes WHERE hand_in_id = ANY($1)) AS tapes,
			(SELECT count(*)::int FROM progress WHERE kind = 'checked' AND (subject = ANY($1) OR (data ->> 'handInId')::uuid = ANY($1))) AS told`,
		[ids],
	);
	return row;
}

test("a class hands in at once, twice: each hand-in has one report, its result, tape and events, and no job is left", async () => {
	const sent = await Promise.all(
		[1, 2].flatMap((n) =>
			students.map(async (student, i) => {
				const { id } = await student.handIn({ params: place, body: { source: `walk ${10 * n + i}\n` } });
				await reportOf(student, id);
				return id;
			}),
		),
	);
	const count = sent.length;
	expect(count).toBe(2 * students.length);
	expect(await storedFor(sent)).toEqual({
		reports: count,
		counted: count,
		open: 0,
		tapes: count,
		told: 2 * count,
	});
	const jobs = () => site.rows("SELECT 1 FROM queue.job WHERE state < 'completed' AND data ->> 'do' = 'check'");
	await expect.poll(async () => (await jobs()).length).toBe(0);
	// Reports that were stored together share their transaction.
	const [stored] = await site.rows<{ transactions: number }>(
		"SELECT count(DISTINCT xmin::text)::int AS transactions FROM reports WHERE hand_in_id = ANY($1)",
		[sent],
	);
	expect(stored?.transactions).toBeLessThan(count);
});

test("a check whose exercise can't be read fails alone", async () => {
	const [of] = await site.rows<{ id: string; file: string }>(
		`SELECT v.id, v.file FROM exercise_versions v
			JOIN assignment_exercises x ON x.exercise_version_id = v.id WHERE x.assignment_id <> $1 LIMIT 1`,
		[place.id],
	);
	const sent = await Promise.all(
		students.map((s, i) => s.handIn({ params: place, body: { source: `walk ${70 + i}` } })),
	);
	const checks = await site.rows<{ id: string }>("SELECT id FROM checks WHERE hand_in_id = ANY($1) LIMIT 3", [
		sent.map(({ id }) => id),
	]);
	await site.rows("UPDATE exercise_versions SET file = NULL WHERE id = $1", [of?.id]);
	const database = await createDataSource(site.url, 2).initialize();
	const finder = new HandInChecks({ dataSource: database, queue: {} as never, isBusy: () => false });
	await Promise.all(sent.map(({ id }, i) => reportOf(students[i] as Client, id)));
	await site.rows("UPDATE checks SET ended_at = NULL WHERE id = ANY($1)", [checks.map(({ id }) => id)]);
	await site.rows("UPDATE checks SET exercise_version_id = $2 WHERE id = $1", [checks[0]?.id, of?.id]);
	const run = (checkId: string) =>
		finder.check(
			{ checkId, jobId: checkId, queue: "checks" },
			{} as never,
			async () => Promise.reject(new Error("found")),
			(_, work) => work(),
		);
	const found = await Promise.allSettled(checks.map(({ id }) => run(id)));
	expect(found.map((one) => (one.status === "rejected" ? one.reason.message : ""))).toEqual([
		`exercise version ${of?.id} can't be read`,
		"found",
		"found",
	]);
	await database.destroy();
	await site.rows("UPDATE exercise_versions SET file = $2 WHERE id = $1", [of?.id, of?.file]);
	await site.rows("UPDATE checks SET ended_at = now() WHERE id = ANY($1)", [checks.map(({ id }) => id)]);
});

test("the report that the database refuses spoils no other of its batch", async () => {
	await site.rows(`CREATE FUNCTION refuse() RETURNS trigger LANGUAGE plpgsql AS $$
		BEGIN IF NEW.body::text LIKE '%unstorable%' THEN RAISE EXCEPTION 'too large' USING ERRCODE = '54000'; END IF;
		RETURN NEW; END $$`);
	await site.rows("CREATE TRIGGER refuse BEFORE INSERT ON reports FOR EACH ROW EXECUTE FUNCTION refuse()");
	const codes = await Promise.all(
		students.map(async (student, i) => {
			const source = i === 7 ? 'text "unstorable" at 5, 5\n' : `walk ${50 + i}\n`;
			const { id } = await student.handIn({ params: place, body: { source } });
			return (await reportOf(student, id)).errors.map((e) => e.code);
		}),
	);
	expect(codes).toEqual(students.map((_, i) => (i === 7 ? ["report-not-kept"] : [])));
	await site.rows("DROP TRIGGER refuse ON reports");
});

test("a student who is deleted while a hand-in is checked leaves nothing, and the others get their reports", async () => {
	const [gone, ...others] = students.slice(-4) as [Client, ...Client[]];
	const me = (await gone.whoAmI({})).id;
	const sent = await Promise.all(
		[gone, ...others].map((student) =>
			student.handIn({ params: place, body: { source: "repeat 200\n  walk 1\nend\n" } }),
		),
	);
	await site.rows("DELETE FROM accounts WHERE id = $1", [me]);
	await Promise.all(others.map((student, i) => reportOf(student, sent[i + 1]?.id as string)));
	expect((await storedFor([sent[0]?.id as string]))?.reports).toBe(0);
	const jobs = () => site.rows("SELECT 1 FROM queue.job WHERE state < 'completed' AND data ->> 'do' = 'check'");
	await expect.poll(async () => (await jobs()).length).toBe(0);
});
