import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { type Client, createClient } from "../../client/dist/index.js";
import { API_BASE, type Caller, ROUTES, type Route, USUAL_RULES } from "../../contract/dist/index.js";
import { DEMO_SIGN_INS, DEMO_STUDENTS, DEMO_TEACHERS } from "../../demo/dist/index.js";
import { classNamed, Site, signedIn } from "../site.ts";

type Name = keyof typeof ROUTES;
/** Everybody who may call, and what they are to 8 Gannet. */
const CALLERS = [
	"nobody",
	"a student of the class",
	"a student of another",
	"its teacher",
	"a teacher of none",
	"who covers it",
	"an administrator of none",
	"an expired token",
	"a revoked token",
	"a token for reading",
] as const;
type Who = (typeof CALLERS)[number];

let site: Site;
const callers = {} as Record<Who, Client>;
/** Ids of 8 Gannet's things. */
const ids = {
	class: "",
	assignment: "",
	handIn: "",
	student: "",
	exercise: "",
	teacher: "",
	other: "",
	job: "",
	token: "",
};

/** The text of every reply to a student. */
const replies: Promise<string>[] = [];

const bearer = (token: string) =>
	createClient({ base: site.address, headers: () => ({ authorization: `Bearer ${token}` }) });
const NONE = "01890000-0000-7000-8000-000000000000";

beforeAll(async () => {
	site = await Site.start();
	const { address } = site;
	const admin = await site.teacher();
	const [other, gannet] = [await signedIn(address, DEMO_TEACHERS.other), await classNamed(admin, "8 Gannet")];
	const cell = gannet.cells.find((c) => c.exercise === "pier-planks");
	const cover = (await admin.listTeachers({})).teachers.find((t) => t.name === DEMO_TEACHERS.cover.name)?.id as string;
	await other.giveClass({
		params: { id: gannet.id, teacher: cover },
		body: { until: new Date(Date.now() + 86_400_000).toISOString() },
	});
	const fresh = async (signInName: string, administrator: boolean) => {
		const { passphrase } = await admin.addTeacher({ body: { name: `T. ${signInName}`, signInName, administrator } });
		const client = await signedIn(address, { signInName, passphrase });
		await client.changePassphrase({ body: { now: passphrase, next: "a-long-passphrase-1" } });
		return client;
	};
	const token = async (scope: "read" | "write") =>
		other.makeToken({ body: { ...DEMO_TEACHERS.other, name: scope, scope } });
	const [expired, revoked, reads] = [await token("write"), await token("write"), await token("read")];
	await site.rows("UPDATE tokens SET ends_at = now() - interval '1 second' WHERE id = $1", [expired.id]);
	await other.revokeToken({ params: { id: revoked.id } });
	const [s, o] = [DEMO_STUDENTS.gannet[0], DEMO_STUDENTS.tern[0]];
	callers.nobody = site.visitor();
	const read = (response: Response) => {
		if (/json|text|svg|csv/.test(response.headers.get("content-type") ?? "") && !response.url.endsWith("/events"))
			replies.push(response.clone().text());
	};
	callers["a student of the class"] = await signedIn(
		address,
		{ classCode: "gannet-8", signInName: s?.signInName as string, passphrase: s?.passphrase as string },
		read,
	);
	callers["a student of another"] = await signedIn(
		address,
		{
			classCode: DEMO_SIGN_INS.student.classCode,
			signInName: o?.signInName as string,
			passphrase: o?.passphrase as string,
		},
		read,
	);
	callers["its teacher"] = other;
	callers["a teacher of none"] = await fresh("none", false);
	callers["who covers it"] = await signedIn(address, DEMO_TEACHERS.cover);
	callers["an administrator of none"] = await fresh("admin", true);
	callers["an expired token"] = bearer(expired.token);
	callers["a revoked token"] = bearer(revoked.token);
	callers["a token for reading"] = bearer(reads.token);
	const me = gannet.students.find((one) => one.name === s?.name);
	const mine = gannet.cells.find((c) => c.studentId === me?.id);
	Object.assign(ids, {
		class: gannet.id,
		assignment: cell?.assignmentId,
		handIn: mine?.handInId,
		student: me?.id,
		other: gannet.students[3]?.id,
		exercise: (await admin.listExercises({ query: { words: "sail" } })).exercises.find((e) => e.key === "sail")?.id,
		teacher: cover,
	});
});
afterAll(() => site.stop());

