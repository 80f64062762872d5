import { readFileSync } from "node:fs";
import fc from "fast-check";
import { strToU8, zipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { API_BASE } from "../../contract/dist/index.js";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { classNamed, Site } from "../site.ts";

/** What is put instead of a part of a file. */
const AWKWARD: readonly unknown[] = [
	null,
	"",
	" ",
	"\u0000",
	"\ud800",
	"x".repeat(300),
	"=1+1",
	"<b>",
	"__proto__",
	-1,
	0,
	0.001,
	1e12,
	1e308,
	2 ** 40,
	true,
	[],
	{},
	[null],
	"2026-01-01T00:00:00Z",
	"+200000-01-01T00:00:00Z",
	"0000-01-01T00:00:00Z",
	"ana",
	"idris",
];

let site: Site;
let cookie: string;
let ids: { class: string; assignment: string };

beforeAll(async () => {
	site = await Site.start({ web: true, worker: false });
	const response = await fetch(`${site.address}${API_BASE}/session`, {
		method: "POST",
		headers: { "content-type": "application/json" },
		body: JSON.stringify(DEMO_SIGN_INS.teacher),
	});
	cookie = response.headers.get("set-cookie")?.split(";")[0] as string;
	const tern = await classNamed(await site.teacher(), "8 Tern");
	ids = { class: tern.id, assignment: tern.columns.find((c) => c.exercise === "pier-planks")?.assignmentId as string };
});
afterAll(() => site.stop());

/**
 * Sends a file, and gives a line where the answer is a mistake of the service or no answer that people can read.
 *
 * @param well whether it should be taken
 */
async function sent(path: string, type: string, body: string | Uint8Array, { well = false } = {}): Promise<string[]> {
	const response = await fetch(`${site.address}${API_BASE}${path}`, {
		method: "POST",
		headers: { cookie, "content-type": type },
		body: body as BodyInit,
	});
	const text = await response.text();
	const isProblem = response.headers.get("content-type")?.includes("application/problem+json") ?? false;
	return response.status >= (well ? 400 : 500) || (response.status >= 400 && !isProblem)
		? [`${response.status} ${text.slice(0, 300)}`]
		: [];
}

type Edit = { readonly at: number; readonly do: "put" | "leave out" | "twice"; readonly value: unknown };
const edits = (most: number) =>
	fc.array(
		fc.record({
			at: fc.nat(),
			do: fc.constantFrom("put", "put", "put", "leave out", "twice") as fc.Arbitrary<Edit["do"]>,
			value: fc.constantFrom(...AWKWARD),
		}),
		{
			minLength: 1,
			maxLength: most,
		},
	);

/** A value with one of its parts changed, found by counting through all of them. */
function changed(value: unknown, { at, do: what, value: put }: Edit): unknown {
	const copy = structuredClone(value);
	const places: [object: Record<string, unknown>, name: string][] = [];
	const visit = (part: unknown): void => {
		if (typeof part !== "object" || part === null) return;
		for (const [name, inner] of Object.entries(part)) {
			places.push([part as Record<string, unknown>, name]);
			visit(inner);
		}
	};
	visit(copy);
	const [object, name] = places[at % places.length] as [Record<string, unknown>, string];
	if (what === "put") object[name] = put;
	else if (!Array.isArray(object)) delete object[name];
	else
		object.splice(
			Number(name),
			1,
			...(what === "twice" ? [object[Number(name)], structuredClone(object[Number(name)])] : []),
		);
	return copy;
}

/** A text with one line, or one part between commas and colons, changed. */
function changedText(text: string, { at, do: what, value }: Edit): string {
	const pieces = text.split(at % 2 ? /(?<=\n)/ : /(?<=[,:\n])/);
	const n = at % pieces.length;
	const piece = pieces[n] ?? "";
	const end = /[,:\n]?$/.exec(piece)?.[0] ?? "";
	const put = `${typeof value === "string" ? value : JSON.stringify(value)}${end}`;
	pieces.splice(n, 1, ...(what === "put" ? [put] : what === "twice" ? [piece, piece] : []));
	return pieces.join("");
}

const RUNS = 100;
const sampled = (most: number) => fc.sample(edits(most), { numRuns: RUNS, seed: 11 });

describe("a file with anything in it is read, or refused with its reason; never a mistake of the service", () => {
	test("a class archive", async () => {
		const whole = (await (
			await fetch(`${site.address}${API_BASE}/classes/${ids.class}/archive`, { headers: { cookie } })
		).json()) as Record<string, { key: string }[]> & {
			classes: {
				students: { student: string }[];
				assignments: { key: string; ownDates: { student: string }[]; releases: { student: string }[] }[];
			}[];
			handIns: { student: string; assignment: string }[];
			drafts: { student: string; assignment: string }[];
		};
		const [of] = whole.classes;
		const students = of?.students.slice(0, 2).map((s) => s.student) as string[];
		const assignments = of?.assignments.slice(0, 2).map((a) => a.key) as string[];
		const mine = <T extends { student: string; assignment: string }>(all: T[]) =>
			all.filter((h) => students.includes(h.student) && assignments.includes(h.assignment));
		const small = {
			...whole,
			students: whole.students?.filter((s) => students.includes(s.key)),
			classes: [
				{
					...of,
					students: of?.students.filter((s) => students.includes(s.student)),
					assignments: of?.assignments
						.filter((a) => assignments.includes(a.key))
						.map((a) => ({
							...a,
							ownDates: a.ownDates.filter((o) => students.includes(o.student)),
							releases: a.releases.filter((r) => students.includes(r.student)),
						})),
				},
			],
			handIns: mine(whole.handIns),
			drafts: mine(whole.drafts),
		};
		expect(small.handIns.length).toBeGreaterThan(1);
		const type = "application/vnd.markpen.archive+json";
		expect(await sent("/archives", type, JSON.stringify(small), { well: true })).toEqual([]);
		for (const made of sampled(2))
			expect([made, await sent("/archives", type, JSON.stringify(made.reduce(changed, small as unknown)))]).toEqual([
				made,
				[],
			]);
	});

	test("an exercise and a collection", async () => {
		const exercise = readFileSync("demo/exercises/lighthouse.exercise.yaml", "utf8");
		const collection = readFileSync("demo/harbour-day.collection.yaml", "utf8");
		for (const [path, text] of [
			["/exercises", exercise],
			["/collections", collection],
		] as const) {
			expect(await sent(path, "application/json", JSON.stringify({ source: text }), { well: true })).toEqual([]);
			for (const made of sampled(3))
				expect([
					made,
					await sent(path, "application/json", JSON.stringify({ source: made.reduce(changedText, text) })),
				]).toEqual([made, []]);
		}
	});

	test("a list of names", async () => {
		const csv = 'Name,Number,Sign-in name\nVale Idris,17,idris\nReed Ana,18,ana\n"Brook, Oli",19,oli\n';
		expect(
			await sent(`/classes/${ids.class}/roster/preview`, "application/json", JSON.stringify({ csv }), { well: true }),
		).toEqual([]);
		for (const made of sampled(3))
			for (const path of ["roster/preview", "roster"])
				expect([
					made,
					await sent(
						`/classes/${ids.class}/${path}`,
						"application/json",
						JSON.stringify({ csv: made.reduce(changedText, csv) }),
					),
				]).toEqual([made, []]);
	});

	test("OneRoster's files", async () => {
		const files: Record<string, string> = {
			"manifest.csv":
				"propertyName,value\nmanifest.version,1.0\noneroster.version,1.2\nfile.orgs,bulk\nfile.academicSessions,bulk\nfile.classes,bulk\nfile.users,bulk\nfile.enrollments,bulk\n",
			"orgs.csv": "sourcedId,name,type\nO1,Saltmere School,school\n",
			"academicSessions.csv":
				"sourcedId,title,type,startDate,endDate,schoolYear\nS1,2026,schoolYear,2026-08-01,2027-07-31,2027\n",
			"classes.csv": "sourcedId,title,classType,schoolSourcedId,termSourcedIds\nC1,8 Skua,scheduled,O1,S1\n",
			"users.csv":
				"sourcedId,enabledUser,username,givenName,familyName\nU1,true,w.teacher,Wen,Arle\nU2,true,p.student,Pia,Lowe\n",
			"enrollments.csv":
				"sourcedId,classSourcedId,schoolSourcedId,userSourcedId,role\nE1,C1,O1,U1,teacher\nE2,C1,O1,U2,student\n",
		};
		const names = Object.keys(files);
		const zipOf = (texts: Record<string, string>) =>
			zipSync(Object.fromEntries(Object.entries(texts).map(([name, text]) => [name, strToU8(text)])));
		for (const path of ["/oneroster/preview", "/oneroster"])
			expect(await sent(path, "application/zip", zipOf(files), { well: true })).toEqual([]);
		for (const made of sampled(2)) {
			const texts = { ...files };
			for (const edit of made) {
				const name = names[edit.at % names.length] as string;
				texts[name] = changedText(texts[name] as string, { ...edit, at: Math.floor(edit.at / names.length) });
			}
			for (const path of ["/oneroster/preview", "/oneroster"])
				expect([made, path, await sent(path, "application/zip", zipOf(texts))]).toEqual([made, path, []]);
		}
	});

	test("a zip of students' files, whole or damaged", async () => {
		const zip = zipSync({
			"Idris Vale/planks.nib": strToU8("walk 5\n"),
			"ana.nib": strToU8("walk 5\n"),
			"nobody/x.nib": new Uint8Array([0xff, 0xfe, 0]),
		});
		expect(await sent(`/assignments/${ids.assignment}/uploads`, "application/zip", zip, { well: true })).toEqual([]);
		for (const made of sampled(4)) {
			const bytes = zip.slice(0, zip.length - (made.length > 2 ? (made[0]?.at ?? 0) % zip.length : 0));
			for (const { at, value } of made) if (bytes.length > 0) bytes[at % bytes.length] = String(value).length;
			expect([made, await sent(`/assignments/${ids.assignment}/uploads`, "application/zip", bytes)]).toEqual([
				made,
				[],
			]);
		}
	});
});

test("after all of that the service is well", async () => {
	expect((await fetch(`${site.address}/readyz`)).status).toBe(200);
});
