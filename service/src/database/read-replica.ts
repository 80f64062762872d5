import type { Logger } from "pino";
import type { DataSource, EntityManager } from "typeorm";
import { createDataSource } from "./data-source.ts";
import { float, statement } from "./statement.ts";

/** How often the replica is asked how far it is behind. */
const LOOK_MILLISECONDS = 1_000;
/** A replica that is further behind than this, in seconds, isn't read. */
const MOST_BEHIND = 2;

/** 0 where all that was received is applied: then only the time since the last change grows. */
const BEHIND = statement(
	{ seconds: float },
	`SELECT CASE
			WHEN NOT pg_is_in_recovery() OR pg_last_wal_receive_lsn() = pg_last_wal_replay_lsn() THEN 0
			ELSE coalesce(extract(epoch FROM now() - pg_last_xact_replay_timestamp()), 3600)
		END::float AS seconds`,
);

/**
 * The database for reads that may be a second old: a replica, while it keeps up; otherwise the main one. Without an
 * address it is always the main one.
 */
export class ReadReplica {
	private readonly main: DataSource;
	private readonly replica: DataSource | undefined;
	private readonly log: Logger;
	private timer: NodeJS.Timeout | undefined;
	private keepsUp = false;

	constructor(of: { readonly main: DataSource; readonly url: string | undefined; readonly log: Logger }) {
		this.main = of.main;
		this.log = of.log;
		this.replica = of.url === undefined ? undefined : createDataSource(of.url);
	}

	get manager(): EntityManager {
		return this.keepsUp && this.replica ? this.replica.manager : this.main.manager;
	}

	async start(): Promise<void> {
		if (!this.replica) return;
		await this.look();
		const again = () => {
			this.timer = setTimeout(() => void this.look().finally(again), LOOK_MILLISECONDS);
			this.timer.unref();
		};
		again();
	}

	async stop(): Promise<void> {
		clearTimeout(this.timer);
		this.keepsUp = false;
		if (this.replica?.isInitialized) await this.replica.destroy();
	}

	private async look(): Promise<void> {
		if (!this.replica) return;
		const before = this.keepsUp;
		try {
			if (!this.replica.isInitialized) await this.replica.initialize();
			const behind = (await BEHIND.one(this.replica.manager))?.seconds ?? MOST_BEHIND;
			this.keepsUp = behind < MOST_BEHIND;
		} catch {
			this.keepsUp = false;
		}
		if (before && !this.keepsUp) this.log.warn("the read replica is behind or away; its reads go to the main database");
		if (!before && this.keepsUp) this.log.info("the read replica keeps up; some reads go to it");
	}
}
