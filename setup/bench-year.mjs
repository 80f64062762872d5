// Every route of the API on schools of three sizes: rows, bytes, server time and statements of each call, and the
// statements that read a whole table. `npm run bench -- year`, with --students for another size than 2,000.
import { chmodSync, closeSync, mkdtempSync, openSync, readdirSync, readSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createClient } from "../client/dist/index.js";
import { ROUTES } from "../contract/dist/index.js";
import { startTestPostgres } from "./postgres.mjs";
import { startPart } from "./service-part.mjs";
import { callsOf, subjectsOf } from "./year/calls.mjs";
import { prepareYear, sayDisk, withClient, writeYear } from "./year/make.mjs";
import { YEAR_SIGN_IN } from "./year/sample.mjs";

const SHARES = [0.01, 0.1, 1];
const TIMES = 30;
/** Calls before those that are measured: statements are prepared, code is compiled. */
const WARM = 6;
/** Wanted of every call: milliseconds on the server at 95 %, and the most that it may grow from 1 % to 100 %. */
const WANTED = { milliseconds: 50, growth: 1.5 };
/** Growth below this many milliseconds is noise. */
const NOISE = 2;
/** How long the server's log may be behind. */
const LOG_MILLISECONDS = 50;
/** A table with fewer rows may be read whole. */
const FEW_ROWS = 5_000;

const at = (values, share) => {
	const sorted = [...values].sort((a, b) => a - b);
	return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * share) - 1)];
};

/** Settings with which the server counts statements, and writes the plans of those that a database asks for. */
const settings = (plans) => [
	"shared_preload_libraries=pg_stat_statements,auto_explain",
	"logging_collector=on",
	`log_directory=${plans}`,
	"log_filename=plans",
	"log_min_messages=log",
	"log_line_prefix=",
	"auto_explain.log_format=json",
	"auto_explain.log_analyze=on",
	"auto_explain.log_timing=off",
	"auto_explain.log_min_duration=-1",
];

/** A signed-in client that notes the server time and the bytes of its last answer. */
async function caller(address, body) {
	let cookie = "";
	const last = { milliseconds: 0, bytes: 0 };
	const client = createClient({
		base: address,
		headers: () => (cookie ? { cookie } : {}),
		async fetch(url, init) {
			const from = performance.now();
			const response = await fetch(url, init);
			const sent = response.headers.get("content-type")?.startsWith("text/event-stream")
				? await firstOf(response)
				: new Uint8Array(await response.arrayBuffer());
			const said = /dur=([\d.]+)/.exec(response.headers.get("server-timing") ?? "")?.[1];
			last.milliseconds = said === undefined ? performance.now() - from : Number(said);
			last.bytes = sent.length;
			cookie = response.headers.get("set-cookie")?.split(";")[0] ?? cookie;
			return new Response(response.status === 204 ? null : sent, response);
		},
	});
	if (body) await client.signIn({ body });
	return { client, last };
}

/** What a stream sends at first: it is measured up to there. */
async function firstOf(response) {
	const reader = response.body.getReader();
	const { value } = await reader.read();
	await reader.cancel().catch(() => undefined);
	return value ?? new Uint8Array();
}

/** Calls every route, and gives what `measure` makes of each. */
async function callAll(sql, address, measure) {
	const subjects = await subjectsOf(sql);
	const { rows, code } = callsOf(subjects);
	const { passphrase } = YEAR_SIGN_IN;
	const callers = {
		head: await caller(address, YEAR_SIGN_IN),
		teacher: await caller(address, { signInName: subjects.teacher.signInName, passphrase }),
		student: await caller(address, { classCode: code, signInName: subjects.students[0].signInName, passphrase }),
	};
	const missing = Object.keys(ROUTES).filter((name) => !rows[name]);
	if (missing.length > 0) throw new Error(`setup/year/calls.mjs has no call of ${missing.join(", ")}.`);
	const found = {};
	for (const [name, { as, input, times = TIMES, keeps }] of Object.entries(rows)) {
		const { client, last } = callers[as];
		const one = async (n) => {
			try {
				const reply = await client[name](input(n));
				keeps?.(reply);
				return { ...last, refused: false };
			} catch (error) {
				if (error.status === undefined || error.status === 0 || error.status >= 500)
					throw new Error(`${name}: ${error.message}`, { cause: error });
				return { ...last, refused: error.code };
			}
		};
		found[name] = await measure(name, one, times);
	}
	return found;
}

