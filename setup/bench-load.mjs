// How the service does under load, with service and worker as processes of their own, beside a bare route with one
// insert. Gives rows for the bench.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import autocannon from "autocannon";
import Fastify from "fastify";
import pg from "pg";
import { parse } from "yaml";
import { createClient } from "../client/dist/index.js";
import { startTestPostgres } from "./postgres.mjs";
import { ROOT } from "./run.mjs";
import { killParts, startPart } from "./service-part.mjs";

const MATRIX = { students: 30, assignments: 20 };
const CLASS_AGAIN = 200;
const WAITING = 50;
/** A school at the end of a lesson. */
const BURST = { handIns: 600, milliseconds: 10_000 };
const SECONDS = 5;
const PASSPHRASE = "a-passphrase-for-all";

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const percentile = (values, share) =>
	[...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.ceil(values.length * share) - 1)];
const pause = (milliseconds) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** A site with a class of 30 by 20, one of 200 and one of 50, all with the demo's programs. */
function archive() {
	const exercise = readFileSync(join(ROOT, "demo/exercises/mooring-buoy.exercise.yaml"), "utf8");
	const sources = parse(readFileSync(join(ROOT, "demo/programs.yaml"), "utf8"))
		.filter((p) => p.exercise === "mooring-buoy")
		.map((p) => p.source);
	const day = (n) => new Date(Date.now() + n * 86_400_000).toISOString();
	const people = (prefix, count) =>
		Array.from({ length: count }, (_, i) => ({
			key: `${prefix}${i}`,
			name: `${prefix} ${i}`,
			signInName: `${prefix}${i}`,
			passphrase: PASSPHRASE,
		}));
	const assignment = (key) => ({ key, exercises: ["buoy"], opensAt: day(-9), dueAt: day(9), closesAt: day(9) });
	const [matrix, again, waiting] = [people("m", MATRIX.students), people("a", CLASS_AGAIN), people("w", WAITING)];
	const of = (name, students, assignments) => ({
		key: name,
		name,
		schoolYear: "2026",
		code: name,
		teachers: ["t"],
		students: students.map((s) => s.key),
		assignments,
	});
	const againColumns = Array.from({ length: 4 }, (_, i) => assignment(`again-${i + 1}`));
	const columns = Array.from({ length: MATRIX.assignments }, (_, i) => assignment(`m-${i}`));
	const handed = (a, s, i) => ({
		assignment: a,
		exercise: "buoy",
		student: s.key,
		tryNumber: 1,
		source: sources[i % sources.length],
		handedInAt: day(-1),
	});
	return {
		sources,
		file: {
			format: "markpen/class-archive@1",
			school: "",
			teachers: [{ key: "t", name: "T", signInName: "t", passphrase: PASSPHRASE }],
			students: [...matrix, ...again, ...waiting],
			exercises: [{ key: "buoy", source: exercise, owner: "t" }],
			classes: [
				of("matrix", matrix, columns),
				of("again", again, againColumns),
				of("waiting", waiting, [assignment("waiting-1")]),
			],
			handIns: [
				...columns.flatMap((c, k) => matrix.map((s, i) => handed(c.key, s, i + k))),
				...againColumns.flatMap((c, k) => again.map((s, i) => handed(c.key, s, i + k))),
			],
		},
	};
}

async function signedIn(address, body) {
	let cookie = "";
	const client = createClient({
		base: address,
		headers: () => (cookie ? { cookie } : {}),
		onAnswer(r) {
			cookie = r.headers.get("set-cookie")?.split(";")[0] ?? cookie;
		},
	});
	await client.signIn({ body });
	return { client, cookie };
}

/** Requests a second of one call, by as many connections as there are sets of headers. */
async function rate(url, requests) {
	let next = 0;
	const result = await autocannon({
		url,
		connections: requests.length,
		duration: SECONDS,
		setupClient: (client) => client.setRequests([requests[next++ % requests.length]]),
	});
	if (result.non2xx > 0 || result.errors > 0)
		throw new Error(`${result.non2xx} answers weren't right, ${result.errors} calls failed`);
	return result.requests.average;
}