const anyZip = new Uint8Array([1]);
const later = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString();

/**
 * A call of each route on 8 Gannet's things. What would end a caller's own session or class is asked of things that
 * aren't there.
 */
const SAMPLES: Readonly<Record<Name, () => object>> = {
	signIn: () => ({ body: { signInName: "x", passphrase: "x" } }),
	whoAmI: () => ({}),
	signOut: () => ({}),
	changePassphrase: () => ({ body: { now: "wrong", next: "a-long-passphrase-2" } }),
	makeToken: () => ({ body: { signInName: "x", passphrase: "x", name: "x" } }),
	listTokens: () => ({}),
	revokeToken: () => ({ params: { id: NONE } }),
	showSchool: () => ({}),
	setUpSchool: () => ({
		body: {
			link: "forged",
			administrator: { name: "X", signInName: "x", passphrase: "a-long-passphrase-1" },
			school: { name: "X", zone: "UTC", schoolYear: "2026", gradeScale: [] },
		},
	}),
	showSchoolSettings: () => ({}),
	changeSchoolSettings: () => ({ body: {}, revision: 999 }),
	listTeachers: () => ({}),
	addTeacher: () => ({ body: { name: "T. New", signInName: "okafor-lind" } }),
	changeTeacher: () => ({ params: { id: ids.teacher }, body: {} }),
	resetPassphrase: () => ({ params: { id: NONE } }),
	closeTeacher: () => ({ params: { id: NONE } }),
	listAudit: () => ({}),
	showToday: () => ({}),
	listClasses: () => ({}),
	listSiteClasses: () => ({}),
	makeClass: () => ({ body: { name: "New", schoolYear: "2026" } }),
	showClass: () => ({ params: { id: ids.class } }),
	changeClass: () => ({ params: { id: ids.class }, body: {}, revision: "any" }),
	closeYear: () => ({ body: { schoolYear: "1950" } }),
	archiveClass: () => ({ params: { id: NONE } }),
	putBackClass: () => ({ params: { id: NONE } }),
	archiveYear: () => ({ body: { schoolYear: "1950" } }),
	giveClass: () => ({ params: { id: ids.class, teacher: ids.teacher }, body: { until: later(1) } }),
	takeClass: () => ({ params: { id: ids.class, teacher: NONE } }),
	showRoster: () => ({ params: { id: ids.class } }),
	previewRoster: () => ({ params: { id: ids.class }, body: { csv: "Name\nNew One\n" } }),
	importRoster: () => ({ params: { id: ids.class }, body: { csv: "Name\n" } }),
	addStudent: () => ({ params: { id: ids.class }, body: { studentId: NONE } }),
	changeStudent: () => ({ params: { id: ids.class, student: ids.other }, body: {} }),
	moveStudent: () => ({ params: { id: ids.class, student: ids.other }, body: { to: NONE } }),
	removeStudent: () => ({ params: { id: ids.class, student: NONE } }),
	printCards: () => ({ params: { id: ids.class }, body: { students: [] } }),
	previewOneRoster: () => ({ body: anyZip }),
	importOneRoster: () => ({ body: anyZip }),
	showStudent: () => ({ params: { id: ids.student } }),
	exportStudent: () => ({ params: { id: ids.student } }),
	deleteStudent: () => ({ params: { id: NONE } }),
	listExercises: () => ({}),
	publishExercise: () => ({ body: { source: "x" } }),
	draftExercise: () => ({ body: { key: "sail", source: "x" } }),
	showExercise: () => ({ params: { id: ids.exercise } }),
	saveExercise: () => ({ params: { id: ids.exercise }, body: { source: "x" }, revision: 999 }),
	publishDraft: () => ({ params: { id: ids.exercise }, revision: 999 }),
	showVersion: () => ({ params: { id: ids.exercise, number: 1 } }),
	showPicture: () => ({ params: { id: ids.exercise } }),
	copyExercise: () => ({ params: { id: ids.exercise }, body: { key: "sail" } }),
	shareExercise: () => ({ params: { id: ids.exercise }, body: { shared: true } }),
	tryDraft: () => ({ params: { id: NONE } }),
	acrossClasses: () => ({ params: { id: ids.exercise } }),
	listCollections: () => ({}),
	publishCollection: () => ({ body: { source: "x" } }),
	showCollection: () => ({ params: { id: NONE } }),
	setAssignment: () => ({
		params: { id: ids.class },
		body: { exercise: "no-such", opensAt: later(1), dueAt: later(2), closesAt: later(3) },
	}),
	showAssignment: () => ({ params: { id: ids.assignment } }),
	changeAssignment: () => ({ params: { id: ids.assignment }, body: {}, revision: "any" }),
	removeAssignment: () => ({ params: { id: ids.assignment } }),
	setOwnDates: () => ({ params: { id: ids.assignment, student: ids.other }, body: {} }),
	chooseTry: () => ({ params: { id: ids.assignment, student: ids.student }, body: { handInId: ids.handIn } }),
	release: () => ({ params: { id: ids.assignment }, body: { students: [NONE] } }),
	listStuck: () => ({ params: { id: ids.class } }),
	listDrawings: () => ({ params: { id: ids.assignment } }),
	listDrafts: () => ({ params: { id: ids.assignment } }),
	triesUntilMet: () => ({ params: { id: ids.assignment } }),
	assignmentEvents: () => ({ params: { id: ids.assignment } }),
	listPresets: () => ({}),
	savePreset: () => ({
		body: {
			name: "Homework",
			dueMinutes: 10_080,
			closesMinutes: 10_080,
			at: "16:00",
			...USUAL_RULES,
		},
	}),
	removePreset: () => ({ params: { id: NONE } }),
	listWork: () => ({}),
	showExample: () => ({ params: { id: ids.assignment, exercise: "pier-planks" } }),
	showWork: () => ({ params: { id: ids.assignment, exercise: "pier-planks" } }),
	saveDraft: () => ({
		params: { id: ids.assignment, exercise: "pier-planks" },
		body: { source: "walk 5" },
		revision: 0,
	}),
	noteRun: () => ({
		params: { id: ids.assignment, exercise: "pier-planks" },
		body: { state: "drew", met: [], milliseconds: 1 },
	}),
	selfCheck: () => ({ params: { id: ids.assignment, exercise: "pier-planks" }, body: { source: "walk 5" } }),
	showSelfCheck: () => ({ params: { id: NONE } }),
	nextHint: () => ({ params: { id: ids.assignment, exercise: "pier-planks", criterion: "seven", number: 1 } }),
	listFreeDrawings: () => ({}),
	saveFreeDrawing: () => ({ params: { name: "boat" }, body: { source: "walk 5" }, revision: "any" }),
	removeFreeDrawing: () => ({ params: { name: "none" } }),
	handIn: () => ({ params: { id: ids.assignment, exercise: "pier-planks" }, body: { source: "walk 5" } }),
	showHandIn: () => ({ params: { id: ids.handIn } }),
	showDrawing: () => ({ params: { id: ids.handIn } }),
	showDrawingPng: () => ({ params: { id: ids.handIn } }),
	showWanted: () => ({ params: { id: ids.handIn } }),
	showTape: () => ({ params: { id: ids.handIn } }),
	handInEvents: () => ({ params: { id: ids.handIn } }),
	judge: () => ({ params: { id: ids.handIn, criterion: "x" }, body: { points: 1 } }),
	adjust: () => ({ params: { id: ids.handIn, criterion: "x" }, body: { points: 1, reason: "x" } }),
	undoAdjustment: () => ({ params: { id: ids.handIn, criterion: "x" } }),
	commentOn: () => ({ params: { id: ids.handIn }, body: { place: { on: "whole" }, words: "x" } }),
	removeComment: () => ({ params: { id: ids.handIn, comment: NONE } }),
	listKeptComments: () => ({}),
	keepComment: () => ({ body: { words: "x" } }),
	forgetComment: () => ({ params: { id: NONE } }),
	previewUpload: () => ({ params: { id: ids.assignment }, body: anyZip }),
	carryOutUpload: () => ({ params: { id: NONE }, body: {} }),
	showGradeBook: () => ({ params: { id: ids.class } }),
	gradeBookCsv: () => ({ params: { id: ids.class } }),
	gradeBookOneRoster: () => ({ params: { id: ids.class } }),
	classArchive: () => ({ params: { id: ids.class } }),
	loadArchive: () => ({ body: anyZip }),
	showJob: () => ({ params: { id: NONE } }),
	jobEvents: () => ({ params: { id: NONE } }),
	findAlike: () => ({ params: { id: ids.assignment }, body: {} }),
	listAlike: () => ({ params: { id: ids.assignment } }),
	dismissAlike: () => ({ params: { id: ids.assignment, one: NONE, other: NONE }, body: { dismissed: true } }),
	rehearse: () => ({ params: { id: ids.assignment }, body: { version: 999 } }),
	showRehearsal: () => ({ params: { id: NONE } }),
	carryOut: () => ({ params: { id: NONE }, body: {} }),
};

