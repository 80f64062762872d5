import { createClient } from "@markpen/client";
import { ACCOUNT_HEADER } from "@markpen/contract";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { DEMO_SIGN_INS, DEMO_STUDENTS } from "../../demo/dist/index.js";
import { Site, visitorOf } from "../site.ts";

let site: Site;
beforeAll(async () => {
	site = await Site.start({ web: true, worker: false });
});
afterAll(() => site.stop());

const { teacher, student } = DEMO_SIGN_INS;
const passphraseOf = (signInName: string) =>
	DEMO_STUDENTS.tern.find((s) => s.signInName === signInName)?.passphrase as string;

describe("signing in", () => {
	test("a teacher by name, a student by class code and name, in any case", async () => {
		expect(
			await site
				.visitor()
				.signIn({ body: { signInName: teacher.signInName.toUpperCase(), passphrase: teacher.passphrase } }),
		).toMatchObject({
			role: "teacher",
			name: teacher.name,
		});
		expect(
			await site.visitor().signIn({
				body: { classCode: student.classCode.toUpperCase(), signInName: "Idris", passphrase: student.passphrase },
			}),
		).toMatchObject({
			role: "student",
			name: student.name,
		});
	});

	test("text from a card may be typed without hyphens and accents, with capitals and spaces", async () => {
		const { classCode, signInName, passphrase } = student;
		for (const body of [
			{
				classCode: classCode.replace("-", ""),
				signInName: ` ${signInName.toUpperCase()} `,
				passphrase: passphrase.replaceAll("-", " "),
			},
			{
				classCode: classCode.toUpperCase().replace("-", " "),
				signInName: `${signInName.slice(0, 1)}\u0301${signInName.slice(1)}`,
				passphrase: ` ${passphrase.toUpperCase()} `,
			},
			{ classCode: `\u2013${classCode}`, signInName, passphrase: passphrase.replaceAll("-", " \u2013 ") },
		])
			expect(await site.visitor().signIn({ body })).toMatchObject({ name: student.name });
		for (const wrong of [passphrase.replaceAll("-", ""), passphrase.slice(0, -1), `${passphrase}-1`])
			await expect(site.visitor().signIn({ body: { classCode, signInName, passphrase: wrong } })).rejects.toMatchObject(
				{ code: "wrong-passphrase" },
			);
	});

	test.each([
		["a wrong passphrase", { signInName: teacher.signInName, passphrase: "lantern-quay-53" }],
		["a name of nobody", { signInName: "nobody", passphrase: teacher.passphrase }],
		["a student without the class code", { signInName: student.signInName, passphrase: student.passphrase }],
		[
			"a student with another class's code",
			{ classCode: "wren-7", signInName: student.signInName, passphrase: student.passphrase },
		],
		[
			"a teacher with a class code",
			{ classCode: student.classCode, signInName: teacher.signInName, passphrase: teacher.passphrase },
		],
		["a name that is a pattern", { signInName: "%", passphrase: teacher.passphrase }],
		["a name that is a query", { signInName: "' OR 1=1 --", passphrase: "x" }],
	])("%s is refused like any other", async (_, body) => {
		await expect(site.visitor().signIn({ body })).rejects.toMatchObject({ status: 401, code: "wrong-passphrase" });
	});

	test("a call without what it needs is refused with the path of each field", async () => {
		await expect(site.visitor().signIn({ body: { signInName: "", passphrase: "x" } })).rejects.toMatchObject({
			status: 400,
			problem: { errors: [{ path: "signInName" }] },
		});
	});

	test("the cookie is out of scripts' reach and stays on the site", async () => {
		let cookie = "";
		const client = visitorOf(site.address, (response) => {
			cookie = response.headers.get("set-cookie") ?? cookie;
		});
		await client.signIn({ body: { signInName: teacher.signInName, passphrase: teacher.passphrase } });
		expect(cookie).toMatch(
			/^markpen_session=[\w-]{43}; Path=\/; HttpOnly; SameSite=Lax, markpen_browser=[\w-]{43}; Max-Age=31536000; Path=\/api\/v1\/session; HttpOnly; SameSite=Lax$/,
		);
	});
});

