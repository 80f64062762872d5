import { monitorEventLoopDelay } from "node:perf_hooks";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { API_BASE } from "../../contract/dist/index.js";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { zipBomb } from "../../setup/zip-bomb.mjs";
import { classNamed, placeOf, reportOf, Site, workOn } from "../site.ts";

/**
 * What a heavy request may hold up the service at most, in milliseconds. It is some ten on a quiet machine, and was
 * 4 to 19 s; other tests beside this one, and a slow machine, add to it.
 */
const MAX_DELAY = 3_000;

let site: Site;
let cookies: { teacher: string; student: string };
let assignment: string;

async function cookieOf(body: object): Promise<string> {
	const response = await fetch(`${site.address}${API_BASE}/session`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify(body),
	});
	return response.headers.get("set-cookie")?.split(";")[0] as string;
}

beforeAll(async () => {
	site = await Site.start();
	cookies = { teacher: await cookieOf(DEMO_SIGN_INS.teacher), student: await cookieOf(DEMO_SIGN_INS.student) };
	const tern = await classNamed(await site.teacher(), "8 Tern");
	assignment = tern.columns.find((c) => c.exercise === "pier-planks")?.assignmentId as string;
	await site.rows(
		"UPDATE assignments SET tries = NULL, due_at = greatest(due_at, now()), closes_at = now() + interval '90 days'",
	);
});
afterAll(() => site.stop());

interface Sent {
	readonly type: string;
	readonly body: string | Uint8Array<ArrayBuffer>;
}
const call = (method: string, path: string, as: keyof typeof cookies, sent?: Sent) =>
	fetch(`${site.address}${API_BASE}${path}`, {
		method,
		headers: { cookie: cookies[as], ...(sent && { "content-type": sent.type, "if-match": "*" }) },
		...(sent && { body: sent.body }),
	});

/** How long, in milliseconds, this process did nothing else at the longest while something was done. */
async function held(work: () => Promise<unknown>): Promise<number> {
	const delay = monitorEventLoopDelay({ resolution: 5 });
	delay.enable();
	await work();
	delay.disable();
	return delay.max / 1e6;
}

describe("a file that takes long to read", () => {
	const head = "format: markpen/exercise@1\nid: heavy\ntitle: Heavy\nbrief: |\n  Heavy.\nlanguage: nib\n";
	test.each([
		["many keys", `${head}scale:\n${Array.from({ length: 22_000 }, (_, n) => `  k${n}: 1\n`).join("")}`],
		[
			"many figures",
			`${head}figures:\n${Array.from({ length: 11_000 }, (_, n) => `  f${n}: {kind: rect}\n`).join("")}`,
		],
		[
			"many wrong figures",
			`${head}figures:\n${Array.from({ length: 3_000 }, (_, n) => `  f${n}: {knd: 1}\n`).join("")}`,
		],
		["brackets in one another", `${head}figures: ${"[".repeat(120_000)}`],
		["lists in one another", `${head}figures:\n  ${"- ".repeat(120_000)}x\n`],
		["keys that are asked for", `${head}figures: ${"? ".repeat(120_000)}\n`],
		["many wrong criteria", `${head}criteria:\n${"  - {chek: 1}\n".repeat(5_000)}`],
		["aliases of aliases", `${head}a: &a [x, x]\nb: &b [*a, *a, *a]\nc: &c [*b, *b, *b]\nd: [*c, *c, *c]\n`],
		["quotation marks", `${head}title: ${'"'.repeat(250_000)}\n`],
		["blank lines and comments", `${head}${"\n#\n".repeat(80_000)}`],
		["colons", `${head}${": ".repeat(120_000)}`],
	])("of an exercise is refused without holding others: %s", async (_, text) => {
		let status = 0;
		const body = JSON.stringify({ source: text });
		const delay = await held(async () => {
			const response = await call("POST", "/exercises", "teacher", { type: "application/json", body });
			status = response.status;
			expect(JSON.stringify(await response.json()).length).toBeLessThan(40_000);
		});
		expect(status).toBe(422);
		expect(delay).toBeLessThan(MAX_DELAY);
	});
});

describe("a zip that says wrong things", () => {
	test.each([
		["an upload", () => `/assignments/${assignment}/uploads`],
		["OneRoster's lists", () => "/oneroster/preview"],
	])("as %s is refused without holding others", async (_, path) => {
		const zip = zipBomb();
		let said = "";
		const delay = await held(async () => {
			const response = await call("POST", path(), "teacher", { type: "application/zip", body: zip });
			said = `${response.status} ${(await response.json()).detail}`;
		});
		expect(said).toMatch(/^422 .*nell/);
		expect(delay).toBeLessThan(MAX_DELAY);
	});
});

