import { setTimeout as pause } from "node:timers/promises";
import { expect, test } from "vitest";
import { batched } from "./batched.ts";

/** Batches of questions, answered after some milliseconds. */
function asking(milliseconds = 5) {
	const calls: number[][] = [];
	const ask = batched(async (numbers: readonly number[]) => {
		calls.push([...numbers]);
		await pause(numbers.includes(-1) ? 400 : milliseconds);
		if (numbers.includes(13)) throw new Error("the call failed");
		return numbers.map((n) => (n === 7 ? new Error("not seven") : n * 10));
	});
	return { ask, calls };
}

test("who is alone is asked for at once, and what comes meanwhile goes together", async () => {
	const { ask, calls } = asking();
	const first = ask(1);
	await pause(2);
	expect(calls).toEqual([[1]]);
	const others = [2, 3, 4].map(ask);
	expect(await first).toBe(10);
	expect(await Promise.all(others)).toEqual([20, 30, 40]);
	expect(calls).toEqual([[1], [2, 3, 4]]);
});

test("nothing is kept: the same question is asked again, also beside itself", async () => {
	const { ask, calls } = asking();
	expect(await Promise.all([ask(1), ask(1)])).toEqual([10, 10]);
	expect(await ask(1)).toBe(10);
	expect(calls).toEqual([[1, 1], [1]]);
});

test("each is answered for itself; a call that fails fails for those who were in it, and the next goes on", async () => {
	const { ask } = asking();
	const said = (n: number) => ask(n).catch((error: Error) => error.message);
	expect(await Promise.all([6, 7, 8].map(said))).toEqual([60, "not seven", 80]);
	expect(await Promise.all([12, 13].map(said))).toEqual(["the call failed", "the call failed"]);
	expect(await said(14)).toBe(140);
});

test("a call that waits for something holds nobody else up for long", async () => {
	const { ask, calls } = asking();
	const stuck = ask(-1);
	await pause(2);
	const from = performance.now();
	expect(await ask(2)).toBe(20);
	expect(performance.now() - from).toBeLessThan(300);
	expect(calls).toEqual([[-1], [2]]);
	await stuck;
});

test("many go in several calls of at most fifty", async () => {
	const { ask, calls } = asking();
	const asked = Array.from({ length: 120 }, (_, n) => n + 100);
	expect(await Promise.all(asked.map(ask))).toEqual(asked.map((n) => n * 10));
	expect(calls.map((c) => c.length)).toEqual([50, 50, 20]);
});
