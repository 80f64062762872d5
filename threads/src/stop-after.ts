import type { Stop } from "@markpen/core";
import { threadMilliseconds } from "./thread-time.ts";

/**
 * The clock is the thread's CPU time, so waiting for a thread or a core costs a program nothing. If the wall-clock
 * limit of the caller comes first, the program ends with its drawing so far.
 */
export function stopAfter(milliseconds: number, wall = milliseconds): Stop {
	const end = threadMilliseconds() + milliseconds;
	const last = performance.now() + Math.max(wall, milliseconds);
	return () => threadMilliseconds() > end || performance.now() > last;
}