/** What a call comes to: whether it was let in, else how it was kept out. */
async function outcome(client: Client, name: Name): Promise<string> {
	const input = SAMPLES[name]();
	if (ROUTES[name].events && name === "assignmentEvents") return streamed(client, input);
	try {
		await (client[name] as (input: object) => Promise<unknown>)(input);
		return "in";
	} catch (error) {
		const { code, message } = error as { code: string; message: string };
		expect(["unreachable", "unknown", "went-wrong"], `${code}: ${message}`).not.toContain(code);
		return ["signed-out", "not-for-you", "covering", "token-reads", "not-found"].includes(code) ? code : "in";
	}
}

/** A stream without end is let in when it begins. */
async function streamed(client: Client, input: object): Promise<string> {
	const call = (client.assignmentEvents as (input: object) => Promise<unknown>)(input).then(
		() => "in",
		(error: { code: string }) => error.code,
	);
	return Promise.race([call, new Promise<string>((resolve) => setTimeout(() => resolve("in"), 300))]);
}

/** The roles of a caller. */
const roleOf = (who: Who): Caller[] =>
	who.includes("student") ? ["student"] : who.includes("administrator") ? ["teacher", "administrator"] : ["teacher"];

/** How a caller is kept out of a route; undefined if they are let in. */
function keptOut(route: Route, who: Who): string | undefined {
	if (route.who.includes("anyone")) return undefined;
	if (who === "nobody" || who === "an expired token" || who === "a revoked token") return "signed-out";
	if (who === "a token for reading" && route.method !== "GET") return "token-reads";
	if (!route.who.some((role) => roleOf(who).includes(role))) return "not-for-you";
	return undefined;
}