/** The same insert behind a bare route of the same framework. */
async function bareRate(database, sources) {
	const pool = new pg.Pool({ connectionString: database, max: 10 });
	await pool.query(
		"CREATE TABLE bare (id bigserial PRIMARY KEY, source text NOT NULL, at timestamptz NOT NULL DEFAULT now())",
	);
	const app = Fastify();
	app.post("/", async (request, reply) => {
		const { rows } = await pool.query("INSERT INTO bare (source) VALUES ($1) RETURNING id", [request.body.source]);
		return reply.status(201).send({ id: rows[0].id });
	});
	app.get("/", async (_request, reply) => {
		const from = performance.now();
		const { rows } = await pool.query("SELECT 1 AS one");
		return reply.header("server-timing", `total;dur=${(performance.now() - from).toFixed(1)}`).send(rows);
	});
	const address = await app.listen({ port: 0, host: "127.0.0.1" });
	const headers = { "content-type": "application/json" };
	const inserted = await rate(
		address,
		Array.from({ length: 20 }, (_, i) => ({
			method: "POST",
			path: "/",
			headers,
			body: JSON.stringify({ source: sources[i % sources.length] }),
		})),
	);
	const read = await readTimes(40, address, {});
	await app.close();
	await pool.end();
	return { inserted, read };
}

/** Median time of a page in milliseconds: from Server-Timing, and as the client sees it. */
async function readTimes(count, url, headers) {
	const [served, seen] = [[], []];
	for (let i = 0; i < count; i++) {
		const from = performance.now();
		const response = await fetch(url, { headers });
		await response.text();
		seen.push(performance.now() - from);
		served.push(Number(/dur=([\d.]+)/.exec(response.headers.get("server-timing"))[1]));
	}
	return { served: median(served), seen: median(seen) };
}

/**
 * Hand-ins of as many students, spread over the burst's time by an even step.
 *
 * @returns milliseconds from the last hand-in to the last report
 */
async function burstOf(sql, { address, place, classId, sources }) {
	await sql.query(
		`INSERT INTO accounts (id, role, name, sign_in_name, passphrase_hash)
			SELECT gen_random_uuid(), 'student', 'Burst ' || n, 'burst-' || n, 'none' FROM generate_series(1, $1) AS n`,
		[BURST.handIns],
	);
	const burst = "FROM accounts WHERE sign_in_name LIKE 'burst-%'";
	await sql.query(
		`INSERT INTO class_students (class_id, account_id, sign_in_name) SELECT $1, id, sign_in_name ${burst}`,
		[classId],
	);
	await sql.query(`INSERT INTO sessions (token_hash, account_id, ends_at)
		SELECT encode(sha256(sign_in_name::bytea), 'hex'), id, now() + interval '1 hour' ${burst}`);
	const handIn = async (n) => {
		await pause((n * BURST.milliseconds) / BURST.handIns);
		const response = await fetch(`${address}/api/v1/my-work/${place.id}/${place.exercise}/hand-ins`, {
			method: "POST",
			headers: { cookie: `markpen_session=burst-${n + 1}`, "content-type": "application/json" },
			body: JSON.stringify({ source: sources[n % sources.length] }),
		});
		if (response.status !== 201) throw new Error(`A hand-in of the burst had ${response.status}.`);
		await response.arrayBuffer();
	};
	await Promise.all(Array.from({ length: BURST.handIns }, (_, n) => handIn(n)));
	const of = `FROM checks c JOIN hand_ins h ON h.id = c.hand_in_id JOIN accounts a ON a.id = h.student_id
		WHERE a.sign_in_name LIKE 'burst-%'`;
	while ((await sql.query(`SELECT count(*)::int AS left ${of} AND c.ended_at IS NULL`)).rows[0].left > 0)
		await pause(50);
	const { rows } = await sql.query(
		`SELECT count(*)::int AS count, 1000 * extract(epoch FROM max(c.ended_at) - max(h.handed_in_at))::float AS last ${of}`,
	);
	if (rows[0].count !== BURST.handIns) throw new Error(`${rows[0].count} hand-ins of the burst are there.`);
	return rows[0].last;
}

/**
 * The rows of the service's load.
 *
 * @param commandLine milliseconds that the command line takes for a hand-in
 */
