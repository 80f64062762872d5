import { execFileSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { readdirSync } from "node:fs";
import { afterAll, beforeAll, describe, expect, inject, test } from "vitest";
import type { CallError, Client } from "../../client/dist/index.js";
import { DEMO_SIGN_INS, DEMO_TEACHERS, demoChecksum } from "../../demo/dist/index.js";
import { readEnvironment, startService } from "../../service/dist/index.js";
import {
	classNamed,
	demoDatabase,
	jobDone,
	placeOf,
	reportOf,
	rowsOf,
	Site,
	settings,
	signedIn,
	workOn,
} from "../site.ts";

let site: Site;
let teacher: Client;
beforeAll(async () => {
	site = await Site.start();
	teacher = await site.teacher();
});
afterAll(() => site.stop());

/** A program of PostgreSQL's, of the newest version that is installed. */
function program(name: string): string {
	const newest = readdirSync("/usr/lib/postgresql").sort((a, b) => Number(b) - Number(a))[0];
	return `/usr/lib/postgresql/${newest}/bin/${name}`;
}
const dump = (url: string) =>
	execFileSync(program("pg_dump"), ["--no-owner", url], { encoding: "utf8", maxBuffer: 512 * 1024 * 1024 });

async function emptyDatabase(): Promise<string> {
	const name = `empty_${randomBytes(6).toString("hex")}`;
	await rowsOf(inject("postgres"), `CREATE DATABASE ${name}`);
	const url = new URL(inject("postgres"));
	url.pathname = `/${name}`;
	return url.href;
}

/** Every student's counted points, by class, name and exercise: what must be the same after a move. */
const POINTS = `SELECT c.name AS class, s.name, e.key, n.earned::float, n.possible::float, n.tries, n.late FROM counting n JOIN assignments a ON a.id = n.assignment_id JOIN classes c ON c.id = a.class_id
	JOIN accounts s ON s.id = n.student_id JOIN exercises e ON e.id = n.exercise_id`;

describe("the demo", () => {
	test("holds the same names, sources, points and days on every machine", async () => {
		expect(demoChecksum(new Date())).toBe(demoChecksum(new Date(Date.UTC(2031, 4, 2))));
		const url = new URL(inject("postgres"));
		url.pathname = "/demo_template";
		const rows = await rowsOf<{ earned: number }>(url.href, `${POINTS} ORDER BY 1, 2, 3`);
		expect([rows.length, rows.reduce((sum, r) => sum + r.earned, 0)]).toEqual([416, 5364.5]);
		expect(demoChecksum(new Date())).toBe("0fccf33fbb41a715");
	});
});

describe("a class archive", () => {
	test("is read back into an empty site with the same points, drafts, decisions and words", async () => {
		const gannet = await classNamed(teacher, "8 Tern");
		// A press without a network, and hints that were asked for.
		await site.rows(
			"INSERT INTO pressed (hand_in_id, at) SELECT h.id, h.handed_in_at - interval '1 hour' FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id WHERE a.class_id = $1 ORDER BY h.handed_in_at LIMIT 2",
			[gannet.id],
		);
		await site.rows(
			`UPDATE drafts SET hinted = '{"eight":{"given":2,"runs":5}}' WHERE assignment_id IN (SELECT id FROM assignments WHERE class_id = $1)`,
			[gannet.id],
		);
		const archive = await teacher.classArchive({ params: { id: gannet.id } });
		const text = typeof archive === "string" ? archive : JSON.stringify(archive);
		const url = await emptyDatabase();
		const running = await startService(readEnvironment(settings(url)), { web: true, worker: true });
		await rowsOf(
			url,
			"INSERT INTO accounts (id, role, name, sign_in_name, passphrase_hash, administrator) SELECT gen_random_uuid(), 'teacher', 'A', 'admin', $1, true",
			[
				(
					await site.rows<{ h: string }>("SELECT passphrase_hash AS h FROM accounts WHERE sign_in_name = 'okafor-lind'")
				)[0]?.h,
			],
		);
		const admin = await signedIn(running.address as string, {
			signInName: "admin",
			passphrase: DEMO_SIGN_INS.teacher.passphrase,
		});
		const loaded = await admin.loadArchive({ body: new TextEncoder().encode(text) });
		expect(loaded).toMatchObject({ classes: 1, students: 19 });
		const end = Date.now() + 60_000;
		while ((await rowsOf(url, "SELECT 1 FROM checks WHERE ended_at IS NULL")).length > 0 && Date.now() < end)
			await new Promise((r) => setTimeout(r, 100));
		const mine = `${POINTS} WHERE c.name = '8 Tern' ORDER BY 1, 2, 3`;
		expect(await rowsOf(url, mine)).toEqual(await site.rows(mine));
		const words = "SELECT words, place, at FROM comments ORDER BY at, words";
		expect((await rowsOf(url, words)).length).toBe(2);
		const pressed = "SELECT p.at, h.source FROM pressed p JOIN hand_ins h ON h.id = p.hand_in_id ORDER BY p.at";
		expect((await rowsOf(url, pressed)).length).toBe(2);
		expect(await rowsOf(url, pressed)).toEqual(await site.rows(pressed));
		const stuck = "SELECT source, runs, idle_runs, met, hinted FROM drafts ORDER BY source";
		expect(await rowsOf(url, stuck)).toEqual(
			await site.rows(
				`SELECT d.source, d.runs, d.idle_runs, d.met, d.hinted FROM drafts d JOIN assignments a ON a.id = d.assignment_id JOIN classes c ON c.id = a.class_id WHERE c.name = '8 Tern' ORDER BY d.source`,
			),
		);
		expect((await rowsOf(url, "SELECT 1 FROM adjustments")).length).toBe(2);
		await running.stop();
	});
});

test("a backup restored into an empty server has the same points", async () => {
	const text = dump(site.url);
	const url = await emptyDatabase();
	execFileSync(program("psql"), ["-q", "-v", "ON_ERROR_STOP=1", url], {
		input: text,
		stdio: ["pipe", "ignore", "pipe"],
	});
	expect(await rowsOf(url, `${POINTS} ORDER BY 1, 2, 3`)).toEqual(await site.rows(`${POINTS} ORDER BY 1, 2, 3`));
	const running = await startService(readEnvironment(settings(url)), { web: true, worker: true });
	const student = await signedIn(running.address as string, DEMO_SIGN_INS.student);
	const { id } = await student.handIn({
		params: placeOf(await workOn(student, "Pier planks")),
		body: { source: "walk 5" },
	});
	expect((await reportOf(student, id)).state).toBe("drew");
	await running.stop();
});

test("a student is deleted for good: a dump holds neither name, nor source, nor words; the class keeps its counts", async () => {
	const own = await Site.start();
	const admin = await own.teacher();
	const idris = await own.student();
	const tern = await classNamed(admin, "8 Tern");
	const person = tern.students.find((s) => s.name === "Idris Vale")?.id as string;
	const place = placeOf(await workOn(idris, "Pier planks"));
	await idris.saveDraft({
		params: place,
		body: {
			source: "-- zanzibarsource\nwalk 5",
			device: "zanzibardesk",
			answers: { why: { words: "zanzibaranswer", when: "after running" } },
		},
		revision: "any",
	});
	const { id } = await idris.handIn({ params: place, body: { source: "-- zanzibarsource\nwalk 5" } });
	await reportOf(idris, id);
	await idris.selfCheck({ params: place, body: { source: "-- zanzibarsource\nwalk 6" } });
	await idris.saveFreeDrawing({ params: { name: "zanzibarboat" }, body: { source: "walk 7" }, revision: 0 });
	await admin.commentOn({
		params: { id },
		body: { place: { on: "whole" }, words: "{name}, zanzibarwords" },
		idempotencyKey: "z",
	});
	await expect(
		own.visitor().signIn({ body: { classCode: "tern-8", signInName: "idris", passphrase: "wrong" } }),
	).rejects.toMatchObject({ code: "wrong-passphrase" });
	const { zipSync } = await import("fflate");
	await admin.previewUpload({
		params: { id: place.id },
		body: zipSync({ "Idris Vale.txt": new TextEncoder().encode("-- zanzibarsource") }),
	});
	const { jobId } = await admin.rehearse({ params: { id: place.id }, body: {} });
	await jobDone(admin, jobId);
	const before = dump(own.url);
	for (const secret of ["Idris", "zanzibarsource", "zanzibaranswer", "zanzibarwords", "zanzibarboat", "zanzibardesk"])
		expect(before).toContain(secret);

	const exercise = (await admin.listExercises({ query: { words: "pier-planks" } })).exercises.find(
		(e) => e.key === "pier-planks",
	)?.id as string;
	const counts = async () =>
		(await admin.acrossClasses({ params: { id: exercise } })).classes.find((c) => c.className === "8 Tern");
	const was = await counts();
	const data = JSON.stringify(await admin.exportStudent({ params: { id: person } }));
	for (const part of ["Idris Vale", "zanzibarsource", "zanzibaranswer", "zanzibarwords", "zanzibarboat"])
		expect(data).toContain(part);
	await admin.deleteStudent({ params: { id: person } });
	await new Promise((r) => setTimeout(r, 300));
	const after = dump(own.url);
	for (const secret of ["Idris", "idris", "zanzibar"])
		expect([secret, after.includes(secret)]).toEqual([secret, false]);
	expect(await counts()).toMatchObject({
		handedIn: was?.handedIn,
		earned: was?.earned,
		possible: was?.possible,
		students: (was?.students ?? 0) - 1,
	});
	await expect(idris.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
	expect((await admin.listAudit({ query: { what: "deleted student" } })).rows[0]).toMatchObject({
		subject: person,
		old: null,
		new: null,
	});
	await own.stop();
});

describe("signing in", () => {
	test("after ten wrong passphrases of one account one in half a minute is looked at; others sign in", async () => {
		const wrong = () =>
			site.visitor().signIn({ body: { classCode: "tern-8", signInName: "mina", passphrase: "not-it" } });
		for (let i = 0; i < 10; i++) await expect(wrong()).rejects.toMatchObject({ status: 401 });
		await expect(wrong()).rejects.toMatchObject({
			status: 429,
			code: "too-many-failures",
			message: expect.stringMatching(/Try again in \d+ s/),
		});
		const response = await fetch(`${site.address}/api/v1/session`, {
			method: "POST",
			headers: { "content-type": "application/json" },
			body: JSON.stringify({ classCode: "tern-8", signInName: "MINA ", passphrase: "x" }),
		});
		expect(Number(response.headers.get("retry-after"))).toBeLessThanOrEqual(30);
		await expect(site.student()).resolves.toBeDefined();
		await site.rows("UPDATE sign_in_failures SET at = at - interval '31 seconds'");
		await expect(wrong()).rejects.toMatchObject({ status: 401 });
		await expect(wrong()).rejects.toMatchObject({ status: 429 });
		await site.rows("UPDATE sign_in_failures SET at = at - interval '11 minutes'");
		await expect(wrong()).rejects.toMatchObject({ status: 401 });
	});

	test("of three hundred guesses at once no more are looked at than one after the other", async () => {
		const guesses = Array.from({ length: 300 }, (_, n) =>
			site
				.visitor()
				.signIn({ body: { classCode: "tern-8", signInName: "kit", passphrase: `guess-${n}` } })
				.then(
					() => 200,
					(error: CallError) => error.status,
				),
		);
		const statuses = await Promise.all(guesses);
		expect(statuses.filter((status) => status === 401).length).toBeLessThanOrEqual(10);
		expect(new Set(statuses)).toEqual(new Set([401, 429]));
		await site.rows("DELETE FROM sign_in_failures");
	});

	test("wrong tries at a class keep out only the address that they come from, whatever it says of itself", async () => {
		const url = await demoDatabase();
		const running = await startService(readEnvironment(settings(url, { MARKPEN_TLS: "1" })), {
			web: true,
			worker: false,
		});
		const { classCode, signInName, passphrase } = DEMO_SIGN_INS.student;
		const from = async (forwarded: string, body: object) => {
			const response = await fetch(`${running.address}/api/v1/session`, {
				method: "POST",
				// The proxy adds the address that it sees to what the client sent.
				headers: { "content-type": "application/json", "x-forwarded-for": forwarded },
				body: JSON.stringify({ classCode, ...body }),
			});
			return response.status;
		};
		let [status, guesses] = [401, 0];
		for (; status === 401 && guesses < 150; guesses++)
			status = await from(`10.0.0.${guesses}, 203.0.113.9`, { signInName: `guess${guesses}`, passphrase: "x" });
		expect([status, guesses]).toEqual([429, 101]);
		expect(await from("10.0.0.250, 203.0.113.9", { signInName, passphrase })).toBe(429);
		expect(await from("198.51.100.4", { signInName, passphrase })).toBe(200);
		await running.stop();
	});

	test("the current passphrase can be guessed no more often than at sign-in", async () => {
		const own = await site.teacher();
		const guess = () => own.changePassphrase({ body: { now: "not-it-at-all", next: "a-long-passphrase-3" } });
		for (let n = 0; n < 10; n++) await expect(guess()).rejects.toMatchObject({ code: "wrong-passphrase" });
		await expect(guess()).rejects.toMatchObject({ status: 429, code: "too-many-failures" });
		await site.rows("DELETE FROM sign_in_failures");
	});

	test("thirty students of one class sign in from one address at once, also when five of them mistype", async () => {
		const from = Date.now();
		const { cards } = await teacher.printCards({
			params: { id: (await classNamed(teacher, "8 Gannet")).id },
			body: {},
		});
		const thirty = [...cards, ...cards.slice(0, 10)];
		await Promise.all(
			cards.slice(0, 5).map((c) => signedIn(site.address, { ...c, passphrase: "oops" }).catch(() => undefined)),
		);
		await Promise.all(thirty.map((c) => signedIn(site.address, c)));
		expect(Date.now() - from).toBeLessThan(60_000);
	});

	test("a token is shown once, kept hashed, and ends when it is revoked or the passphrase is reset", async () => {
		const other = await signedIn(site.address, DEMO_TEACHERS.other);
		const made = await other.makeToken({ body: { ...DEMO_TEACHERS.other, name: "laptop" } });
		const me = (token: string) =>
			fetch(`${site.address}/api/v1/session`, { headers: { authorization: `Bearer ${token}` } });
		expect((await me(made.token)).status).toBe(200);
		expect(dump(site.url)).not.toContain(made.token.slice(4));
		expect((await other.listTokens({})).tokens.map((t) => [t.name, t.usedAt !== null])).toEqual([["laptop", true]]);
		const id = (await other.whoAmI({})).id;
		const { passphrase } = await teacher.resetPassphrase({ params: { id } });
		expect((await me(made.token)).status).toBe(401);
		await expect(other.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
		const again = await signedIn(site.address, { signInName: DEMO_TEACHERS.other.signInName, passphrase });
		await expect(again.listClasses({})).rejects.toMatchObject({ code: "change-passphrase" });
		await expect(again.changePassphrase({ body: { now: passphrase, next: "short" } })).rejects.toMatchObject({
			problem: { errors: [{ path: "next", message: "is too short: 12 characters or more" }] },
		});
		await again.changePassphrase({ body: { now: passphrase, next: "long-enough-now-1" } });
		expect((await again.listClasses({})).classes.length).toBe(1);
	});

	test("an administrator can't lock themselves out, and closes others", async () => {
		const me = (await teacher.whoAmI({})).id;
		await expect(teacher.closeTeacher({ params: { id: me } })).rejects.toMatchObject({ code: "not-this-way" });
		await expect(teacher.changeTeacher({ params: { id: me }, body: { administrator: false } })).rejects.toMatchObject({
			code: "not-this-way",
		});
		const added = await teacher.addTeacher({ body: { name: "P. Short", signInName: "short" } });
		await expect(teacher.addTeacher({ body: { name: "P. Short", signInName: "SHORT" } })).rejects.toMatchObject({
			code: "taken",
		});
		await teacher.closeTeacher({ params: { id: added.id } });
		await expect(signedIn(site.address, { signInName: "short", passphrase: added.passphrase })).rejects.toMatchObject({
			code: "wrong-passphrase",
		});
	});

	test("a class keeps one teacher of its own", async () => {
		const { id } = await teacher.makeClass({ body: { name: "9 Brent", schoolYear: "2026" } });
		const me = (await teacher.whoAmI({})).id;
		await expect(teacher.takeClass({ params: { id, teacher: me } })).rejects.toMatchObject({ code: "last-teacher" });
		await expect(
			teacher.giveClass({ params: { id, teacher: me }, body: { until: new Date(Date.now() + 9e6).toISOString() } }),
		).rejects.toMatchObject({ code: "last-teacher" });
	});
});

describe("exercises", () => {
	const SOURCE =
		"format: markpen/exercise@1\nid: lamp\ntitle: Lamp\nbrief: A yellow lamp, 36 across, at 140, 90.\nmodel: |\n  fill gold\n  circle centre 140, 90 diameter 36\nfigures: { lamp: { kind: circle } }\ncriteria:\n  - { id: one, check: count, of: lamp, exactly: 1, points: 2 }\n  - { id: across, check: measure, of: lamp, what: diameter, is: 36, points: 2 }\n";

	test("are drafted with errors, tried with trial programs, published, copied, shared; edits are guarded", async () => {
		const page = await teacher.draftExercise({
			body: { key: "lamp", source: "format: markpen/exercise@1\nid: lamp\n" },
		});
		expect([page.version, page.draft, page.revision]).toEqual([null, true, 1]);
		await expect(teacher.publishDraft({ params: { id: page.id }, revision: 1 })).rejects.toMatchObject({
			code: "exercise-wrong",
		});
		const programs = [
			{ name: "too small", source: "fill gold\ncircle centre 140, 90 diameter 18", expects: 2 },
			{ name: "right", source: "fill gold\ncircle centre 140, 90 radius 18", expects: 3 },
		];
		const saved = await teacher.saveExercise({
			params: { id: page.id },
			body: { source: SOURCE, trialPrograms: programs },
			revision: 1,
		});
		expect(saved).toEqual({ revision: 2, problems: [] });
		await expect(
			teacher.saveExercise({ params: { id: page.id }, body: { source: "x" }, revision: 1 }),
		).rejects.toMatchObject({ status: 412 });
		const { jobId } = await teacher.tryDraft({ params: { id: page.id } });
		const { result } = (await jobDone(teacher, jobId)) as {
			result: { programs: { name: string; earned: number; asExpected: boolean }[]; fairness: number; asks: string[] };
		};
		expect(result.programs.map((p) => [p.name, p.earned, p.asExpected])).toEqual([
			["too small", 2, true],
			["right", 4, false],
		]);
		expect([result.fairness, result.asks.length]).toEqual([1, 2]);
		const published = await teacher.publishDraft({ params: { id: page.id }, revision: 2 });
		expect([published.number, await teacher.showVersion({ params: { id: page.id, number: 1 } })]).toEqual([1, SOURCE]);
		expect((await teacher.showExercise({ params: { id: page.id } })).draft).toBe(false);
		const other = await signedIn(site.address, DEMO_TEACHERS.cover);
		await expect(other.showExercise({ params: { id: page.id } })).rejects.toMatchObject({ status: 404 });
		await teacher.shareExercise({ params: { id: page.id }, body: { shared: true } });
		await expect(
			other.saveExercise({ params: { id: page.id }, body: { source: "x" }, revision: 2 }),
		).rejects.toMatchObject({ code: "not-for-you" });
		await expect(other.publishExercise({ body: { source: SOURCE } })).rejects.toMatchObject({ code: "taken" });
		const copy = await other.copyExercise({ params: { id: page.id }, body: { key: "lamp-2", title: "Lamp, again" } });
		expect([
			copy.mine,
			copy.source.includes("id: lamp-2"),
			copy.source.includes('title: "Lamp, again"'),
			copy.trialPrograms.length,
		]).toEqual([true, true, true, 2]);
	});

	test("lists page by cursor, and a cursor of nobody's is refused", async () => {
		const seen: string[] = [];
		for (let cursor: string | null = null; ; ) {
			const page = await teacher.listExercises({ query: { limit: 3, ...(cursor && { cursor }) } });
			seen.push(...page.exercises.map((e) => e.key));
			cursor = page.next;
			if (!cursor) break;
		}
		expect(seen).toEqual([...new Set(seen)].sort());
		expect(seen.length).toBeGreaterThanOrEqual(8);
		await expect(teacher.listExercises({ query: { cursor: "bm8" } })).rejects.toMatchObject({
			problem: { errors: [{ path: "cursor" }] },
		});
	});
});

describe("events", () => {
	/** Reads a stream until a word comes. */
	async function until(
		path: string,
		cookie: string,
		word: string,
		see: (text: string) => void = () => undefined,
	): Promise<string> {
		const aborter = new AbortController();
		const response = await fetch(`${site.address}/api/v1${path}`, {
			headers: { cookie },
			signal: aborter.signal,
		});
		expect(response.headers.get("content-type")).toContain("text/event-stream");
		let text = "";
		for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
			text += new TextDecoder().decode(chunk);
			see(text);
			if (text.includes(word)) break;
		}
		aborter.abort();
		return text;
	}
	async function cookieOf(body: object): Promise<string> {
		const response = await fetch(`${site.address}/api/v1/session`, {
			method: "POST",
			headers: { "content-type": "application/json" },
			body: JSON.stringify(body),
		});
		return response.headers.get("set-cookie")?.split(";")[0] as string;
	}

	test("tell a student when the check is over, and a teacher what comes in; a broken stream goes on where it was", async () => {
		const [own, teachers] = [await cookieOf(DEMO_SIGN_INS.student), await cookieOf(DEMO_SIGN_INS.teacher)];
		const student = await site.student();
		await site.rows("UPDATE assignments SET tries = NULL");
		const place = placeOf(await workOn(student, "Pier planks"));
		let ready: () => void = () => undefined;
		const isReady = new Promise<void>((resolve) => {
			ready = resolve;
		});
		const watching = until(`/assignments/${place.id}/events`, teachers, "event: checked", (text) => {
			if (text.includes("event: ready")) ready();
		});
		await isReady;
		const { id } = await student.handIn({ params: place, body: { source: "walk 5" } });
		const seen = await watching;
		expect(seen).toMatch(/event: handed-in\ndata: \{"handInId":"[0-9a-f-]{36}"\}/);
		const told = await until(`/hand-ins/${id}/events`, own, "event: checked");
		const number = /id: (\d+)\nevent: checked/.exec(told)?.[1];
		const again = await fetch(`${site.address}/api/v1/hand-ins/${id}/events`, {
			headers: { cookie: own, "last-event-id": String(Number(number) - 1) },
		});
		expect(await again.text()).toContain(`id: ${number}`);
		// Events are kept for two days: the stream of an older hand-in says once more that it is checked, and ends.
		await site.rows("DELETE FROM progress WHERE subject = $1", [id]);
		const old = await fetch(`${site.address}/api/v1/hand-ins/${id}/events`, { headers: { cookie: own } });
		expect(await old.text()).toContain("event: checked\ndata: {}");
	});
});

describe("what it says of itself", () => {
	test("health, readiness, and Prometheus's text with the queue's state", async () => {
		const text = await (await fetch(`${site.address}/metrics`)).text();
		expect(text).toMatch(
			/markpen_request_seconds_bucket\{le="0.03",route="\/api\/v1\/session",method="POST",status="200"\} \d+/,
		);
		expect(text).toContain("process_cpu_seconds_total");
		for (const path of ["/healthz", "/readyz"]) expect((await fetch(`${site.address}${path}`)).status).toBe(200);
	});

	test("a readable page of the API", async () => {
		const page = await (await fetch(`${site.address}/api/`)).text();
		expect(page).toContain("swagger-ui");
	});
});
