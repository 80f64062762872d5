// A service on its own database with a loaded, checked and explained archive, for the console's bench and the
// screenshots.
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { startTestPostgres } from "./postgres.mjs";
import { ROOT } from "./run.mjs";

/** A check that is still to be done, or a report without its causes. */
const UNDONE = `SELECT 1 FROM checks WHERE ended_at IS NULL
	UNION ALL SELECT 1 FROM full_reports WHERE body -> 'causes' = 'null' LIMIT 1`;

/**
 * Starts the service with an archive, and waits until every hand-in is checked and explained.
 *
 * @param archive what is loaded
 * @param settings of the service beside the usual ones
 * @returns its address, `rows` of a query, and `stop`, which removes all of it
 */
export async function startMarkedDemo(archive, settings = {}) {
	const { readEnvironment, startService } = await import("../service/dist/index.js");
	const { default: pg } = await import("pg");
	const files = mkdtempSync(join(tmpdir(), "mark-pen-demo-"));
	writeFileSync(join(files, "archive.json"), JSON.stringify(archive));
	const postgres = await startTestPostgres();
	const database = postgres.database("marked_demo");
	const running = await startService(
		readEnvironment({
			DATABASE_URL: database,
			MARKPEN_LOAD: join(files, "archive.json"),
			MARKPEN_CONSOLE: join(ROOT, "console/dist"),
			MARKPEN_PORT: "0",
			...settings,
		}),
		{ web: true, worker: true },
	);
	const pool = new pg.Pool({ connectionString: database, max: 1 });
	const rows = async (query) => (await pool.query(query)).rows;
	while ((await rows(UNDONE)).length > 0) await pause(200);
	return {
		address: running.address,
		rows,
		async stop() {
			await pool.end();
			await running.stop();
			await postgres.stop();
			rmSync(files, { recursive: true });
		},
	};
}