test("passphrases are stored as argon2id and sessions as hashes: no secret is in the database", async () => {
	await site.teacher();
	const accounts = await site.rows<{ passphrase_hash: string }>("SELECT passphrase_hash FROM accounts");
	expect(accounts.length).toBe(61);
	for (const { passphrase_hash } of accounts) expect(passphrase_hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
	const sessions = await site.rows<{ token_hash: string }>("SELECT token_hash FROM sessions");
	for (const { token_hash } of sessions) expect(token_hash).toMatch(/^[0-9a-f]{64}$/);
});

test("signing out ends this session and no other", async () => {
	const [one, other] = [await site.teacher(), await site.teacher()];
	await one.signOut({});
	await expect(one.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
	expect(await other.whoAmI({})).toMatchObject({ name: teacher.name });
});

test("a page of one person does nothing as another who signed in after them in the same browser", async () => {
	let cookie = "";
	const pageOf = (account?: string) =>
		createClient({
			base: site.address,
			headers: () => ({ cookie, ...(account !== undefined && { [ACCOUNT_HEADER]: account }) }),
			onAnswer: (response) => {
				cookie = response.headers.get("set-cookie")?.split(";")[0] ?? cookie;
			},
		});
	const first = await pageOf().signIn({ body: teacher });
	const page = pageOf(first.id);
	expect((await page.whoAmI({})).id).toBe(first.id);
	const second = await pageOf().signIn({ body: student });
	await expect(page.makeClass({ body: { name: "Mine", schoolYear: "2026" } })).rejects.toMatchObject({
		status: 401,
		code: "signed-out",
	});
	expect((await pageOf(second.id).whoAmI({})).id).toBe(second.id);
	// Who signs in again on the first page goes on there.
	await page.signIn({ body: teacher });
	expect((await page.makeClass({ body: { name: "Mine", schoolYear: "2026" } })).name).toBe("Mine");
});

test("thirty students sign in at once", async () => {
	const all = await Promise.all(Array.from({ length: 30 }, () => site.student()));
	expect(await Promise.all(all.map(async (client) => (await client.whoAmI({})).name))).toEqual(
		Array(30).fill(student.name),
	);
});

test("a name that fits two loosely is the one that fits to the letter, or nobody's", async () => {
	const desk = await site.teacher();
	const made = await desk.makeClass({ body: { name: "Loosely", schoolYear: "2026" } });
	const cards = [];
	for (const name of ["Ann Elk", "Ann-E Loy"])
		cards.push((await desk.addStudent({ params: { id: made.id }, body: { name } })).card);
	await site.rows(
		`UPDATE class_students SET sign_in_name = CASE WHEN sign_in_name = '${cards[0]?.signInName}' THEN 'an-ne' ELSE 'ann-e' END WHERE class_id = '${made.id}'`,
	);
	const as = (signInName: string, passphrase = "") =>
		site.visitor().signIn({ body: { classCode: made.code, signInName, passphrase } });
	expect(await as("an-ne", cards[0]?.passphrase)).toMatchObject({ name: "Ann Elk" });
	expect(await as("ANN-E", cards[1]?.passphrase)).toMatchObject({ name: "Ann-E Loy" });
	await expect(as("anne", cards[0]?.passphrase)).rejects.toMatchObject({ code: "wrong-passphrase" });
});

test("a name of other letters is typed to the letter", async () => {
	const teacher = await site.teacher();
	const made = await teacher.makeClass({ body: { name: "Letters", schoolYear: "2026" } });
	const { card } = await teacher.addStudent({ params: { id: made.id }, body: { name: "Anna Ray" } });
	for (const name of ["анна", "åse", "øyvind-r"]) {
		await site.rows("UPDATE class_students SET sign_in_name = $1 WHERE class_id = $2", [name, made.id]);
		const body = { classCode: made.code, signInName: name, passphrase: card?.passphrase ?? "" };
		expect(await site.visitor().signIn({ body })).toMatchObject({ name: "Anna Ray" });
	}
});

/** Calls of one browser, which keeps all of its cookies. */
function browser() {
	const cookies = new Map<string, string>();
	return async (method: string, path: string, body?: object) => {
		const response = await fetch(`${site.address}/api/v1${path}`, {
			method,
			headers: {
				cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join("; "),
				...(body && { "content-type": "application/json" }),
			},
			...(body && { body: JSON.stringify(body) }),
		});
		for (const set of response.headers.getSetCookie()) {
			const [, name, value] = /^([^=]+)=([^;]*)/.exec(set) as unknown as [string, string, string];
			cookies.set(name, value);
		}
		return { status: response.status, body: (await response.json().catch(() => ({}))) as { detail?: string } };
	};
}

test("whoever has signed in in a browser before gets in there, however much others guess", async () => {
	const body = { classCode: student.classCode, signInName: "ned", passphrase: passphraseOf("ned") };
	const [own, elsewhere] = [browser(), browser()];
	expect((await own("POST", "/session", body)).status).toBe(200);
	const guess = () => elsewhere("POST", "/session", { ...body, passphrase: "wrong" });
	const statuses: number[] = [];
	for (let n = 0; n < 14; n++) statuses.push((await guess()).status);
	expect(statuses).toEqual([...new Array(10).fill(401), ...new Array(4).fill(429)]);
	// Elsewhere the right one waits with the wrong ones; in the known browser it doesn't.
	expect((await elsewhere("POST", "/session", body)).status).toBe(429);
	expect((await own("POST", "/session", body)).status).toBe(200);
	// The browser is known for this account alone, and its own wrong ones count.
	for (let n = 0; n < 10; n++)
		expect((await own("POST", "/session", { ...body, passphrase: "wrong" })).status).toBe(401);
	expect((await own("POST", "/session", body)).status).toBe(429);
	expect((await own("POST", "/session", { ...body, signInName: "ivy", passphrase: passphraseOf("ivy") })).status).toBe(
		200,
	);
	expect(await site.rows("SELECT 1 FROM known_browsers WHERE length(token_hash) <> 64")).toEqual([]);
});

test("a passphrase for one sign-in is for one", async () => {
	const admin = await site.teacher();
	const { id, passphrase } = await admin.addTeacher({ body: { name: "T. Once", signInName: "once-only" } });
	const body = { signInName: "once-only", passphrase };
	const [mine, others] = [browser(), browser()];
	// A token isn't a sign-in: it is refused, and uses nothing up.
	expect((await mine("POST", "/tokens", { ...body, name: "x" })).body.detail).toContain(
		"This was a one-time passphrase.",
	);
	const both = await Promise.all([mine("POST", "/session", body), others("POST", "/session", body)]);
	expect(both.map((b) => b.status).sort()).toEqual([200, 401]);
	expect(both.find((b) => b.status === 401)?.body.detail).toContain("This one-time passphrase was already used");
	const [inside] = both[0].status === 200 ? [mine] : [others];
	expect((await browser()("POST", "/session", body)).status).toBe(401);
	// Who is in chooses one of their own with it.
	expect((await inside("PUT", "/session/passphrase", { now: passphrase, next: "a-quay-of-my-own" })).status).toBe(204);
	expect((await browser()("POST", "/session", { ...body, passphrase: "a-quay-of-my-own" })).status).toBe(200);
	// A new one is for one again.
	const again = await admin.resetPassphrase({ params: { id } });
	expect((await browser()("POST", "/session", { ...body, ...again })).status).toBe(200);
	expect((await browser()("POST", "/session", { ...body, ...again })).status).toBe(401);
});
