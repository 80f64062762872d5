import { randomBytes } from "node:crypto";
import { fileURLToPath } from "node:url";
import pg from "pg";
import { inject } from "vitest";
import { type Client, createClient } from "../client/dist/index.js";
import { DEMO_SIGN_INS } from "../demo/dist/index.js";
import { type Running, readEnvironment, startService } from "../service/dist/index.js";

const CONSOLE = fileURLToPath(new URL("../console/dist", import.meta.url));

/** Makes a database of its own from the checked demo, and gives its address. */
export const demoDatabase = () => databaseLike("demo_template");
/** Makes a database with nothing in it, and gives its address. */
export const emptyDatabase = () => databaseLike("template0");

async function databaseLike(template: string): Promise<string> {
	const name = `test_${randomBytes(6).toString("hex")}`;
	await rowsOf(inject("postgres"), `CREATE DATABASE ${name} TEMPLATE ${template}`);
	const url = new URL(inject("postgres"));
	url.pathname = `/${name}`;
	return url.href;
}

export type Settings = Readonly<Record<string, string>>;

/** Settings of a service on a database. */
export function settings(url: string, more: Settings = {}): Record<string, string> {
	return { DATABASE_URL: url, MARKPEN_CONSOLE: CONSOLE, MARKPEN_PORT: "0", MARKPEN_LOG: "fatal", ...more };
}

/** A service in this process, on the demo's data or on a database that is named. */
export class Site {
	readonly url: string;
	readonly address: string;
	/** The link that sets the site up, where it has no account. */
	readonly setUp: string | undefined;
	private readonly running: Running;

	private constructor(url: string, running: Running) {
		this.url = url;
		this.running = running;
		this.address = running.address as string;
		this.setUp = running.setUp;
	}

	static async start(parts = { web: true, worker: true }, on?: string): Promise<Site> {
		const url = on ?? (await demoDatabase());
		return new Site(url, await startService(readEnvironment(settings(url)), parts));
	}

	/** A client with a cookie jar of its own, signed in as nobody. */
	visitor(): Client {
		return visitorOf(this.address);
	}

	async teacher(): Promise<Client> {
		const client = this.visitor();
		const { signInName, passphrase } = DEMO_SIGN_INS.teacher;
		await client.signIn({ body: { signInName, passphrase } });
		return client;
	}

	async student(): Promise<Client> {
		const client = this.visitor();
		const { classCode, signInName, passphrase } = DEMO_SIGN_INS.student;
		await client.signIn({ body: { classCode, signInName, passphrase } });
		return client;
	}

	/** Rows of a query on the site's database. */
	async rows<T extends object>(sql: string, values: unknown[] = []): Promise<T[]> {
		return rowsOf<T>(this.url, sql, values);
	}

	stop(): Promise<void> {
		return this.running.stop();
	}
}

/** Rows of a query on a database. */
export async function rowsOf<T extends object>(url: string, sql: string, values: unknown[] = []): Promise<T[]> {
	const client = new pg.Client({ connectionString: url });
	await client.connect();
	try {
		return (await client.query<T>(sql, values)).rows;
	} finally {
		await client.end();
	}
}

/** A client with a cookie jar of its own. */
export function visitorOf(address: string, onAnswer?: (response: Response) => void): Client {
	let cookie = "";
	return createClient({
		base: address,
		headers: (): Record<string, string> => (cookie ? { cookie } : {}),
		onAnswer(response) {
			const set = response.headers.get("set-cookie");
			if (set) cookie = set.split(";")[0] as string;
			onAnswer?.(response);
		},
	});
}

/** A teacher's client by sign-in name. */
export async function signedIn(
	address: string,
	body: { classCode?: string; signInName: string; passphrase: string },
	onAnswer?: (response: Response) => void,
): Promise<Client> {
	const client = visitorOf(address, onAnswer);
	await client.signIn({ body });
	return client;
}

/** What a call about a student's work names it by. */
export const placeOf = (work: { assignmentId: string; exercise: { id: string } }) => ({
	id: work.assignmentId,
	exercise: work.exercise.id,
});

/** Waits for a hand-in's report. */
export async function reportOf(client: Client, id: string, milliseconds = 60_000) {
	const end = Date.now() + milliseconds;
	while (Date.now() < end) {
		const page = await client.showHandIn({ params: { id } });
		if (page.report) return page.report;
		await new Promise((resolve) => setTimeout(resolve, 30));
	}
	throw new Error(`hand-in ${id} has no report after ${milliseconds} ms`);
}

/** Waits until the causes of a hand-in's report are found. */
export async function explainedOf(client: Client, id: string, milliseconds = 120_000) {
	const end = Date.now() + milliseconds;
	while (Date.now() < end) {
		const { report } = await client.showHandIn({ params: { id } });
		if (report?.causes) return { ...report, causes: report.causes };
		await new Promise((resolve) => setTimeout(resolve, 50));
	}
	throw new Error(`hand-in ${id} has no causes after ${milliseconds} ms`);
}

/** Waits until long work is done, and gives its end. */
export async function jobDone(client: Client, id: string, milliseconds = 120_000) {
	const end = Date.now() + milliseconds;
	while (Date.now() < end) {
		const job = await client.showJob({ params: { id } });
		if (job.endedAt) return job;
		await new Promise((resolve) => setTimeout(resolve, 50));
	}
	throw new Error(`job ${id} isn't done after ${milliseconds} ms`);
}

/** A class of the teacher's by its name. */
export async function classNamed(client: Client, name: string) {
	const found = (await client.listClasses({})).classes.find((c) => c.name === name);
	if (!found) throw new Error(`no class is called ${name}`);
	return client.showClass({ params: { id: found.id } });
}

/** The student's assignment of an exercise. */
export async function workOn(client: Client, title: string) {
	const { work } = await client.listWork({});
	const found = work.find((w) => w.exercise.title === title);
	if (!found) throw new Error(`no assignment is called ${title}`);
	return found;
}
