// Every attack of setup/attacks.mjs against two web and two worker processes, beside a class of thirty that works as
// usual. Ends with 1 where a process is lost, a hand-in of the class is lost, or the class waits too long.
import { fork } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { parse } from "yaml";
import { createClient } from "../client/dist/index.js";
import { startTestPostgres } from "./postgres.mjs";
import { main, ROOT } from "./run.mjs";
import { killParts, startPart } from "./service-part.mjs";

const MINUTES = Number(process.env.MARKPEN_ATTACK_MINUTES ?? 10);
const CLASS = 30;
/** Seconds between two hand-ins of one student of the class. */
const EVERY = 12;
/** Milliseconds, and bytes of memory of one process. */
const MOST = { reply: 1_000, report: 2_000, memory: 2 * 1024 ** 3 };
const PASSPHRASE = "a-passphrase-for-all";
const pause = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));
const percentile = (values, share) =>
	[...values].sort((a, b) => a - b)[Math.max(0, Math.min(values.length - 1, Math.ceil(values.length * share) - 1))] ??
	0;

function archive() {
	const day = (n) => new Date(Date.now() + n * 86_400_000).toISOString();
	const people = (prefix, count) =>
		Array.from({ length: count }, (_, i) => ({
			key: `${prefix}${i}`,
			name: `${prefix} ${i}`,
			signInName: `${prefix}${i}`,
			passphrase: PASSPHRASE,
		}));
	const [steady, others, crowd] = [people("s", CLASS), people("o", 30), people("k", 300)];
	const of = (name, teacher, students) => ({
		key: name,
		name,
		schoolYear: "2026",
		code: name,
		teachers: [teacher],
		students: students.map((s) => s.key),
		assignments: [{ key: `${name}-1`, exercises: ["buoy"], opensAt: day(-9), dueAt: day(9), closesAt: day(9) }],
	});
	return {
		format: "markpen/class-archive@1",
		school: "",
		teachers: ["t", "u"].map((key) => ({ key, name: key, signInName: key, passphrase: PASSPHRASE })),
		students: [...steady, ...others, ...crowd],
		exercises: [
			{
				key: "buoy",
				source: readFileSync(join(ROOT, "demo/exercises/mooring-buoy.exercise.yaml"), "utf8"),
				owner: "t",
			},
		],
		classes: [of("steady", "t", steady), of("others", "u", others), of("crowd", "u", crowd)],
		handIns: [],
	};
}

/** A part of the service, with its exit code or signal once it has ended. */
function start(part, environment) {
	const state = { ...startPart(part, environment), code: undefined };
	state.ending.then((code) => {
		state.code = code;
	});
	return state;
}

