// What active students cost: a lesson of many classes at its usual pace, with one web process, one worker and
// PostgreSQL, whose time on cores and memory are read from /proc. `npm run bench -- sizing`.
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { parse } from "yaml";
import { createClient } from "../client/dist/index.js";
import { startTestPostgres } from "./postgres.mjs";
import { ROOT } from "./run.mjs";
import { killParts, startPart } from "./service-part.mjs";

const CLASS = 25;
/** Numbers of students who work at once, one after the other. */
const ACTIVE = [100, 250, 500, 1_000];
const SECONDS = 60;
/** Seconds between two of a student's: a draft saved while typing, a program checked, a hand-in. */
const EVERY = { draft: 7.5, selfCheck: 60, handIn: 300 };
/** Seconds between two looks of a teacher at the class's work. */
const TEACHER = 10;

const pause = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));
const percentile = (values, share) =>
	[...values].sort((a, b) => a - b)[Math.max(0, Math.ceil(values.length * share) - 1)] ?? 0;

function archive(students) {
	const day = (n) => new Date(Date.now() + n * 86_400_000).toISOString();
	const people = Array.from({ length: students }, (_, i) => ({ key: `s${i}`, name: `S ${i}`, signInName: `s${i}` }));
	return {
		format: "markpen/class-archive@1",
		school: "",
		teachers: [{ key: "t", name: "T", signInName: "t" }],
		students: people,
		exercises: [
			{
				key: "buoy",
				source: readFileSync(join(ROOT, "demo/exercises/mooring-buoy.exercise.yaml"), "utf8"),
				owner: "t",
			},
		],
		classes: Array.from({ length: students / CLASS }, (_, c) => ({
			key: `c${c}`,
			name: `C ${c}`,
			schoolYear: "2026",
			code: `class-${c}`,
			teachers: ["t"],
			students: people.slice(c * CLASS, (c + 1) * CLASS).map((s) => s.key),
			assignments: [{ key: `a${c}`, exercises: ["buoy"], opensAt: day(-1), dueAt: day(9), closesAt: day(9) }],
		})),
		handIns: [],
	};
}

/** A process's fields of /proc/<pid>/stat after its name: the parent is the second, times on a core 12 and 13. */
function statOf(pid) {
	try {
		const stat = readFileSync(`/proc/${pid}/stat`, "latin1");
		return stat.slice(stat.lastIndexOf(")") + 2).split(" ");
	} catch {
		return undefined;
	}
}
/** Seconds on a core of processes and of those that they have waited for; Linux counts in hundredths (USER_HZ). */
const cpuOf = (pids) =>
	pids
		.map(statOf)
		.reduce(
			(sum, stat) => sum + (stat ? stat.slice(11, 15).reduce((all, ticks) => all + Number(ticks), 0) / 100 : 0),
			0,
		);
const childrenOf = (parent) =>
	readdirSync("/proc")
		.filter((name) => /^\d+$/.test(name))
		.map(Number)
		.filter((pid) => Number(statOf(pid)?.[1]) === parent);