describe.each(Object.entries(ROUTES) as unknown as [Name, Route][])("%s", (name, route) => {
	test.each(CALLERS)("%s", async (who) => {
		if (name === "signOut" && keptOut(route, who) === undefined) return;
		const found = await outcome(callers[who], name);
		const out = keptOut(route, who);
		if (out !== undefined) return expect(found).toBe(out);
		const isOutside =
			who === "a student of another" || who === "a teacher of none" || who === "an administrator of none";
		const reaches =
			(route.reach === "class" || route.reach === "looking") &&
			/\/:id/.test(route.path) &&
			name !== "carryOutUpload" &&
			name !== "acrossClasses";
		if (name === "giveClass" && who === "an administrator of none") return expect(found).toBe("in");
		if (reaches && isOutside) return expect(found).toBe("not-found");
		if (route.reach === "class" && who === "who covers it") return expect(found).toBe("covering");
		if (name === "saveExercise" || name === "publishDraft" || name === "shareExercise")
			return expect(found).toBe("not-for-you");
		if (name === "showWork" || name === "handIn")
			return expect(found).toBe(who === "a student of another" ? "not-found" : "in");
		expect(["in", "not-found"]).toContain(found);
		if (
			reaches &&
			!JSON.stringify(SAMPLES[name]()).includes(NONE) &&
			!/"x"|no-such/.test(JSON.stringify(SAMPLES[name]()))
		)
			expect([who, found]).toEqual([who, "in"]);
	});
});

