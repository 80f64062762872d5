import { afterAll, beforeAll, expect, test } from "vitest";
import type { Client } from "../../client/dist/index.js";
import { DEMO_SIGN_INS, DEMO_STUDENTS, DEMO_TEACHERS } from "../../demo/dist/index.js";
import { handingIn, onceEach } from "../handing-in.ts";
import { ended, type Part, startPart } from "../processes.ts";
import { Proxy } from "../proxy.ts";
import { demoDatabase, placeOf, reportOf, rowsOf, signedIn, visitorOf, workOn } from "../site.ts";

/** How long processes are killed under load, in seconds: some here, two minutes in the long run. */
const SECONDS = Number(process.env.MARKPEN_SEVERAL_SECONDS ?? 20);
/** Between two kills, in milliseconds. */
const BETWEEN = 4_000;
const MACHINES = 3;

let url: string;
let webs: Part[];
let workers: Part[];
let proxy: Proxy;

beforeAll(async () => {
	url = await demoDatabase();
	await rowsOf(
		url,
		"UPDATE assignments SET tries = NULL, due_at = greatest(due_at, now()), closes_at = now() + interval '90 days'",
	);
	const three = (part: "web" | "worker") => Promise.all(Array.from({ length: MACHINES }, () => startPart(part, url)));
	[webs, workers] = await Promise.all([three("web"), three("worker")]);
	proxy = await Proxy.start(() => webs.map((web) => web.address));
});
afterAll(async () => {
	await proxy.stop();
	await Promise.all([...webs, ...workers].map(({ child }) => ended(child, "SIGTERM")));
});

const student = (n: number) => {
	const { signInName, passphrase } = DEMO_STUDENTS.gannet[n] as (typeof DEMO_STUDENTS.gannet)[number];
	return { classCode: "gannet-8", signInName, passphrase };
};

/** The first events of a stream, until one of a kind comes. */
async function until(kind: string, path: string, cookie: string): Promise<string> {
	const response = await fetch(`${proxy.address}/api/v1${path}`, { headers: { cookie } });
	let text = "";
	for await (const piece of response.body ?? []) {
		text += Buffer.from(piece).toString();
		if (text.includes(`event: ${kind}`)) break;
	}
	return text;
}

/** A client through the proxy, with its cookie. */
async function withCookie(body: Parameters<typeof signedIn>[1]) {
	let cookie = "";
	const client = await signedIn(proxy.address, body, (response) => {
		cookie = response.headers.get("set-cookie")?.split(";")[0] ?? cookie;
	});
	return { client, cookie: () => cookie };
}

test("a lesson whose calls each go to another process: draft, self-check, hand-in, report, and live events", async () => {
	const { client, cookie } = await withCookie(student(0));
	const teacher = await withCookie(DEMO_TEACHERS.other);
	const work = await workOn(client, "Pier planks");
	const params = placeOf(work);
	const heard = until("handed-in", `/assignments/${params.id}/events`, teacher.cookie());
	const saved = await client.saveDraft({ params, body: { source: "walk 7", device: "desk" }, revision: "any" });
	expect((await client.showWork({ params })).draft?.revision).toBe(saved.revision);
	const { id: self } = await client.selfCheck({ params, body: { source: "walk 7" } });
	await expect.poll(async () => (await client.showSelfCheck({ params: { id: self } })).report?.state).toBe("drew");
	const { id } = await client.handIn({ params, body: { source: "walk 7" } });
	expect(await until("checked", `/hand-ins/${id}/events`, cookie())).toContain("event: checked");
	expect((await reportOf(client, id)).state).toBe("drew");
	expect(await heard).toContain("event: handed-in");
	const page = await teacher.client.showHandIn({ params: { id } });
	expect(page.report?.state).toBe("drew");
	await client.signOut({});
	for (let n = 0; n < MACHINES; n++) await expect(client.whoAmI({})).rejects.toMatchObject({ code: "signed-out" });
	expect([...proxy.calls.values()].filter((count) => count > 2)).toHaveLength(MACHINES);
});

test("limits count together: wrong passphrases, and hand-ins that wait", async () => {
	const visitor = visitorOf(proxy.address);
	const { signInName, passphrase } = DEMO_TEACHERS.cover;
	for (let n = 0; n < 10; n++)
		await expect(visitor.signIn({ body: { signInName, passphrase: `wrong-passphrase-${n}` } })).rejects.toMatchObject({
			status: 401,
		});
	await expect(visitor.signIn({ body: { signInName, passphrase } })).rejects.toMatchObject({ status: 429 });
	await Promise.all(workers.map(({ child }) => ended(child, "SIGTERM")));
	const { client } = await withCookie(student(1));
	const params = placeOf(await workOn(client, "Pier planks"));
	const sent: { id: string }[] = [];
	for (let n = 0; n < 10; n++) sent.push(await client.handIn({ params, body: { source: `walk ${n + 1}` } }));
	await expect(client.handIn({ params, body: { source: "walk 11" } })).rejects.toMatchObject({ status: 429 });
	workers = await Promise.all(Array.from({ length: MACHINES }, () => startPart("worker", url)));
	for (const { id } of sent) await reportOf(client, id);
});

async function students(): Promise<{ clients: Client[]; params: { id: string; exercise: string } }> {
	const clients = await Promise.all([2, 3, 4, 5].map((n) => signedIn(proxy.address, student(n))));
	return { clients, params: placeOf(await workOn(clients[0] as Client, "Pier planks")) };
}

test(
	`a web process and a worker killed every ${BETWEEN / 1_000} s for ${SECONDS} s: nothing is lost or there twice`,
	async () => {
		const { clients, params } = await students();
		const loading = handingIn(clients, params);
		for (let n = 0; n < (SECONDS * 1_000) / BETWEEN; n++) {
			await new Promise((resolve) => setTimeout(resolve, BETWEEN));
			const at = n % MACHINES;
			await Promise.all([webs[at], workers[at]].map((part) => ended((part as Part).child, "SIGKILL")));
			[webs[at], workers[at]] = await Promise.all([startPart("web", url), startPart("worker", url)]);
		}
		const { taken } = await loading.stop();
		expect(taken.length).toBeGreaterThan(SECONDS);
		await onceEach(url, taken);
	},
	240_000 + 2_000 * SECONDS,
);

test("a rolling restart drops no call", async () => {
	const { clients, params } = await students();
	const teacher = await signedIn(proxy.address, DEMO_SIGN_INS.teacher);
	const loading = handingIn(clients, params);
	const failures: string[] = [];
	let over = false;
	const reading = (async () => {
		while (!over)
			await teacher.showToday({}).catch((error: Error) => {
				failures.push(error.message);
			});
	})();
	for (let at = 0; at < MACHINES; at++) {
		// The new process is there before the old one goes.
		const [web, worker] = await Promise.all([startPart("web", url), startPart("worker", url)]);
		const old = [webs[at], workers[at]] as [Part, Part];
		[webs[at], workers[at]] = [web, worker];
		expect(await Promise.all(old.map(({ child }) => ended(child, "SIGTERM")))).toEqual([0, 0]);
	}
	over = true;
	await reading;
	const of = await loading.stop();
	expect([...failures, ...of.failures]).toEqual([]);
	await onceEach(url, of.taken);
});