/** Memory of its own that processes have, in bytes. */
function memoryOf(pids) {
	let kilobytes = 0;
	for (const pid of pids)
		try {
			kilobytes += Number(/RssAnon:\s*(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0);
		} catch {}
	return 1_024 * kilobytes;
}

/** The lesson of some students for a time; gives what its calls took, in milliseconds. */
async function lesson({ address, places, sources, active }) {
	const taken = { calls: [], selfChecks: [], refused: 0 };
	const end = performance.now() + 1_000 * SECONDS;
	const timed = async (call) => {
		const from = performance.now();
		try {
			return await call();
		} catch {
			taken.refused++;
		} finally {
			taken.calls.push(performance.now() - from);
		}
	};
	/** Does something at an even pace from a first moment on. */
	const every = async (seconds, first, work) => {
		if (first >= SECONDS) return;
		await pause(1_000 * first);
		for (let next = performance.now(), n = 0; next < end; n++) {
			await work(n);
			next += 1_000 * seconds;
			await pause(Math.min(next, end) - performance.now());
		}
	};
	const clientOf = (cookie) =>
		createClient({ base: address, headers: () => ({ cookie: `markpen_session=${cookie}` }) });
	const student = (i) => {
		const client = clientOf(`s${i}`);
		const params = places[Math.floor(i / CLASS)];
		const source = (n) => `-- ${i} ${n}\n${sources[(i + n) % sources.length]}`;
		// Spread over the pace by the golden ratio.
		const first = (seconds) => seconds * ((i * 0.618034) % 1);
		return [
			every(EVERY.draft, first(EVERY.draft), (n) =>
				timed(() => client.saveDraft({ params, body: { source: source(n), device: "d" }, revision: "any" })),
			),
			every(EVERY.selfCheck, first(EVERY.selfCheck), async (n) => {
				const from = performance.now();
				const made = await timed(() => client.selfCheck({ params, body: { source: source(n) } }));
				for (let looks = 0; made && looks < 100; looks++) {
					await pause(150);
					const { report } = (await timed(() => client.showSelfCheck({ params: { id: made.id } }))) ?? {};
					if (report) break;
				}
				if (made) taken.selfChecks.push(performance.now() - from);
			}),
			every(EVERY.handIn, first(EVERY.handIn), (n) =>
				timed(() => client.handIn({ params, body: { source: source(n) } })),
			),
		];
	};
	const teacher = clientOf("t");
	const looks = places
		.slice(0, active / CLASS)
		.map(({ id }, c) =>
			every(TEACHER, (c * 0.7) % TEACHER, () => timed(() => teacher.showAssignment({ params: { id } }))),
		);
	await Promise.all([...Array.from({ length: active }, (_, i) => student(i)).flat(), ...looks]);
	return taken;
}

/** Measures lessons of growing size and prints what they cost. */
export async function benchSizing() {
	const server = await startTestPostgres();
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-sizing-"));
	const most = Math.max(...ACTIVE);
	writeFileSync(join(folder, "archive.json"), JSON.stringify(archive(most)));
	const sources = parse(readFileSync(join(ROOT, "demo/programs.yaml"), "utf8"))
		.filter((p) => p.exercise === "mooring-buoy")
		.map((p) => p.source);
	const database = server.database("sizing");
	const environment = {
		DATABASE_URL: database,
		MARKPEN_PORT: "0",
		MARKPEN_LOG: "error",
		MARKPEN_THREADS: "1",
		MARKPEN_LOAD: join(folder, "archive.json"),
	};
	const sql = new pg.Client({ connectionString: database });
	try {
		const web = startPart("web", environment);
		const address = await web.ready;
		const worker = startPart("worker", environment);
		await worker.ready;
		await sql.connect();
		await sql.query(`INSERT INTO sessions (token_hash, account_id, ends_at)
			SELECT encode(sha256(sign_in_name::bytea), 'hex'), id, now() + interval '1 hour' FROM accounts`);
		const { rows: places } = await sql.query(
			`SELECT a.id, 'mooring-buoy' AS exercise FROM assignments a JOIN classes c ON c.id = a.class_id
				ORDER BY substr(c.code, 7)::int`,
		);
		const { rows } = await sql.query("SELECT pg_backend_pid() AS pid");
		const postmaster = Number(statOf(rows[0].pid)?.[1]);
		const parts = {
			web: () => [web.pid],
			worker: () => [worker.pid],
			PostgreSQL: () => [postmaster, ...childrenOf(postmaster)],
		};
		await lesson({ address, places, sources, active: CLASS });
		process.stdout.write(
			"students at work   calls/s   refused   a call, 95 %   self-check, 95 %   cores: web   worker   PostgreSQL\n",
		);
		for (const active of ACTIVE) {
			const before = Object.values(parts).map((pids) => cpuOf(pids()));
			const from = performance.now();
			const taken = await lesson({ address, places, sources, active });
			const seconds = (performance.now() - from) / 1_000;
			const cores = Object.values(parts).map((pids, n) => (cpuOf(pids()) - before[n]) / seconds);
			const cells = [
				[active, 16],
				[(taken.calls.length / seconds).toFixed(0), 10],
				[taken.refused, 10],
				[`${percentile(taken.calls, 0.95).toFixed(0)} ms`, 15],
				[`${percentile(taken.selfChecks, 0.95).toFixed(0)} ms`, 19],
				[cores[0].toFixed(2), 13],
				[cores[1].toFixed(2), 9],
				[cores[2].toFixed(2), 13],
			];
			process.stdout.write(`${cells.map(([value, width]) => String(value).padStart(width)).join("")}\n`);
		}
		const megabytes = Object.entries(parts).map(
			([name, pids]) => `${name} ${Math.round(memoryOf(pids()) / 1_000_000)} MB`,
		);
		process.stdout.write(`Memory of their own at the end: ${megabytes.join(", ")}.\n`);
		await worker.stop();
		await web.stop();
	} finally {
		killParts();
		await sql.end();
		await server.stop();
		rmSync(folder, { recursive: true });
	}
}
