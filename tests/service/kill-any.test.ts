import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, expect, test } from "vitest";
import { DEMO_SIGN_INS } from "../../demo/dist/index.js";
import { ended, type Part, startPart } from "../processes.ts";
import { demoDatabase, placeOf, rowsOf, visitorOf, workOn } from "../site.ts";

/** Five here; fifty in the long run. */
const KILLS = Number(process.env.MARKPEN_KILLS ?? 5);

const start = (part: "web" | "worker", url: string, port = "0") => startPart(part, url, { MARKPEN_PORT: port });

let url: string;
let web: Part;
let workers: Part[];
let place: { id: string; exercise: string };
let cookie: string;

async function signIn(): Promise<void> {
	const student = visitorOf(web.address, (response) => {
		cookie = response.headers.get("set-cookie")?.split(";")[0] ?? cookie;
	});
	await student.signIn({ body: DEMO_SIGN_INS.student });
	place = placeOf(await workOn(student, "Pier planks"));
}

beforeAll(async () => {
	url = await demoDatabase();
	await rowsOf(url, "UPDATE assignments SET tries = NULL");
	[web, ...workers] = (await Promise.all([start("web", url), start("worker", url), start("worker", url)])) as [
		Part,
		Part,
		Part,
	];
	await signIn();
});
afterAll(async () => {
	await Promise.all([web, ...workers].map(({ child }) => ended(child, "SIGTERM")));
});

/** Hands in until it is taken, with one key, as a client does that doesn't know what became of its call. */
async function handInUntilTaken(source: string): Promise<string> {
	const key = randomUUID();
	for (;;) {
		try {
			const response = await fetch(`${web.address}/api/v1/my-work/${place.id}/${place.exercise}/hand-ins`, {
				method: "POST",
				headers: { cookie, "content-type": "application/json", "idempotency-key": key },
				body: JSON.stringify({ source }),
			});
			if (response.status === 201) return ((await response.json()) as { id: string }).id;
			// Only this many of one student's may wait at once.
			if (response.status < 500 && response.status !== 429)
				throw new Error(`refused: ${response.status} ${await response.text()}`);
		} catch (error) {
			if (error instanceof Error && error.message.startsWith("refused")) throw error;
		}
		await new Promise((resolve) => setTimeout(resolve, 40));
	}
}

test(
	`${KILLS} processes killed at any moment: nothing is lost and nothing is there twice`,
	async () => {
		const before = (await rowsOf(url, "SELECT 1 FROM hand_ins")).length;
		let over = false;
		const taken: string[] = [];
		const students = Array.from({ length: 4 }, async (_, k) => {
			for (let i = 0; !over; i++) {
				taken.push(await handInUntilTaken(`-- ${k} ${i}\nrepeat 4\n  walk ${10 + i}\n  turn left 90\nend`));
				await new Promise((resolve) => setTimeout(resolve, 80));
			}
		});
		for (let i = 0; i < KILLS; i++) {
			// Moments of all lengths, the same in every run.
			await new Promise((resolve) => setTimeout(resolve, 120 + ((i * 7_919) % 600)));
			if (i % 3 === 0) {
				const { port } = new URL(web.address);
				await ended(web.child, "SIGKILL");
				web = await start("web", url, port);
			} else {
				const at = i % workers.length;
				await ended((workers[at] as Part).child, "SIGKILL");
				workers[at] = await start("worker", url);
			}
		}
		over = true;
		await Promise.all(students);
		expect(new Set(taken).size).toBe(taken.length);
		expect((await rowsOf(url, "SELECT 1 FROM hand_ins")).length).toBe(before + taken.length);
		// A job that its process took with it comes back once it has expired; causes are a job of their own, of lower
		// rank. Whatever waits is done in its time: lost is what no longer gets less.
		const open = () =>
			rowsOf(
				url,
				`SELECT h.id FROM hand_ins h LEFT JOIN full_reports r ON r.hand_in_id = h.id
				WHERE r.id IS NULL OR r.body -> 'causes' = 'null'`,
			);
		let [left, end] = [Number.POSITIVE_INFINITY, 0];
		for (;;) {
			const now = (await open()).length;
			if (now < left) [left, end] = [now, Date.now() + 90_000];
			if (now === 0 || Date.now() > end) break;
			await new Promise((resolve) => setTimeout(resolve, 200));
		}
		expect(left).toBe(0);
		expect(await rowsOf(url, "SELECT hand_in_id FROM reports GROUP BY hand_in_id HAVING count(*) > 1")).toEqual([]);
		expect(await rowsOf(url, "SELECT hand_in_id FROM checks GROUP BY hand_in_id HAVING count(*) > 1")).toEqual([]);
		const [tries] = await rowsOf<{ most: number; count: number }>(
			url,
			"SELECT max(try_number)::int AS most, count(*)::int AS count FROM hand_ins h JOIN accounts a ON a.id = h.student_id WHERE a.name = 'Idris Vale' AND h.assignment_id = $1",
			[place.id],
		);
		expect(tries?.most).toBe(tries?.count);
	},
	// A guard against hanging: the causes of thousands of hand-ins take minutes, and the loop above ends without progress.
	120_000 + KILLS * 20_000,
);

test("SIGTERM under load: no request is cut off, no job is left as taken, and all is over in 10 s", async () => {
	const calls: Promise<number>[] = [];
	const FOUR = `walk 90\nlet x = 0.5\nrepeat 5000000\n${"  x = sin(x * 57) + cos(x * 31)\n".repeat(20)}end`;
	await handInUntilTaken(FOUR);
	await handInUntilTaken(FOUR);
	await new Promise((resolve) => setTimeout(resolve, 500));
	let stopped = false;
	let ended_ = 0;
	const load = Array.from({ length: 8 }, async () => {
		while (!stopped) {
			const call = fetch(`${web.address}/api/v1/my-work`, { headers: { cookie, connection: "close" } }).then(
				async (r) => ((await r.text()).startsWith("{") ? r.status : -1),
				// Refused, or reset before it was let in: the server's own log says whether a request was cut off.
				() => 0,
			);
			calls.push(call);
			if ((await call) === 0) return;
		}
	});
	await new Promise((resolve) => setTimeout(resolve, 400));
	const from = Date.now();
	const codes = await Promise.all([web, ...workers].map(async ({ child }) => ended(child, "SIGTERM")));
	ended_ = Date.now() - from;
	stopped = true;
	await Promise.all(load);
	expect(codes).toEqual([0, 0, 0]);
	expect(ended_).toBeLessThan(40_000);
	const statuses = await Promise.all(calls);
	expect(statuses.filter((s) => ![0, 200, 503].includes(s))).toEqual([]);
	// Every request that came in was answered to its end.
	const lines = web
		.said()
		.split("\n")
		.filter((line) => line.startsWith("{"))
		.map((line) => JSON.parse(line) as { reqId?: string; msg: string });
	const of = (msg: string) => lines.filter((l) => l.msg === msg).map((l) => l.reqId);
	expect(of("incoming request").length).toBeGreaterThan(10);
	expect(of("request completed").sort()).toEqual(of("incoming request").sort());
	expect(await rowsOf(url, "SELECT 1 FROM queue.job WHERE state = 'active'")).toEqual([]);
	[web, ...workers] = (await Promise.all([start("web", url), start("worker", url), start("worker", url)])) as [
		Part,
		Part,
		Part,
	];
});