/** Server time and statements of every route. */
async function timesOf(sql, address) {
	return callAll(sql, address, async (_name, one, times) => {
		const warm = times < TIMES ? 0 : WARM;
		for (let n = 0; n < warm; n++) await one(n);
		await sql.query("SELECT pg_stat_statements_reset()");
		const calls = [];
		for (let n = 0; n < times; n++) calls.push(await one(warm + n));
		const [{ statements, rows }] = (
			await sql.query(`SELECT sum(calls)::float AS statements, sum(rows)::float AS rows FROM pg_stat_statements
				WHERE query NOT ILIKE '%pg_stat_statements%' AND query !~* '^(BEGIN|START|COMMIT|LISTEN)'`)
		).rows;
		const milliseconds = calls.map((c) => c.milliseconds);
		return {
			refused: calls.every((c) => c.refused) && calls[0].refused,
			middle: at(milliseconds, 0.5),
			most: at(milliseconds, 0.95),
			bytes: at(
				calls.map((c) => c.bytes),
				0.5,
			),
			statements: (statements ?? 0) / times,
			rows: (rows ?? 0) / times,
		};
	});
}

/** The scans in a plan that read a large table whole: most of its rows were looked at. */
function wholeReads(plan, sizes) {
	const here = plan["Relation Name"];
	const size = sizes.get(here) ?? 0;
	const looked =
		(plan["Actual Rows"] + (plan["Rows Removed by Filter"] ?? 0) + (plan["Rows Removed by Index Recheck"] ?? 0)) *
		(plan["Actual Loops"] ?? 1);
	return [
		...(size >= FEW_ROWS && (plan["Node Type"] === "Seq Scan" || looked >= size / 2)
			? [`${plan["Node Type"]} of ${here}, ${looked} of ${size} rows`]
			: []),
		...(plan.Plans ?? []).flatMap((inner) => wholeReads(inner, sizes)),
	];
}

/** A server's log, read on from where the last reading ended. */
class Log {
	constructor(folder) {
		this.file = join(
			folder,
			readdirSync(folder).find((name) => name.startsWith("plans")),
		);
		this.from = statSync(this.file).size;
	}

	/** The plans written since the last reading. The server writes through a process of its own, a little later. */
	async plans() {
		await new Promise((resolve) => setTimeout(resolve, LOG_MILLISECONDS));
		const size = statSync(this.file).size;
		const bytes = Buffer.alloc(size - this.from);
		const file = openSync(this.file);
		readSync(file, bytes, 0, bytes.length, this.from);
		closeSync(file);
		this.from = size;
		const texts = bytes.toString().matchAll(/plan:\n(\t?\{[\s\S]*?\n\t?\})(?=\n(?!\t)|\n*$)/g);
		return [...texts].map((match) => JSON.parse(match[1]));
	}
}

/** The statements of every route that read a large table whole, by their plans. */
async function wholeReadsOf(sql, address, folder) {
	const { rows } = await sql.query(
		`SELECT relname AS name, reltuples::float AS rows FROM pg_class
			WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace`,
	);
	const sizes = new Map(rows.map((r) => [r.name, r.rows]));
	const found = new Map();
	const log = new Log(folder);
	let seen = 0;
	await callAll(sql, address, async (name, one) => {
		await log.plans();
		await one(0);
		const plans = await log.plans();
		seen += plans.length;
		const reads = plans.flatMap((p) =>
			wholeReads(p.Plan, sizes).map((read) => `${read}: ${p["Query Text"].replace(/\s+/g, " ").slice(0, 140)}`),
		);
		if (reads.length > 0) found.set(name, [...new Set(reads)]);
		return undefined;
	});
	if (seen === 0) throw new Error("The server's log has no plans.");
	return found;
}

