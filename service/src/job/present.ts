import type { JobRecord } from "../queue/job.ts";

/** A job as the API shows it: its progress and result. */
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