test("no reply to a student, of any call, holds the corrected text of a cause", async () => {
	for (const who of ["a student of the class", "a student of another"] as const)
		for (const { handIns } of (await callers[who].listWork({})).work)
			for (const { id } of handIns) await callers[who].showHandIn({ params: { id } });
	const texts = await Promise.all(replies);
	expect(texts.length).toBeGreaterThan(2 * Object.keys(ROUTES).length - 20);
	expect(texts.some((text) => text.includes('"causes":[{'))).toBe(true);
	expect(texts.filter((text) => /"mended"|"edit":|"was":|"teacher":"/.test(text))).toEqual([]);
});

test("every route of the service is in the contract's table", async () => {
	const { paths } = (await (await fetch(`${site.address}${API_BASE}/openapi.json`)).json()) as {
		paths: Record<string, Record<string, { operationId: string }>>;
	};
	const described = Object.entries(paths).flatMap(([path, methods]) =>
		Object.entries(methods).map(([method, of]) => `${method.toUpperCase()} ${path} ${of.operationId}`),
	);
	const told = Object.values(ROUTES).map(
		(r) => `${r.method} ${API_BASE}${r.path.replace(/:(\w+)/g, "{$1}")} ${r.name}`,
	);
	expect(described.sort()).toEqual(told.sort());
	expect(Object.keys(SAMPLES).sort()).toEqual(Object.keys(ROUTES).sort());
	for (const route of Object.values(ROUTES)) {
		const response = await fetch(`${site.address}${API_BASE}${route.path.replace(/:\w+/g, NONE)}`, {
			method: route.method,
		});
		expect([route.name, response.status]).not.toEqual([route.name, 405]);
		// The school's name is for everybody; all else asks who calls, or for a body.
		const type = route.name === "showSchool" ? "application/json" : "application/problem+json";
		expect([route.name, response.headers.get("content-type")]).toEqual([route.name, expect.stringContaining(type)]);
	}
});

test("a student reaches no one else's hand-in, nor a teacher that of another's class", async () => {
	const [other] = await site.rows<{ id: string }>(
		"SELECT h.id FROM hand_ins h JOIN accounts a ON a.id = h.student_id WHERE a.name = 'Bea Lintott' LIMIT 1",
	);
	const id = other?.id as string;
	for (const who of [
		"a student of the class",
		"a student of another",
		"a teacher of none",
		"an administrator of none",
	] as const)
		for (const call of ["showHandIn", "showDrawing", "showDrawingPng", "showTape", "handInEvents"] as const)
			await expect(callers[who][call]({ params: { id } })).rejects.toMatchObject({ status: 404 });
	expect((await callers["who covers it"].showHandIn({ params: { id } })).student.name).toBe("Bea Lintott");
});

test("cover ends at its date", async () => {
	await site.rows("UPDATE class_teachers SET until = now() WHERE account_id = $1", [ids.teacher]);
	await expect(callers["who covers it"].showClass({ params: { id: ids.class } })).rejects.toMatchObject({
		status: 404,
	});
	expect(await callers["who covers it"].listClasses({})).toEqual({ classes: [] });
});

test("a change asked for by a page of another site is refused", async () => {
	const post = (origin: string) =>
		fetch(`${site.address}${API_BASE}/session`, {
			method: "POST",
			headers: { origin, "content-type": "application/json" },
			body: JSON.stringify({ signInName: "somebody", passphrase: "y" }),
		});
	expect((await post("https://elsewhere.example")).status).toBe(403);
	expect((await post("null")).status).toBe(403);
	expect((await post(site.address)).status).toBe(401);
});

test("a session that has ended isn't a session; a closed account has none", async () => {
	const client = await site.student();
	await site.rows("UPDATE sessions SET ends_at = now()");
	await expect(client.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
	const again = await site.student();
	await site.rows("UPDATE accounts SET closed_at = now() WHERE sign_in_name = 'idris'");
	await expect(again.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
	await expect(site.student()).rejects.toMatchObject({ code: "wrong-passphrase" });
});
