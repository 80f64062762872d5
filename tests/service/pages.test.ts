import { readFileSync } from "node:fs";
import { get, type IncomingHttpHeaders } from "node:http";
import { brotliDecompressSync, gunzipSync } from "node:zlib";
import { afterAll, beforeAll, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { ROUTES } from "../../contract/dist/index.js";
import { DEMO_SIGN_INS, demoPrograms } from "../../demo/dist/index.js";
import { classNamed, Site, visitorOf, workOn } from "../site.ts";

let site: Site;
let teacher: Client;

beforeAll(async () => {
	site = await Site.start();
	teacher = await site.teacher();
});
afterAll(() => site.stop());

const classPage = () => classNamed(teacher, "8 Tern");

test("a class shows each student's try that counts at each assignment, with points and verdicts", async () => {
	const page = await classPage();
	expect([page.name, page.students.length, page.columns.map((a) => a.title)]).toEqual([
		"8 Tern",
		19,
		[
			"Mooring buoy",
			"Sail",
			"Pier planks",
			"Lighthouse",
			"Compass rose",
			"Rope coil",
			"Harbour scene",
			"Ferry crossing",
		],
	]);
	const pairs = new Set(demoPrograms().map((p) => `${p.student} ${p.exercise}`));
	expect(page.cells.length).toBeGreaterThan(pairs.size);
	expect(page.cells.every((c) => c.points !== null && c.verdicts.length > 0)).toBe(true);
	const kit = page.students.find((s) => s.name === "Kit Sorrel");
	const buoy = page.cells.find((c) => c.studentId === kit?.id && c.assignmentId === page.columns[0]?.assignmentId);
	expect([buoy?.tries, buoy?.points]).toEqual([2, { earned: 16, possible: 16 }]);
});

test("an assignment shows a wall in the order of names, with what to know of each, and who is missing", async () => {
	const { columns } = await classPage();
	const page = await teacher.showAssignment({ params: { id: columns[1]?.assignmentId as string } });
	expect(page.handIns.map((h) => h.student.name)).toEqual([...page.handIns.map((h) => h.student.name)].sort());
	expect(page.handIns.find((h) => h.student.name === "Sami Dene")?.note).toBe("stopped on line 7");
	expect(page.handIns.find((h) => h.student.name === "Ned Holt")?.note).toBe("can't be read, line 2");
	expect(page.handIns.find((h) => h.student.name === "Ana Brook")?.note).toBe("all met");
	expect(page.without.map((s) => s.name)).toContain("Oli Tarn");
	expect(page.excused).toEqual([page.without.find((s) => s.name === "Oli Tarn")?.id]);
	expect(page.criteria.length).toBe(page.handIns[0]?.verdicts.length);
});

test("a hand-in leads to the students before and after", async () => {
	const { columns } = await classPage();
	const wall = await teacher.showAssignment({ params: { id: columns[0]?.assignmentId as string } });
	const second = await teacher.showHandIn({ params: { id: wall.handIns[1]?.id as string } });
	expect([second.before, second.after]).toEqual([wall.handIns[0]?.id, wall.handIns[2]?.id]);
});

test("a drawing is served as a file that can do nothing", async () => {
	const { cells } = await classPage();
	const id = cells[0]?.handInId as string;
	expect(await teacher.showDrawing({ params: { id } })).toMatch(/^<svg xmlns=/);
	let headers = new Headers();
	const watching = visitorOf(site.address, (response) => {
		headers = response.headers;
	});
	const { signInName, passphrase } = DEMO_SIGN_INS.teacher;
	await watching.signIn({ body: { signInName, passphrase } });
	await watching.showDrawing({ params: { id } });
	expect(headers.get("content-type")).toBe("image/svg+xml; charset=utf-8");
	expect(headers.get("content-security-policy")).toContain("sandbox; default-src 'none'");
	expect(headers.get("x-content-type-options")).toBe("nosniff");
});

test("a published exercise is a version that never changes; the same text again is the same version", async () => {
	const source = readFileSync(new URL("../../demo/exercises/sail.exercise.yaml", import.meta.url), "utf8");
	const first = await teacher.publishExercise({ body: { source } });
	const same = await teacher.publishExercise({ body: { source } });
	const next = await teacher.publishExercise({ body: { source: source.replace("size: 3", "size: 5") } });
	expect([
		first.number,
		same.number,
		next.number,
		same.versionId === first.versionId,
		next.exerciseId === first.exerciseId,
	]).toEqual([1, 1, 2, true, true]);
});

test("a file with mistakes isn't published; each mistake has its line", async () => {
	const source = readFileSync(new URL("../../demo/exercises/sail.exercise.yaml", import.meta.url), "utf8").replace(
		"check: count, of: name",
		"check: cuont, of: name",
	);
	await expect(teacher.publishExercise({ body: { source } })).rejects.toMatchObject({
		status: 422,
		code: "exercise-wrong",
		problem: {
			errors: [{ path: "criteria[6].check", message: 'line 33: "cuont" isn\'t known here; did you mean "count"?' }],
		},
	});
});

test("a student's work holds the brief and checklist, and no line of the model", async () => {
	const student = await site.student();
	const work = await workOn(student, "Pier planks");
	expect(work.exercise.criteria.map((c) => c.sentence)).toContain("Seven planks");
	expect(JSON.stringify(await student.listWork({}))).not.toContain("for i from 0 to 6");
	expect(JSON.stringify(work.exercise)).not.toContain("saddlebrown");
});

test("the API describes itself in OpenAPI 3.1, and says when it is well", async () => {
	const description = (await (await fetch(`${site.address}/api/v1/openapi.json`)).json()) as {
		openapi: string;
		paths: Record<string, Record<string, { responses: object; summary: string }>>;
	};
	expect(description.openapi).toBe("3.1.0");
	for (const methods of Object.values(description.paths))
		for (const of of Object.values(methods)) expect(of.summary.length).toBeGreaterThan(5);
	expect((await fetch(`${site.address}/healthz`)).status).toBe(200);
	expect((await fetch(`${site.address}/readyz`)).status).toBe(200);
});

test("scripts and styles are sent compressed to whoever takes that, and say so", async () => {
	const page = await (await fetch(`${site.address}/`)).text();
	const script = `${site.address}${/src="(\/assets\/[^"]+\.js)"/.exec(page)?.[1]}`;
	const sent = async (encoding: string) => {
		const { headers, body } = await new Promise<{ headers: IncomingHttpHeaders; body: Buffer }>((resolve, reject) =>
			get(script, { headers: { "accept-encoding": encoding } }, (response) => {
				const parts: Buffer[] = [];
				response
					.on("data", (part: Buffer) => parts.push(part))
					.on("end", () => resolve({ headers: response.headers, body: Buffer.concat(parts) }));
			}).on("error", reject),
		);
		expect(headers.vary).toContain("accept-encoding");
		expect(headers["content-type"]).toContain("javascript");
		return { as: headers["content-encoding"], body };
	};
	const [plain, br, gzip] = [await sent("identity"), await sent("br, gzip"), await sent("gzip")];
	expect([plain.as, br.as, gzip.as]).toEqual([undefined, "br", "gzip"]);
	expect(brotliDecompressSync(br.body).equals(plain.body)).toBe(true);
	expect(gunzipSync(gzip.body).equals(plain.body)).toBe(true);
	expect(br.body.length).toBeLessThan(plain.body.length / 2);
});

test("headers keep pages to themselves, without asking for TLS on a plain address", async () => {
	const { headers } = await fetch(`${site.address}/`);
	const policy = headers.get("content-security-policy") ?? "";
	for (const part of [
		"default-src 'self'",
		"script-src 'self'",
		"style-src 'self' 'unsafe-inline'",
		"img-src 'self' blob: data:",
		"connect-src 'self'",
		"object-src 'none'",
		"base-uri 'none'",
		"frame-ancestors 'none'",
	])
		expect(policy).toContain(part);
	expect(policy).not.toContain("upgrade-insecure-requests");
	expect(headers.get("strict-transport-security")).toBeNull();
	expect(headers.get("x-content-type-options")).toBe("nosniff");
});

test("what isn't there is a problem document, for calls and for files", async () => {
	for (const path of ["/api/v1/nothing", "/assets/nothing.js"]) {
		const response = await fetch(`${site.address}${path}`);
		expect([response.status, response.headers.get("content-type")]).toEqual([
			404,
			expect.stringContaining("application/problem+json"),
		]);
	}
});

test("a reply tells its time on the server to who is signed in, and to nobody else", async () => {
	const times: (string | null)[] = [];
	const timed = visitorOf(site.address, (response) => times.push(response.headers.get("server-timing")));
	await timed.signIn({ body: DEMO_SIGN_INS.teacher });
	await timed.listClasses({});
	expect(times).toEqual([null, expect.stringMatching(/^total;dur=\d+\.\d$/)]);
	expect((await fetch(`${site.address}/healthz`)).headers.get("server-timing")).toBeNull();
});

test("drawings of a wall, which are sent as they were made, are what the contract says", async () => {
	const [first] = (await teacher.listClasses({})).classes;
	const { columns } = await teacher.showClass({ params: { id: first?.id as string } });
	const [column] = columns;
	const ask = () =>
		teacher.listDrawings({ params: { id: column?.assignmentId as string }, query: { exercise: column?.exercise } });
	const reply = await ask();
	expect(reply.drawings.length).toBeGreaterThan(10);
	expect(ROUTES.listDrawings.reply.parse(reply)).toEqual(reply);
});

test("a class, sent as it was made, matches the contract exactly; so does one without work", async () => {
	for (const { id } of (await teacher.listClasses({})).classes) {
		const page = await teacher.showClass({ params: { id } });
		expect(page.cells.length).toBeGreaterThan(10);
		expect(ROUTES.showClass.reply.parse(page)).toEqual(page);
	}
	const empty = await teacher.makeClass({ body: { name: "Nobody yet", schoolYear: "2026" } });
	const page = await teacher.showClass({ params: { id: empty.id } });
	expect([page.cells, page.columns, ROUTES.showClass.reply.parse(page)]).toEqual([[], [], page]);
});

test("a new class gets a code of its own, also where many have one like it", async () => {
	await site.rows(
		"INSERT INTO classes (id, name, school_year, code) SELECT gen_random_uuid(), 'Reed', '2026', 'reed-' || n FROM generate_series(100, 560) n",
	);
	const codes = [];
	for (let i = 0; i < 8; i++)
		codes.push((await teacher.makeClass({ body: { name: "Reed", schoolYear: "2026" } })).code);
	expect(new Set(codes).size).toBe(8);
	await expect(
		teacher.makeClass({ body: { name: "Reed", schoolYear: "2026", code: "reed-200" } }),
	).rejects.toMatchObject({ code: "taken" });
});
