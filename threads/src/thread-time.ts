import { readFileSync } from "node:fs";

/** Linux counts a thread's time in hundredths of a second (USER_HZ). */
const TICK_MILLISECONDS = 10;

/**
 * How long this thread has worked, in milliseconds: its own time on a core, which a busy machine doesn't make longer
 * (proc(5): utime and stime of /proc/thread-self/stat). Where there is no such place, the time on the wall.
 */
export function threadMilliseconds(): number {
	try {
		const stat = readFileSync("/proc/thread-self/stat", "latin1");
		// The second field is the thread's name in parentheses, which may hold blanks.
		const fields = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
		return TICK_MILLISECONDS * (Number(fields[11]) + Number(fields[12]));
	} catch {
		return performance.now();
	}
}