describe("a program whose report would be too large", () => {
	const programOf = (letter: string) =>
		`let t = "${letter.repeat(10_000)}"\nfor i from 1 to 5000\n  text t at i, i\nend\n`;

	test.each(["a", "港"])(
		"of letters %s has a report of at most a mebibyte, which is read in a moment",
		async (letter) => {
			const student = await site.student();
			const place = placeOf(await workOn(student, "Pier planks"));
			const { id } = await student.handIn({ params: place, body: { source: programOf(letter) } });
			const report = await reportOf(student, id);
			expect(JSON.stringify(report).length).toBeLessThan(1_048_576);
			expect(report.cut?.shapes).toBeGreaterThan(0);
			const delay = await held(() =>
				Promise.all(Array.from({ length: 10 }, () => call("GET", `/hand-ins/${id}`, "student"))),
			);
			expect(delay).toBeLessThan(MAX_DELAY);
		},
	);

	test("and one that the database refuses says so, at the first try", async () => {
		await site.rows(`CREATE FUNCTION refuse() RETURNS trigger LANGUAGE plpgsql AS $$
			BEGIN IF NEW.body::text LIKE '%unstorable%' THEN RAISE EXCEPTION 'too large' USING ERRCODE = '54000'; END IF;
			RETURN NEW; END $$`);
		await site.rows("CREATE TRIGGER refuse BEFORE INSERT ON reports FOR EACH ROW EXECUTE FUNCTION refuse()");
		const student = await site.student();
		const place = placeOf(await workOn(student, "Pier planks"));
		const { id } = await student.handIn({ params: place, body: { source: 'text "unstorable" at 5, 5\n' } });
		const report = await reportOf(student, id);
		expect(report.errors.map((e) => e.code)).toEqual(["report-not-kept"]);
		const rows = await site.rows<{ retry: number }>(
			"SELECT coalesce(max(retry_count), 0)::int AS retry FROM queue.job WHERE state < 'completed'",
		);
		expect(rows[0]?.retry).toBe(0);
		await site.rows("DROP TRIGGER refuse ON reports");
	});
});

describe("a model that never ends", () => {
	const endless = `format: markpen/exercise@1
id: endless
title: Endless
brief: |
  A dot.
language: nib
model: |
  let t = "${"x".repeat(9_000)}"
  let n = 0
  while true
    n = n + length(t)
  end
figures: {}
criteria:
  - { id: one, check: count, of: { kind: dot }, exactly: 1, points: 1 }
`;

	test("holds nobody: neither where it is published nor where its picture is looked at", async () => {
		const body = JSON.stringify({ source: endless });
		const teacher = await site.teacher();
		const delay = await held(async () => {
			const response = await call("POST", "/exercises", "teacher", { type: "application/json", body });
			expect([200, 201, 422]).toContain(response.status);
			const { exercises } = await teacher.listExercises({});
			await Promise.all(exercises.map((e) => call("GET", `/exercises/${e.id}/picture.svg`, "teacher")));
		});
		expect(delay).toBeLessThan(MAX_DELAY);
	});
});

describe("many pictures at once", () => {
	test("are made one after another; a caller who asks for too many has to wait, and others get theirs", async () => {
		const student = await site.student();
		const place = placeOf(await workOn(student, "Pier planks"));
		const many = "for i from 1 to 20000\n  circle centre i / 50, 150 radius 100\nend\n";
		const { id } = await student.handIn({ params: place, body: { source: many } });
		await reportOf(student, id);
		const small = (
			await site.rows<{ id: string }>("SELECT hand_in_id AS id FROM reports WHERE length(body::text) < 20000 LIMIT 1")
		)[0]?.id;
		const heavy = Array.from({ length: 30 }, () => call("GET", `/hand-ins/${id}/drawing.png?width=2000`, "student"));
		const other = await call("GET", `/hand-ins/${small}/drawing.png?width=200`, "teacher");
		expect(other.status).toBe(200);
		const answers = await Promise.all(heavy);
		const statuses = new Set(answers.map((a) => a.status));
		expect([...statuses].filter((s) => ![200, 422, 503].includes(s))).toEqual([]);
		const refused = answers.filter((a) => a.status === 503);
		expect(refused.length).toBeGreaterThan(0);
		expect(refused.every((a) => Number(a.headers.get("retry-after")) > 0)).toBe(true);
	});
});
