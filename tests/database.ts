import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import type { TestProject } from "vitest/node";
import { demoArchive } from "../demo/dist/index.js";
import { readEnvironment, startService } from "../service/dist/index.js";
import { startTestPostgres } from "../setup/postgres.mjs";

declare module "vitest" {
	interface ProvidedContext {
		/** Address of the test server's own database, from which others are made. */
		postgres: string;
	}
}

/** Waits until every hand-in of a database has its report, and every report its causes. */
async function checked(url: string): Promise<void> {
	const client = new pg.Client({ connectionString: url });
	await client.connect();
	for (let tries = 0; ; tries++) {
		const { rows } = await client.query(
			`SELECT (SELECT count(*) FROM hand_ins) = (SELECT count(*) FROM reports) AND NOT EXISTS
				(SELECT 1 FROM full_reports WHERE body -> 'causes' = 'null') AS done`,
		);
		if (rows[0].done) break;
		if (tries > 9_000) throw new Error("the demo was not checked within 900 s");
		await new Promise((resolve) => setTimeout(resolve, 100));
	}
	await client.end();
}

/** Makes the checked demo as a template; it has its name only once it is whole. */
async function makeTemplate(postgres: string): Promise<void> {
	const client = new pg.Client({ connectionString: postgres });
	await client.connect();
	const { rowCount } = await client.query("SELECT 1 FROM pg_database WHERE datname = 'demo_template'");
	if (!rowCount) {
		await client.query("DROP DATABASE IF EXISTS demo_in_the_making");
		await client.query("CREATE DATABASE demo_in_the_making");
		const url = new URL(postgres);
		url.pathname = "/demo_in_the_making";
		await fill(url.href);
		await client.query("ALTER DATABASE demo_in_the_making RENAME TO demo_template");
	}
	await client.end();
}

/** Loads the demo into an empty database, and waits until it is checked. */
async function fill(url: string): Promise<void> {
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-demo-"));
	const archive = join(folder, "archive.json");
	writeFileSync(archive, JSON.stringify(demoArchive(new Date())));
	const running = await startService(
		readEnvironment({ DATABASE_URL: url, MARKPEN_LOAD: archive, MARKPEN_CONSOLE: "/nowhere", MARKPEN_PORT: "0" }),
		{ web: false, worker: true },
	);
	await checked(url);
	await running.stop();
	rmSync(folder, { recursive: true, force: true });
}

/**
 * One server for all test files, with the checked demo as a template; each file makes a database of its own from it.
 * `npm test` starts the server itself, and so the demo is checked once for all of its runs.
 */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
	const shared = process.env.MARKPEN_TEST_POSTGRES;
	const server = shared ? undefined : await startTestPostgres();
	const postgres = shared ?? (server?.database("postgres") as string);
	await makeTemplate(postgres);
	project.provide("postgres", postgres);
	return async () => server?.stop();
}
