import type { EntityManager } from "typeorm";
import { statement } from "./statement.ts";

/** What a lock is about; the keys of each are apart. Hand-ins lock themselves in `functions/take-hand-in.ts`, by 0. */
const SPACES = { roster: 1, job: 2, "self-check": 3, "one-roster": 4, "class-teachers": 5 } as const;

const LOCK = statement({}, "SELECT pg_advisory_xact_lock(hashtextextended($1, $2))");

/** Waits for a lock and has it until the transaction ends. */
export async function lock(manager: EntityManager, about: keyof typeof SPACES, key: string): Promise<void> {
	await LOCK.all(manager, [key, SPACES[about]]);
}
