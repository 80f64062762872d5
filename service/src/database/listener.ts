import pg from "pg";
import type { Logger } from "pino";

/** Delay before reconnecting, in milliseconds. */
const AGAIN_MILLISECONDS = 1_000;

export interface ListenerOptions {
	readonly url: string;
	readonly channel: string;
	/** The connection's application_name in PostgreSQL. */
	readonly name: string;
	readonly log: Logger;
	readonly onNotice: (payload: string) => void;
	/** Called after a reconnect: notifications in between were missed. */
	readonly onAgain: () => void;
}

/** A connection that listens to a channel (LISTEN) and reconnects until it succeeds. */
export class Listener {
	private readonly options: ListenerOptions;
	private client: pg.Client | undefined;
	private timer: NodeJS.Timeout | undefined;
	private ended = false;

	constructor(options: ListenerOptions) {
		this.options = options;
	}

	/** Connects for the first time; throws if the database can't be reached. */
	async start(): Promise<void> {
		const { url, channel, name, onNotice } = this.options;
		const client = new pg.Client({ connectionString: url, application_name: name });
		client.on("notification", ({ payload }) => onNotice(payload ?? ""));
		client.on("error", () => this.lost(client));
		client.on("end", () => this.lost(client));
		try {
			await client.connect();
			await client.query(`LISTEN ${channel}`);
		} catch (error) {
			await client.end().catch(() => undefined);
			throw error;
		}
		if (this.ended) return client.end();
		this.client = client;
	}

	async stop(): Promise<void> {
		this.ended = true;
		clearTimeout(this.timer);
		await this.client?.end().catch(() => undefined);
	}

	private lost(client: pg.Client): void {
		if (this.client !== client) return;
		this.client = undefined;
		if (this.ended) return;
		this.options.log.warn({ channel: this.options.channel }, "a listening connection was lost and is made again");
		this.later();
	}

	private later(): void {
		this.timer = setTimeout(() => void this.again(), AGAIN_MILLISECONDS);
		this.timer.unref();
	}

	private async again(): Promise<void> {
		try {
			await this.start();
			this.options.log.info({ channel: this.options.channel }, "listening again");
			this.options.onAgain();
		} catch {
			if (!this.ended) this.later();
		}
	}
}
