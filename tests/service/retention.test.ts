import { readFileSync } from "node:fs";
import { afterAll, beforeAll, expect, test } from "vitest";
import { createDataSource } from "../../service/dist/database/data-source.js";
import { removeOld } from "../../service/dist/retention/retention.js";
import { CLOSED_CLASS_DAYS, RULES, UNCOUNTED_DAYS } from "../../service/dist/retention/rules.js";
import { Site } from "../site.ts";

const DAY = 86_400_000;
let site: Site;
let database: ReturnType<typeof createDataSource>;

beforeAll(async () => {
	site = await Site.start({ web: true, worker: false });
	database = await createDataSource(site.url, 4).initialize();
});
afterAll(async () => {
	await database.destroy();
	await site.stop();
});

const count = async (sql: string) => (await site.rows<{ n: number }>(`SELECT count(*)::int AS n FROM ${sql}`))[0]?.n;
const inDays = (days: number) => ({ now: new Date(Date.now() + days * DAY) });

test("a hand-in's own things are removed by no rule", () => {
	const kept = ["hand_ins", "reports", "explanations", "standings", "judgements", "adjustments", "comments", "audit"];
	expect(RULES.map((rule) => rule.table).filter((table) => kept.includes(table))).toEqual([]);
});

test("each rule removes what is older than it says, and nothing younger", async () => {
	const [student] = await site.rows<{ id: string }>("SELECT id FROM accounts WHERE role = 'student' LIMIT 1");
	await site.rows(
		`INSERT INTO known_browsers (token_hash, account_id, at)
			SELECT 'h' || n, $1, now() - (n || ' days')::interval FROM generate_series(390, 410) AS n`,
		[student?.id],
	);
	await site.rows(
		`INSERT INTO progress (subject, kind, at)
			SELECT $1, 'old', now() - interval '3 days' FROM generate_series(1, 1700)`,
		[student?.id],
	);
	const removed = await removeOld(database);
	expect(removed).toMatchObject({
		"events of live pages": 1_700,
		"browsers that an account has signed in with": 11,
	});
	expect(await count("progress WHERE kind = 'old'")).toBe(0);
	expect(await count("known_browsers WHERE token_hash LIKE 'h%'")).toBe(10);
	expect(await removeOld(database)).toEqual({});
});

test("two workers that remove at once share the work and get in nobody's way", async () => {
	const [student] = await site.rows<{ id: string }>("SELECT id FROM accounts WHERE role = 'student' LIMIT 1");
	await site.rows(
		`INSERT INTO progress (subject, kind, at)
			SELECT $1, 'old', now() - interval '3 days' FROM generate_series(1, 3000)`,
		[student?.id],
	);
	await Promise.all([removeOld(database), removeOld(database)]);
	await removeOld(database);
	expect(await count("progress WHERE kind = 'old'")).toBe(0);
});

test("after an assignment has closed, only counted tries keep their recordings; hand-ins and points stay", async () => {
	const uncounted = `tapes t JOIN hand_ins h ON h.id = t.hand_in_id WHERE NOT EXISTS (
		SELECT 1 FROM counting n WHERE n.hand_in_id = h.id)`;
	const counted = "tapes t JOIN counting n ON n.hand_in_id = t.hand_in_id";
	const before = {
		handIns: await count("hand_ins"),
		standings: await count("standings"),
		counted: await count(counted),
	};
	expect(await count(uncounted)).toBeGreaterThan(5);
	const removed = await removeOld(database, inDays(UNCOUNTED_DAYS + 30));
	expect(removed["recordings of tries that don't count"]).toBeGreaterThan(5);
	expect(await count(uncounted)).toBe(0);
	expect(before).toEqual({
		handIns: await count("hand_ins"),
		standings: await count("standings"),
		counted: await count(counted),
	});
});

test("a closed class keeps its hand-ins, reports and points, and gives back the space of its drafts and recordings", async () => {
	const teacher = await site.teacher();
	const own = (await teacher.listClasses({})).classes.map((c) => c.id);
	const [{ id }] = (await site.rows(
		`SELECT a.class_id AS id FROM assignments a JOIN drafts d ON d.assignment_id = a.id
			WHERE a.class_id = ANY($1) GROUP BY 1 ORDER BY count(*) DESC LIMIT 1`,
		[own],
	)) as [{ id: string }];
	const page = await teacher.showClass({ params: { id } });
	const drafts = `drafts d JOIN assignments a ON a.id = d.assignment_id WHERE a.class_id = '${id}'`;
	const tapes = `tapes t JOIN hand_ins h ON h.id = t.hand_in_id JOIN assignments a ON a.id = h.assignment_id WHERE a.class_id = '${id}'`;
	expect([await count(drafts), await count(tapes)].every((n) => (n ?? 0) > 0)).toBe(true);
	await removeOld(database, inDays(CLOSED_CLASS_DAYS + 30));
	expect([await count(drafts), await count(tapes)].every((n) => (n ?? 0) > 0)).toBe(true);
	await site.rows("UPDATE classes SET closed_at = now() WHERE id = $1", [id]);
	await removeOld(database, inDays(CLOSED_CLASS_DAYS - 1));
	expect(await count(drafts)).toBeGreaterThan(0);
	await removeOld(database, inDays(CLOSED_CLASS_DAYS + 1));
	expect([await count(drafts), await count(tapes)]).toEqual([0, 0]);
	// At that time the session was over too.
	const again = await site.teacher();
	const after = await again.showClass({ params: { id } });
	expect(after.cells).toEqual(page.cells);
	const handIn = await again.showHandIn({ params: { id: page.cells.find((c) => c.handInId)?.handInId as string } });
	expect(handIn.report?.criteria.length).toBeGreaterThan(0);
});

test("the docs name every rule with its time", () => {
	const docs = readFileSync(new URL("../../docs/running.md", import.meta.url), "utf8");
	const missing = RULES.filter(
		({ what, days }) => !new RegExp(`\\| ${what} +\\| ${days === 0 ? "at once" : `${days} day`}`).test(docs),
	);
	expect(missing.map((rule) => rule.what)).toEqual([]);
	for (const days of [UNCOUNTED_DAYS, CLOSED_CLASS_DAYS]) expect(docs).toContain(`${days} days`);
});
