import type { Threads } from "@markpen/threads";

/** Does some work with a number of threads, which take time to load and start: only where a command needs them. */
export async function withThreads<T>(size: number, work: (threads: Threads) => Promise<T>): Promise<T> {
	const { newThreads } = await import("./new-threads.ts");
	const threads = newThreads(size);
	try {
		return await work(threads);
	} finally {
		await threads.close();
	}
}