/** A web process for some work, ended however that ends. */
async function onWeb(url, work) {
	const web = startPart("web", { DATABASE_URL: url, MARKPEN_PORT: "0", MARKPEN_LOG: "error" });
	try {
		return await work(await web.ready);
	} finally {
		await web.stop();
	}
}

/** The whole reads of every route, with the plans of each statement in the log. */
async function readsOn(sql, url, plans) {
	await sql.query("ALTER DATABASE planned SET auto_explain.log_min_duration = 0");
	return onWeb(url, (address) => wholeReadsOf(sql, address, plans));
}

/** Every size, each a school of its own on one server. */
async function measureAll(students, say) {
	const plans = mkdtempSync(join(tmpdir(), "mark-pen-plans-"));
	chmodSync(plans, 0o777);
	const server = await startTestPostgres(settings(plans));
	try {
		await prepareYear(server.database("sample"));
		const sizes = [];
		for (const share of SHARES) {
			say(`\n== ${Math.round(share * 100)} % of ${students.toLocaleString("en")} students`);
			const name = `year_${Math.round(share * 100)}`;
			const url = server.database(name, "sample");
			await writeYear(url, { students: Math.round(share * students), seed: 1, say });
			// Calls change what they are made on: the plans are seen on a copy.
			const copy = share === 1 ? server.database("planned", name) : undefined;
			const times = await withClient(url, async (sql) => {
				if (copy) say(await sayDisk(sql));
				await sql.query("CREATE EXTENSION pg_stat_statements");
				return onWeb(url, (address) => timesOf(sql, address));
			});
			const reads = copy ? await withClient(copy, (sql) => readsOn(sql, copy, plans)) : new Map();
			sizes.push({ times, reads });
		}
		return sizes;
	} finally {
		await server.stop();
		rmSync(plans, { recursive: true, force: true });
	}
}

/** Prints the tables; 1 if a call misses what is wanted. */
export async function benchYear(students) {
	const say = (line) => process.stdout.write(`${line}\n`);
	const sizes = await measureAll(students, say);
	const [small, middle, full] = sizes.map((s) => s.times);
	const number = (value, width, digits = 1) => value.toFixed(digits).padStart(width);
	say("");
	say(
		`${"call".padEnd(22)}${"rows".padStart(8)}${"bytes".padStart(9)}${"statements".padStart(12)}` +
			`   ms on the server, middle at 1 %, 10 %, 100 %; 95 %; growth`,
	);
	const missed = [];
	for (const name of Object.keys(full)) {
		const of = full[name];
		const growth = of.middle / small[name].middle;
		const grown = growth > WANTED.growth && of.middle - small[name].middle > NOISE;
		if (of.most > WANTED.milliseconds) missed.push(`${name} takes ${of.most.toFixed(0)} ms at 95 %`);
		if (grown) missed.push(`${name} takes ${growth.toFixed(1)} times as long as at 1 %`);
		say(
			`${name.padEnd(22)}${number(of.rows, 8, 0)}${number(of.bytes, 9, 0)}${number(of.statements, 12)}` +
				`${number(small[name].middle, 9)}${number(middle[name].middle, 9)}${number(of.middle, 9)}` +
				`${number(of.most, 9)}${number(growth, 7)} ×${of.refused ? `  refused: ${of.refused}` : ""}`,
		);
	}
	say("\nLarge tables that a call reads whole:");
	const { reads } = sizes.at(-1);
	for (const [name, lines] of reads) for (const line of lines) say(`  ${name}: ${line}`);
	if (reads.size === 0) say("  none");
	say(`\nBeyond what is wanted (${WANTED.milliseconds} ms at 95 %, ${WANTED.growth} × from 1 %):`);
	say(missed.length === 0 ? "  none" : missed.map((line) => `  ${line}`).join("\n"));
	return missed.length + reads.size === 0 ? 0 : 1;
}
