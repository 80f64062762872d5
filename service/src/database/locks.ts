import type { EntityManager } from "typeorm";
import { statement } from "./statement.ts";

/** Namespaces of advisory locks. Hand-ins use 0, in `functions/take-hand-in.ts`. */
const SPACES = { roster: 1, job: 2, "self-check": 3, "one-roster": 4, "class-teachers": 5 } as const;

const LOCK = statement({}, "SELECT pg_advisory_xact_lock(hashtextextended($1, $2))");

/** Waits for a lock and keeps it until the transaction ends. */
export async function lock(manager: EntityManager, about: keyof typeof SPACES, key: string): Promise<void> {
	await LOCK.all(manager, [key, SPACES[about]]);
}
