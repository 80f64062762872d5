import type { Job } from "@markpen/contract";
import { api } from "./api.ts";

/** Pauses between two looks at whether something is done. */
const LOOK_MILLISECONDS = [150, 250, 400, 700, 1000];

/** Milliseconds until the next look, after a number of looks. */
export const lookAfter = (looks: number): number =>
	LOOK_MILLISECONDS[Math.min(looks, LOOK_MILLISECONDS.length - 1)] as number;

/** Waits until it is time for the next look. */
export const pause = (looks: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, lookAfter(looks)));

/** Waits until long work is over, and says how far it is. */
export async function finished(jobId: string, tell: (job: Job) => void = () => undefined): Promise<Job> {
	for (let look = 0; ; look++) {
		const job = await api.showJob({ params: { id: jobId } });
		tell(job);
		if (job.state === "done") return job;
		if (job.state === "failed") throw new Error("The job failed. Nothing was changed. Try again.");
		await pause(look);
	}
}
