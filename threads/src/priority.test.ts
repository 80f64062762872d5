import { readdirSync, readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { ThreadPool } from "./pool.ts";
import { threadMilliseconds } from "./thread-time.ts";

test("time on a core is the thread's own: waiting isn't counted, working is", async () => {
	const before = threadMilliseconds();
	await new Promise((resolve) => setTimeout(resolve, 300));
	const waited = threadMilliseconds() - before;
	const end = performance.now() + 300;
	let x = 0;
	while (performance.now() < end) x = Math.sin(x + 1);
	const worked = threadMilliseconds() - before - waited;
	expect(waited).toBeLessThan(worked);
	expect(worked).toBeGreaterThan(0);
});

test("threads of a pool give way as far as they are asked to, and the process itself doesn't", async () => {
	const pool = new ThreadPool({ file: new URL("../dist/thread.js", import.meta.url), size: 1, ready: 1, nice: 7 });
	await pool.send({ do: "draw", source: "walk 5", milliseconds: 5_000 }, 20_000);
	// The nineteenth field of a thread's line is its niceness (proc(5)).
	const niceOf = (stat: string) => stat.slice(stat.lastIndexOf(")") + 2).split(" ")[16];
	const threads = readdirSync("/proc/self/task").map((id) => readFileSync(`/proc/self/task/${id}/stat`, "latin1"));
	expect(threads.map(niceOf).filter((nice) => nice === "7")).toHaveLength(1);
	expect(niceOf(readFileSync("/proc/self/stat", "latin1"))).not.toBe("7");
	await pool.close();
});
