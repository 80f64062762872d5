import type { DrawingReport } from "@markpen/core";
import { replayed } from "@markpen/core";
import { beforeEach, describe, expect, test } from "vitest";
import type { Ports } from "../site/ports.ts";
import { settle, stubBrowser } from "../site/test-world.ts";

stubBrowser();
const { Drawn } = await import("./drawn.svelte.ts");
const { ReplayOf } = await import("./replay-of.svelte.ts");
const { notes } = await import("../site/notes.svelte.ts");

/** A runner whose answers come when the test lets them. */
class TestRunner {
	readonly asked: string[] = [];
	answer: (source: string) => unknown = (source) => ({ picture: { of: source } });
	private waiting: (() => void)[] = [];

	readonly runner = {
		ask: (async (what: string, { source }: { source: string }, patience?: number) => {
			this.asked.push([what, source, patience].filter(Boolean).join(" "));
			await new Promise<void>((resolve) => this.waiting.push(resolve));
			return this.answer(source);
		}) as unknown as Ports["runner"]["ask"],
		end: () => void this.asked.push("ended"),
	};

	async goOn(times = 1): Promise<void> {
		for (let n = 0; n < times; n++) {
			for (const resolve of this.waiting.splice(0)) resolve();
			await settle();
		}
	}
}

let runs: TestRunner;
beforeEach(() => {
	runs = new TestRunner();
	notes.all = [];
});

describe("pictures of many programs", () => {
	test("are drawn one after another, each once", async () => {
		const drawn = new Drawn(runs.runner);
		drawn.draw(["walk 1", "walk 2", "walk 1"]);
		drawn.draw(["walk 2", "walk 3"]);
		expect(runs.asked).toEqual(["run walk 1 1500"]);
		await runs.goOn(6);
		expect(runs.asked).toEqual(["run walk 1 1500", "run walk 2 1500", "run walk 3 1500"]);
		expect(drawn.of("walk 3")).toEqual({ of: "walk 3" });
		expect(drawn.of("walk 4")).toBeUndefined();
	});

	test("that take too long are left out, and the next ones are drawn", async () => {
		runs.answer = (source) => (source === "repeat" ? undefined : ({ picture: source } as unknown as DrawingReport));
		const drawn = new Drawn(runs.runner);
		drawn.draw(["repeat", "walk 2"]);
		await runs.goOn(3);
		expect([drawn.of("repeat"), drawn.of("walk 2")]).toEqual([undefined, "walk 2"]);
	});

	test("are at most forty of one list", async () => {
		const drawn = new Drawn(runs.runner);
		drawn.draw(Array.from({ length: 60 }, (_, n) => `walk ${n}`));
		await runs.goOn(70);
		expect(runs.asked.length).toBe(40);
	});

	test("aren't drawn any more once the page was left", async () => {
		const drawn = new Drawn(runs.runner);
		drawn.draw(["walk 1", "walk 2"]);
		drawn.leave();
		await runs.goOn(3);
		expect(runs.asked).toEqual(["run walk 1 1500", "ended"]);
	});
});

describe("a replay of a program", () => {
	const answerOf = (source: string) => {
		const made = replayed(source, { watch: [] });
		return made && { ...made, names: [] };
	};
	const turnOn = async (replay: InstanceType<typeof ReplayOf>, source: string) => {
		const turning = replay.turn(true, { source });
		await runs.goOn();
		await turning;
	};

	beforeEach(() => {
		runs.answer = answerOf;
	});

	test("is made when it is asked for, and lights the line that it is at", async () => {
		const replay = new ReplayOf(() => "walk 1\nwalk 2\n", runs.runner);
		expect([replay.replaying, replay.lines]).toEqual([null, undefined]);
		const turning = replay.turn(true, { source: "walk 1\nwalk 2\n" });
		expect(replay.busy).toBe(true);
		await runs.goOn();
		await turning;
		expect([replay.busy, replay.replaying?.last]).toEqual([false, 1]);
		expect(replay.lines).toEqual(new Set([1]));
	});

	test("that was turned off meanwhile isn't shown when it comes", async () => {
		const replay = new ReplayOf(() => "walk 1\n", runs.runner);
		const turning = replay.turn(true, { source: "walk 1\n" });
		await replay.turn(false, { source: "walk 1\n" });
		await runs.goOn();
		await turning;
		expect(replay.replaying).toBeNull();
	});

	test("of a program that does nothing, or runs too long, is refused in a sentence", async () => {
		const replay = new ReplayOf(() => "", runs.runner);
		await turnOn(replay, "-- nothing\n");
		runs.answer = () => undefined;
		await turnOn(replay, "repeat");
		expect(notes.all.map((n) => [n.says, n.wrong])).toEqual([
			["This program has no steps to replay.", false],
			["This program runs too long for a replay.", true],
		]);
	});

	test("ends its worker with its page, and shows nothing after that", async () => {
		const replay = new ReplayOf(() => "walk 1\n", runs.runner);
		const turning = replay.turn(true, { source: "walk 1\n" });
		replay.leave();
		await runs.goOn();
		await turning;
		expect([replay.replaying, runs.asked.at(-1)]).toEqual([null, "ended"]);
	});
});
