import type { Account } from "@markpen/contract";
import type { EntityManager } from "typeorm";
import { reach } from "../class/access.ts";
import { type JobRecord, ownJob } from "../queue/job.ts";

/**
 * A job started by an account, if the account still has access to its class.
 *
 * @throws Refusal "not-found"
 */
export async function reachJob(
	manager: EntityManager,
	account: Account,
	id: string,
	kind?: JobRecord["kind"],
): Promise<JobRecord> {
	const job = await ownJob(manager, id, account.id, kind);
	if (job.classId) await reach(manager, account, job.classId, "looking");
	return job;
}
