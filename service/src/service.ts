import { readFile } from "node:fs/promises";
import { availableParallelism } from "node:os";
import { Threads } from "@markpen/threads";
import { pino } from "pino";
import { buildApp } from "./app.ts";
import { readArchive } from "./archive/archive.ts";
import { loadArchive } from "./archive/store.ts";
import { createDataSource, migrate, one } from "./database/data-source.ts";
import type { Environment } from "./environment.ts";
import { createQueue, setUpQueues } from "./jobs/queue.ts";
import { Worker } from "./jobs/worker.ts";

export interface Running {
	/** Where it listens; undefined for a worker alone. */
	readonly address: string | undefined;
	/** Ends without cutting anything off: requests are answered, jobs finished. */
	readonly stop: () => Promise<void>;
}

/** Starts web server, worker or both in this process. */
export async function startService(environment: Environment, parts: { web: boolean; worker: boolean }): Promise<Running> {
	const log = pino({ level: environment.MARKPEN_LOG });
	const dataSource = await createDataSource(environment.DATABASE_URL).initialize();
	const size = environment.MARKPEN_THREADS ?? availableParallelism();
	const checks = parts.worker && size > 0;
	const queue = createQueue(environment.DATABASE_URL, checks, (error) => log.warn({ error: error.message }, "the queue had an error"));
	try {
		await migrate(dataSource, async () => {
			await queue.start();
			await setUpQueues(queue);
			if (environment.MARKPEN_LOAD && !(await one(dataSource.manager, "SELECT 1 FROM accounts LIMIT 1", [])))
				await loadArchive(dataSource, queue, readArchive(await readFile(environment.MARKPEN_LOAD, "utf8")));
		});
	} catch (error) {
		await queue.stop({ graceful: false, wait: true }).catch(() => undefined);
		await dataSource.destroy();
		throw error;
	}
	const threads = checks ? new Threads(size) : undefined;
	const worker = threads && new Worker({ dataSource, queue, threads, log, url: environment.DATABASE_URL });
	await worker?.start();
	const app = parts.web ? await buildApp({ dataSource, queue, log, consoleRoot: environment.MARKPEN_CONSOLE, tls: environment.MARKPEN_TLS }) : undefined;
	const address = await app?.listen({ host: environment.MARKPEN_HOST, port: environment.MARKPEN_PORT });
	return {
		address,
		async stop() {
			await app?.close();
			await worker?.stop();
			await threads?.close();
			await queue.stop({ graceful: false, wait: true });
			await dataSource.destroy();
		},
	};
}
