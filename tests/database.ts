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

/**
 * One server for all test files, with the checked demo as a template; each file makes a database of its own from it.
 */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
	const server = await startTestPostgres();
	const folder = mkdtempSync(join(tmpdir(), "mark-pen-demo-"));
	const archive = join(folder, "archive.json");
	writeFileSync(archive, JSON.stringify(demoArchive(new Date())));
	const url = server.database("demo_template");
	const running = await startService(
		readEnvironment({ DATABASE_URL: url, MARKPEN_LOAD: archive, MARKPEN_CONSOLE: "/nowhere", MARKPEN_PORT: "0" }),
		{ web: false, worker: true },
	);
	await checked(url);
	await running.stop();
	project.provide("postgres", server.database("postgres"));
	return async () => {
		rmSync(folder, { recursive: true, force: true });
		await server.stop();
	};
}
