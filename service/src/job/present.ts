import type { JobRecord } from "../queue/job.ts";

/** A job as the API shows it: how far it is, and what came of it. */
export const jobData = ({ id, kind, state, done, total, result, madeAt, endedAt }: JobRecord) => ({
	id,
	kind,
	state,
	done,
	total,
	result,
	madeAt: madeAt.toISOString(),
	endedAt: endedAt?.toISOString() ?? null,
});