export async function loadRows(commandLine) {
	const server = await startTestPostgres();
	const { sources, file } = archive();
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-load-"));
	writeFileSync(join(folder, "archive.json"), JSON.stringify(file));
	const database = server.database("bench");
	const environment = {
		DATABASE_URL: database,
		MARKPEN_PORT: "0",
		MARKPEN_LOG: "error",
		MARKPEN_LOAD: join(folder, "archive.json"),
	};
	const sql = new pg.Client({ connectionString: database });
	try {
		const web = startPart("web", environment);
		const address = await web.ready;
		await sql.connect();
		const left = async () =>
			(await sql.query("SELECT count(*)::int AS count FROM checks WHERE ended_at IS NULL")).rows[0].count;
		const worker = startPart("worker", environment);
		await worker.ready;
		const waiting = await left();
		const from = performance.now();
		while ((await left()) > 0) await pause(50);
		const checked = (1_000 * waiting) / (performance.now() - from);

		const teacher = await signedIn(address, { signInName: "t", passphrase: PASSPHRASE });
		const classes = Object.fromEntries((await teacher.client.listClasses({})).classes.map((c) => [c.name, c.id]));
		const page = await teacher.client.showClass({ params: { id: classes.matrix } });
		const againPage = await teacher.client.showClass({ params: { id: classes.again } });
		const again = againPage.columns[0].assignmentId;
		const students = await Promise.all(
			Array.from({ length: WAITING }, (_, i) =>
				signedIn(address, { classCode: "waiting", signInName: `w${i}`, passphrase: PASSPHRASE }),
			),
		);
		const place = { id: (await students[0].client.listWork({})).work[0].assignmentId, exercise: "mooring-buoy" };
		const read = (count, path) => readTimes(count, `${address}/api/v1${path}`, { cookie: teacher.cookie });
		await read(40, `/classes/${classes.matrix}`);
		const matrix = await read(100, `/classes/${classes.matrix}`);
		const assignment = await read(40, `/assignments/${page.columns[0].assignmentId}`);
		const bare = await bareRate(database, sources);

		const latencies = [];
		for (let round = 0; round < 3; round++) {
			await teacher.client.rehearse({ params: { id: again }, body: {} });
			await Promise.all(
				students.map(async ({ client, cookie }, i) => {
					const begun = performance.now();
					const { id } = await client.handIn({ params: place, body: { source: sources[i % sources.length] } });
					const response = await fetch(`${address}/api/v1/hand-ins/${id}/events`, { headers: { cookie } });
					await response.text();
					latencies.push(performance.now() - begun);
				}),
			);
			await pause(3_000);
		}
		const burst = await burstOf(sql, { address, place, classId: classes.waiting, sources });
		await worker.stop();
		// No worker runs now, and the number of waiting hand-ins per student is limited.
		const ending = setInterval(
			() => void sql.query("UPDATE checks SET ended_at = now() WHERE ended_at IS NULL").catch(() => undefined),
			20,
		);
		const accepted = await rate(
			address,
			students.slice(0, 20).map(({ cookie }, i) => ({
				method: "POST",
				path: `/api/v1/my-work/${place.id}/${place.exercise}/hand-ins`,
				headers: { cookie, "content-type": "application/json" },
				body: JSON.stringify({ source: sources[i % sources.length] }),
			})),
		);
		clearInterval(ending);
		await web.stop();
		const each = (perSecond) => 1_000 / perSecond;
		return [
			{
				name: `hand-in accepted (${accepted.toFixed(0)} a second)`,
				ours: each(accepted),
				baseline: each(bare.inserted),
				what: `a bare route with one insert (${bare.inserted.toFixed(0)} a second)`,
			},
			{
				name: `hand-in checked and stored (${checked.toFixed(0)} a second)`,
				ours: each(checked),
				baseline: commandLine,
				what: `the command line, which stores nothing (${each(commandLine).toFixed(0)} a second)`,
			},
			{
				name: `${BURST.handIns} hand-ins in ${BURST.milliseconds / 1_000} s: from the last one to the last report`,
				ours: burst,
				baseline: BURST.milliseconds,
				what: "the time in which they are handed in",
			},
			...[
				[`class of ${MATRIX.students} × ${MATRIX.assignments}`, matrix],
				[`assignment of ${MATRIX.students}`, assignment],
			].map(([name, { served, seen }]) => ({
				name: `${name}, read, server time (${seen.toFixed(0)} ms as a client sees it)`,
				ours: served,
				baseline: bare.read.served,
				what: "a bare route with SELECT 1",
			})),
			{
				name: `${WAITING} hand in at once, ${CLASS_AGAIN} checked again: 99 % by`,
				ours: percentile(latencies, 0.99),
				baseline: median(latencies),
				what: "the middle one",
			},
		];
	} finally {
		killParts();
		await sql.end().catch(() => undefined);
		rmSync(folder, { recursive: true, force: true });
		await server.stop();
	}
}