/** Bytes of memory that the largest of some processes has; 0 where the system doesn't say. */
function largestOf(parts) {
	const bytes = parts.map(({ pid }) => {
		try {
			return 1024 * Number(/VmRSS:\s*(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0);
		} catch {
			return 0;
		}
	});
	return Math.max(...bytes);
}

const megabytes = (bytes) => `${Math.round(bytes / 1024 ** 2)} MB`;

/** The simulated class: its requests and their times. */
class SteadyClass {
	replies = [];
	reports = [];
	taken = [];
	refused = [];
	over = false;

	constructor(addresses) {
		this.addresses = addresses;
		this.sources = parse(readFileSync(join(ROOT, "demo/programs.yaml"), "utf8"))
			.filter((p) => p.exercise === "mooring-buoy")
			.map((p) => p.source);
	}

	async signedIn(n, body) {
		const cookies = new Map();
		const client = createClient({
			base: this.addresses[n % this.addresses.length],
			headers: () => ({ cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join("; ") }),
			onAnswer(response) {
				for (const set of response.headers.getSetCookie()) {
					const [, name, value] = /^([^=]+)=([^;]*)/.exec(set);
					cookies.set(name, value);
				}
			},
		});
		await client.signIn({ body });
		return client;
	}

	/** A call, timed. */
	async timed(name, call) {
		const from = performance.now();
		try {
			return await call();
		} catch (error) {
			this.refused.push(`${name}: ${error.code ?? error.message}`);
			return undefined;
		} finally {
			this.replies.push(performance.now() - from);
		}
	}

	async student(n) {
		const body = { classCode: "steady", signInName: `s${n}`, passphrase: PASSPHRASE };
		const client = await this.signedIn(n, body);
		const [work] = (await client.listWork({})).work;
		const params = { id: work.assignmentId, exercise: work.exercise.id };
		await pause((n / CLASS) * EVERY * 1_000);
		for (let round = 0; !this.over; round++) {
			const next = performance.now() + EVERY * 1_000;
			const source = this.sources[(n + round) % this.sources.length];
			await this.timed("work", () => client.showWork({ params }));
			await this.timed("draft", () => client.saveDraft({ params, body: { source }, revision: "any" }));
			const from = performance.now();
			const handed = await this.timed("hand in", () => client.handIn({ params, body: { source } }));
			if (handed) {
				this.taken.push(handed.id);
				await this.report(client, handed.id, from);
			}
			// Whoever comes back to a computer signs in again, though others guess at the name all the time.
			if (round % 5 === 4) await this.timed("sign in", () => client.signIn({ body }));
			while (performance.now() < next && !this.over) await pause(200);
		}
	}

	async report(client, id, from) {
		for (const end = performance.now() + 60_000; performance.now() < end; await pause(100)) {
			const page = await client.showHandIn({ params: { id } }).catch(() => undefined);
			if (!page?.report) continue;
			this.reports.push(performance.now() - from);
			return;
		}
		this.reports.push(60_000);
	}

	async teacher() {
		const client = await this.signedIn(0, { signInName: "t", passphrase: PASSPHRASE });
		const [row] = (await client.listClasses({})).classes;
		while (!this.over) {
			const page = await this.timed("class", () => client.showClass({ params: { id: row.id } }));
			if (page)
				await this.timed("assignment", () => client.showAssignment({ params: { id: page.columns[0].assignmentId } }));
			await pause(5_000);
		}
	}
}

await main(async () => {
	const server = await startTestPostgres();
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-attacks-"));
	writeFileSync(join(folder, "archive.json"), JSON.stringify(archive()));
	const database = server.database("attacks");
	const environment = {
		DATABASE_URL: database,
		MARKPEN_PORT: "0",
		MARKPEN_LOG: "fatal",
		MARKPEN_LOAD: join(folder, "archive.json"),
	};
	const parts = [start("web", environment)];
	const first = await parts[0].ready;
	parts.push(start("web", environment), start("worker", environment), start("worker", environment));
	const [second] = await Promise.all(parts.slice(1).map((part) => part.ready));
	const sql = new pg.Client({ connectionString: database });
	await sql.connect();
	try {
		const steady = new SteadyClass([first, second]);
		const people = [...Array.from({ length: CLASS }, (_, n) => steady.student(n)), steady.teacher()].map((p) =>
			p.catch((error) => steady.refused.push(`somebody's day ended: ${error.message}`)),
		);
		await pause(15_000);
		const attacks = fork(join(ROOT, "setup/attacks.mjs"), [], {
			env: { ...process.env, ATTACKED: `${first} ${second}`, ATTACK_PASSPHRASE: PASSPHRASE },
		});
		const began = new Date();
		// What is measured is measured under attack.
		[steady.replies.length, steady.reports.length] = [0, 0];
		let memory = 0;
		for (let minute = 1; minute <= MINUTES; minute++) {
			await pause(60_000);
			memory = Math.max(memory, largestOf(parts));
			process.stdout.write(
				`minute ${minute}: ${steady.replies.length} replies, 99 % by ${percentile(steady.replies, 0.99).toFixed(0)} ms; ${steady.reports.length} reports, 99 % by ${percentile(steady.reports, 0.99).toFixed(0)} ms; the largest process had ${megabytes(memory)}\n`,
			);
		}
		steady.over = true;
		await Promise.all(people);
		const answers = await new Promise((resolve) => {
			attacks.on("message", resolve);
			attacks.send("end");
		});
		const missing = (
			await sql.query(
				"SELECT t.id FROM unnest($1::uuid[]) AS t(id) LEFT JOIN reports r ON r.hand_in_id = t.id WHERE r.id IS NULL",
				[steady.taken],
			)
		).rows.length;
		const slowest = (
			await sql.query(
				`SELECT j.name, round(extract(epoch FROM c.requested_at - $2::timestamptz)) AS at,
					extract(epoch FROM j.started_on - j.created_on)::float AS waited,
					extract(epoch FROM c.ended_at - j.started_on)::float AS ran, j.retry_count AS again
				FROM checks c JOIN queue.job j ON j.data->>'checkId' = c.id::text
				WHERE c.hand_in_id = ANY($1) ORDER BY c.ended_at - c.requested_at DESC LIMIT 12`,
				[steady.taken, began],
			)
		).rows;
		for (const { name, at, waited, ran, again } of slowest)
			process.stdout.write(
				`  ${name} at ${at} s: waited ${waited.toFixed(1)} s, ran ${ran.toFixed(1)} s${again > 0 ? `, began ${again} times more` : ""}\n`,
			);
		const lost = parts.filter((part) => part.code !== undefined).length;
		const [reply, report] = [percentile(steady.replies, 0.99), percentile(steady.reports, 0.99)];
		process.stdout.write(
			`the attackers were answered, by attack and status:\n${Object.entries(answers)
				.map(
					([name, by]) =>
						`  ${name}: ${Object.entries(by)
							.map(([status, count]) => `${status} × ${count}`)
							.join(", ")}`,
				)
				.join("\n")}\n`,
		);
		process.stdout.write(
			`processes lost: ${lost}; hand-ins: ${steady.taken.length}, without a report: ${missing}; refused to the class: ${steady.refused.length}${steady.refused.length > 0 ? ` (${[...new Set(steady.refused)].slice(0, 5).join("; ")})` : ""}\nreplies: ${steady.replies.length}, middle ${percentile(steady.replies, 0.5).toFixed(0)} ms, 99 % by ${reply.toFixed(0)} (most ${MOST.reply}), latest ${Math.max(...steady.replies).toFixed(0)}\nreports: ${steady.reports.length}, middle ${percentile(steady.reports, 0.5).toFixed(0)} ms, 99 % by ${report.toFixed(0)} (most ${MOST.report}), latest ${Math.max(...steady.reports).toFixed(0)}\nmemory of the largest process: ${megabytes(memory)} (most ${megabytes(MOST.memory)})\n`,
		);
		const held =
			lost === 0 &&
			missing === 0 &&
			steady.refused.length === 0 &&
			reply < MOST.reply &&
			report < MOST.report &&
			memory < MOST.memory;
		process.stdout.write(held ? "The class noticed nothing.\n" : "The class was held up.\n");
		return held ? 0 : 1;
	} finally {
		await sql.end();
		killParts();
		await Promise.all(parts.map(({ ending }) => ending));
		await server.stop();
		rmSync(folder, { recursive: true });
	}
});
