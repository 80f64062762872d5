import { readFileSync, readlinkSync } from "node:fs";

/** Linux counts a thread's time in hundredths of a second (USER_HZ). */
const TICK_MILLISECONDS = 10;

/** Time on a core of a thread by its place in /proc; undefined if there is no such place. */
function timeAt(place: string): number | undefined {
	try {
		const stat = readFileSync(`${place}/stat`, "latin1");
		// The second field is the thread's name in parentheses, which may hold blanks; utime and stime are 14 and 15.
		const fields = stat.slice(stat.lastIndexOf(")") + 2).split(" ");
		return TICK_MILLISECONDS * (Number(fields[11]) + Number(fields[12]));
	} catch {
		return undefined;
	}
}

/**
 * How long this thread has worked, in milliseconds: its own time on a core, which a busy machine doesn't make longer
 * (proc(5)). Where there is no such place, the time on the wall.
 */
export function threadMilliseconds(): number {
	return timeAt("/proc/thread-self") ?? performance.now();
}

/** The number of this thread, which the system gives it; 0 if it can't be known. */
export function threadNumber(): number {
	try {
		// A link to <process>/task/<thread>.
		return Number(readlinkSync("/proc/thread-self").split("/").at(-1));
	} catch {
		return 0;
	}
}
