import { readFile } from "node:fs/promises";
import { Server as NetServer } from "node:net";
import { availableParallelism } from "node:os";
import { setTimeout as pause } from "node:timers/promises";
import { readCollection } from "@markpen/core";
import type PgBoss from "pg-boss";
import { type Logger, pino } from "pino";
import type { DataSource } from "typeorm";
import { buildApp } from "./app.ts";
import { type FileReaders, loadArchive } from "./archive/load.ts";
import { createDataSource, migrate } from "./database/data-source.ts";
import { ReadReplica } from "./database/read-replica.ts";
import type { Environment } from "./environment.ts";
import { Events } from "./events/events.ts";
import { refusalOf } from "./exercise/exercise.ts";
import { refreshExercises } from "./exercise/refresh.ts";
import { Worker } from "./jobs/worker.ts";
import { loadLibrary } from "./library/load-library.ts";
import { readLibrary } from "./library/read-library.ts";
import { loggableRequest } from "./loggable-error.ts";
import { Metrics } from "./metrics/metrics.ts";
import { serveMetrics } from "./metrics/serve-metrics.ts";
import { Offload } from "./offload/offload.ts";
import { createQueue, setUpQueues } from "./queue/queue.ts";
import { readArchive } from "./reading/class-archive.ts";
import { prepareExercise } from "./reading/prepare-exercise.ts";
import { isSetUp, setUpLink } from "./school/school.ts";
import { Tracing } from "./tracing/tracing.ts";

/** Reads an archive's files in this process: before serving, no one is waiting. */
const READ_HERE: FileReaders = {
	async exercise(source) {
		const read = await prepareExercise({ source });
		if (read.ok) return read;
		throw refusalOf(read.problems);
	},
	async collection(source) {
		const read = readCollection(source);
		if (read.ok) return read.collection;
		throw refusalOf(read.problems);
	},
};

export interface Running {
	/** The listening address; undefined for a worker only. */
	readonly address: string | undefined;
	/** The set-up address, if the site has no accounts yet and serves pages. */
	readonly setUp: string | undefined;
	/** Stops gracefully: requests are answered and jobs finished. */
	readonly stop: () => Promise<void>;
}

/** Starts web server, worker or both in this process. */
export async function startService(
	environment: Environment,
	parts: { web: boolean; worker: boolean },
): Promise<Running> {
	const log = pino({ level: environment.MARKPEN_LOG, serializers: { req: loggableRequest } });
	const dataSource = await createDataSource(environment.DATABASE_URL).initialize();
	const size = environment.MARKPEN_THREADS ?? availableParallelism();
	const checks = parts.worker && size > 0;
	const queue = createQueue(environment.DATABASE_URL, checks, (error) =>
		log.warn({ error: error.message }, "the queue had an error"),
	);
	try {
		await migrate(dataSource, async () => {
			await queue.start();
			await setUpQueues(queue, dataSource.manager);
			await refreshExercises(dataSource.manager);
			await loadLibrary(dataSource.manager, await readLibrary(environment.MARKPEN_LIBRARY));
			if (environment.MARKPEN_LOAD && !(await isSetUp(dataSource.manager)))
				await loadArchive(
					{ dataSource, queue, read: READ_HERE },
					readArchive(await readFile(environment.MARKPEN_LOAD, "utf8")),
				);
		});
	} catch (error) {
		await queue.stop({ graceful: false, wait: true }).catch(() => undefined);
		await dataSource.destroy();
		throw error;
	}
	const metrics = new Metrics({ dataSource, queue });
	const tracing = await Tracing.to(environment.OTEL_EXPORTER_OTLP_ENDPOINT, environment.OTEL_SERVICE_NAME);
	const worker = checks
		? new Worker({
				dataSource,
				queue,
				cores: size,
				log,
				metrics,
				tracing,
				url: environment.DATABASE_URL,
			})
		: undefined;
	await worker?.start();
	const web = parts.web ? await startWeb(environment, { dataSource, queue, log, metrics, tracing }) : undefined;
	const port = environment.MARKPEN_METRICS_PORT;
	const own =
		web === undefined && port !== undefined
			? await serveMetrics(metrics, { host: environment.MARKPEN_HOST, port })
			: undefined;
	const link = web && (await setUpLink(dataSource.manager));
	return {
		address: web?.address,
		// After the #, so that it is never sent to, or logged by, the service or a proxy.
		setUp: link && `${web.address}/set-up#${link}`,
		async stop() {
			await Promise.all([web?.stop(), worker?.stop(), own?.stop()]);
			await queue.stop({ graceful: false, wait: true });
			await dataSource.destroy();
			// A collector that is away holds no stop up for long.
			await Promise.race([
				tracing.stop().catch(() => undefined),
				pause(LAST_SPANS_MILLISECONDS, undefined, { ref: false }),
			]);
		},
	};
}

/** How long the last spans may take to be sent. */
const LAST_SPANS_MILLISECONDS = 2_000;
/** Time limit for an accepted connection's first request. */
const LINGER_MILLISECONDS = 300;

/** The web server of this process, with its connection for events and its threads for blocking tasks. */
async function startWeb(
	environment: Environment,
	of: { dataSource: DataSource; queue: PgBoss; log: Logger; metrics: Metrics; tracing: Tracing },
): Promise<{ address: string; stop: () => Promise<void> }> {
	const events = new Events({ dataSource: of.dataSource, log: of.log, url: environment.DATABASE_URL });
	await events.start();
	const reads = new ReadReplica({ main: of.dataSource, url: environment.DATABASE_READ_URL, log: of.log });
	await reads.start();
	const offload = new Offload();
	await offload.warm();
	const app = await buildApp({
		...of,
		events,
		reads,
		offload,
		consoleRoot: environment.MARKPEN_CONSOLE,
		tls: environment.MARKPEN_TLS,
	});
	const address = await app.listen({ host: environment.MARKPEN_HOST, port: environment.MARKPEN_PORT });
	return {
		address,
		async stop() {
			// New connections are refused; requests already sent are still read, which closing at once would cut off.
			const closed = new Promise((resolve) => NetServer.prototype.close.call(app.server, resolve));
			await events.stop();
			await new Promise((resolve) => setTimeout(resolve, LINGER_MILLISECONDS));
			await app.close();
			await closed;
			await offload.close();
			await reads.stop();
		},
	};
}
