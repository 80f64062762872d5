import { readlinkSync } from "node:fs";
import { setPriority } from "node:os";
import { workerData } from "node:worker_threads";

/** What a pool tells its threads as they start. */
export interface ThreadSettings {
	/** How far they give way to others (nice, 0 to 19). */
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
		// /proc/thread-self is a link to <process>/task/<thread>.
		setPriority(Number(readlinkSync("/proc/thread-self").split("/").at(-1)), nice);
	} catch {
		// No such place, or not allowed: it runs as the others do.
	}
}
