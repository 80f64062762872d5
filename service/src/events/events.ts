import type { FastifyReply, FastifyRequest } from "fastify";
import type { Logger } from "pino";
import type { DataSource, EntityManager } from "typeorm";
import { ProgressEntity } from "../database/entities/event.ts";
import { Listener } from "../database/listener.ts";
import { bigint, json, statement, text } from "../database/statement.ts";

/** Channel for notifications of events, with their subject. */
export const CHANNEL = "markpen_progress";
/**
 * Interval at which a stream checks its caller's access again, and the number of checks between keep-alive comments.
 */
const BEAT_MILLISECONDS = 5_000;
const BEATS_A_LINE = 4;
/** How long an answer to that holds. */
const ASKED_MILLISECONDS = 1_000;
/** Events that one look reads at most. */
const MAX_EVENTS = 500;

const NOTIFY = statement({}, "SELECT pg_notify($1, $2)");

/** Records an event of a subject (a hand-in, assignment or job) and notifies waiting streams. */
export async function publishEvent(
	manager: EntityManager,
	subject: string,
	kind: string,
	data: object = {},
): Promise<void> {
	await manager.insert(ProgressEntity, { subject, kind, data });
	await NOTIFY.all(manager, [CHANNEL, subject]);
}

const LIST_EVENTS = statement(
	{ id: bigint, kind: text(), data: json<object>() },
	`SELECT id, kind, data
		FROM progress
		WHERE subject = $1 AND id > $2
		ORDER BY id
		LIMIT ${MAX_EVENTS}`,
);

const FIND_NEWEST = statement(
	{ id: bigint },
	`SELECT coalesce(max(id), 0) AS id
		FROM progress
		WHERE subject = $1`,
);

/** A web process's listening connection and its waiting streams. */
export class Events {
	private readonly dataSource: DataSource;
	private readonly log: Logger;
	private readonly waiting = new Map<string, Set<() => void>>();
	private readonly streams = new Set<() => void>();
	private readonly listener: Listener;

	constructor(of: { dataSource: DataSource; log: Logger; url: string }) {
		this.dataSource = of.dataSource;
		this.log = of.log;
		this.listener = new Listener({
			...of,
			channel: CHANNEL,
			name: "markpen events",
			onNotice: (subject) => {
				for (const wake of this.waiting.get(subject) ?? []) wake();
			},
			// Missed events are in the table.
			onAgain: () => {
				for (const wakes of this.waiting.values()) for (const wake of wakes) wake();
			},
		});
	}

	start(): Promise<void> {
		return this.listener.start();
	}

	/** Ends all streams and the connection. */
	async stop(): Promise<void> {
		for (const end of [...this.streams]) end();
		await this.listener.stop();
	}

	/**
	 * Sends a subject's events as server-sent events until the caller disconnects, a final event occurs, or the caller
	 * loses access. It continues after Last-Event-ID, or after `since` without it. A stream from now on sends `ready`
	 * first: the client then reads again what it had read before.
	 */
	stream(
		request: FastifyRequest,
		reply: FastifyReply,
		of: {
			subject: string;
			last: readonly string[];
			since?: "beginning" | "now";
			/** Whether the last event has been, though it isn't kept any more: then it is sent once more. */
			past?: () => Promise<boolean>;
			/** Whether the caller still has access; checked repeatedly during the stream. */
			still: () => Promise<boolean>;
		},
	): void {
		reply.hijack();
		const { raw } = reply;
		raw.writeHead(200, {
			...headersOf(reply),
			"content-type": "text/event-stream; charset=utf-8",
			"cache-control": "no-store",
			"x-accel-buffering": "no",
		});
		raw.write(": here\n\n");
		let from = Number(request.headers["last-event-id"] ?? Number.NaN);
		let [looking, again, over, first] = [false, false, false, Number.isNaN(from)];
		let asked = performance.now();
		const end = () => {
			if (over) return;
			over = true;
			clearInterval(beat);
			this.waiting.get(of.subject)?.delete(wake);
			if (this.waiting.get(of.subject)?.size === 0) this.waiting.delete(of.subject);
			this.streams.delete(end);
			raw.end();
		};
		const look = async () => {
			if (performance.now() - asked >= ASKED_MILLISECONDS) {
				if (!(await of.still())) return end();
				asked = performance.now();
			}
			if (Number.isNaN(from)) {
				const [row] = of.since === "now" ? await FIND_NEWEST.all(this.dataSource.manager, [of.subject]) : [];
				from = Number(row?.id ?? 0);
				// What was read before this may have changed since; what changes after it is sent.
				if (of.since === "now") raw.write(`id: ${from}\nevent: ready\ndata: {}\n\n`);
			}
			const rows = await LIST_EVENTS.all(this.dataSource.manager, [of.subject, from]);
			for (const { id, kind, data } of rows) {
				from = Number(id);
				raw.write(`id: ${id}\nevent: ${kind}\ndata: ${JSON.stringify(data)}\n\n`);
				if (of.last.includes(kind)) return end();
			}
			if (rows.length === MAX_EVENTS) again = true;
			else if (first && (await of.past?.())) {
				raw.write(`event: ${of.last[0]}\ndata: {}\n\n`);
				return end();
			}
			first = false;
		};
		const wake = () => {
			again = true;
			if (looking || over) return;
			looking = true;
			void (async () => {
				try {
					while (again && !over) {
						again = false;
						await look();
					}
				} catch (error) {
					this.log.warn({ error: error instanceof Error ? error.message : "unknown" }, "events couldn't be read");
					end();
				} finally {
					looking = false;
				}
			})();
		};
		let beats = 0;
		const beat = setInterval(() => {
			if (++beats % BEATS_A_LINE === 0) raw.write(": still here\n\n");
			wake();
		}, BEAT_MILLISECONDS);
		beat.unref();
		const wakes = this.waiting.get(of.subject) ?? new Set();
		wakes.add(wake);
		this.waiting.set(of.subject, wakes);
		this.streams.add(end);
		raw.on("close", end);
		wake();
	}
}

function headersOf(reply: FastifyReply): Record<string, string> {
	return Object.fromEntries(Object.entries(reply.getHeaders()).map(([name, value]) => [name, String(value)]));
}
