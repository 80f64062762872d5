import { afterAll, beforeEach, describe, expect, test, vi } from "vitest";
import type { WorkerAnswer, WorkerRequest } from "./messages.ts";
import { Runner } from "./runner.ts";

/** A worker that answers when the test says so. */
class TestWorker extends EventTarget {
	static made: TestWorker[] = [];
	readonly requests: WorkerRequest[] = [];
	terminated = false;

	constructor() {
		super();
		TestWorker.made.push(this);
	}
	postMessage(request: WorkerRequest): void {
		this.requests.push(request);
	}
	terminate(): void {
		this.terminated = true;
	}
	answer(message: WorkerAnswer): void {
		this.dispatchEvent(new MessageEvent("message", { data: message }));
	}
}
const worker = (at = -1) => TestWorker.made.at(at) as TestWorker;
const drawing = (name: string) => ({ name }) as unknown as Extract<WorkerAnswer, { answer: unknown }>["answer"];

beforeEach(() => {
	TestWorker.made = [];
	vi.stubGlobal("Worker", TestWorker);
	vi.useFakeTimers();
	return () => vi.useRealTimers();
});
afterAll(() => void vi.stubGlobal("Worker", undefined));

describe("a runner", () => {
	test("starts its worker once, when it is first needed", () => {
		const runner = new Runner();
		expect(TestWorker.made.length).toBe(0);
		runner.warm();
		void runner.ask("run", { source: "walk 1" });
		expect(TestWorker.made.length).toBe(1);
		expect(worker().requests).toEqual([{ turn: 1, do: "run", source: "walk 1" }]);
	});

	test("gives each answer to the one who asked, in whatever order they come", async () => {
		const runner = new Runner();
		const [first, second] = [runner.ask("run", { source: "a" }), runner.ask("run", { source: "b" })];
		worker().answer({ turn: 2, answer: drawing("b") });
		worker().answer({ turn: 1, answer: drawing("a") });
		expect(await Promise.all([first, second])).toEqual([{ name: "a" }, { name: "b" }]);
	});

	test("gives nothing where the run failed, and keeps the worker", async () => {
		const runner = new Runner();
		const asked = runner.ask("run", { source: "a" });
		worker().answer({ turn: 1, failed: "out of memory" });
		expect(await asked).toBeUndefined();
		expect(worker().terminated).toBe(false);
	});

	test("ends a worker that doesn't answer in time; the next run has another one", async () => {
		const runner = new Runner();
		const asked = runner.ask("run", { source: "repeat" });
		vi.advanceTimersByTime(6_499);
		expect(worker().terminated).toBe(false);
		vi.advanceTimersByTime(1);
		expect(await asked).toBeUndefined();
		expect(worker().terminated).toBe(true);
		const next = runner.ask("run", { source: "walk 1" });
		expect(TestWorker.made.length).toBe(2);
		worker().answer({ turn: 2, answer: drawing("next") });
		expect(await next).toEqual({ name: "next" });
	});

	test("waits as long as it is asked to", async () => {
		const runner = new Runner();
		const asked = runner.ask("help", {}, 30_000);
		vi.advanceTimersByTime(29_999);
		expect(worker().terminated).toBe(false);
		worker().answer({ turn: 1, answer: drawing("help") });
		expect(await asked).toEqual({ name: "help" });
	});

	test("ends a worker that breaks, for all who wait for it", async () => {
		const runner = new Runner();
		const asked = [runner.ask("run", { source: "a" }), runner.ask("run", { source: "b" })];
		worker().dispatchEvent(new Event("error"));
		expect(await Promise.all(asked)).toEqual([undefined, undefined]);
		expect(worker().terminated).toBe(true);
	});

	test("an answer of a worker that was ended is nobody's", async () => {
		const runner = new Runner();
		const asked = runner.ask("run", { source: "repeat" }, 100);
		vi.advanceTimersByTime(100);
		worker().answer({ turn: 1, answer: drawing("late") });
		expect(await asked).toBeUndefined();
		runner.end();
		expect(() => runner.end()).not.toThrow();
	});
});
