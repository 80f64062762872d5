import { setPriority } from "node:os";
import { workerData } from "node:worker_threads";
import { threadNumber } from "./thread-time.ts";

/** Settings that a pool passes to its threads when they start. */
export interface ThreadSettings {
	/** Nice value of the threads, 0 to 19. */
	readonly nice?: number;
}

/**
 * Lets this thread give way as its pool asks: where cores are wanted by others too, they have them first. Linux alone
 * has priorities of threads (setpriority(2) takes the id of one); elsewhere all are equal.
 */
export function giveWay(): void {
	const { nice = 0 } = (workerData as ThreadSettings | null) ?? {};
	if (nice === 0) return;
	try {
		const number = threadNumber();
		if (number !== 0) setPriority(number, nice);
	} catch {
		// Not allowed: it runs as the others do.
	}
}
