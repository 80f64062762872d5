import { describe, expect, test, vi } from "vitest";
import { Lanes, LONG_MILLISECONDS } from "./lanes.ts";
import { Behind, Slots, Stopped } from "./slots.ts";

function world(cores: number) {
	const begun: string[] = [];
	const slots = new Slots(new Lanes(cores), () => undefined);
	const ends = new Map<string, () => void>();
	const run = (id: string, lane: "quick" | "slow" | "long" = "quick") =>
		slots.run({ id, lane, whose: undefined }, () => {
			begun.push(id);
			return new Promise<string>((resolve) => ends.set(id, () => resolve(id)));
		});
	return { slots, run, begun, end: (id: string) => ends.get(id)?.() };
}

const soon = () => new Promise((resolve) => setImmediate(resolve));

describe("slots", () => {
	test("run as many as their lane has room for; the next begins when one ends", async () => {
		const { run, begun, end, slots } = world(2);
		const all = [run("a"), run("b"), run("c"), run("d")];
		await soon();
		expect([begun, slots.waitingIn("quick")]).toEqual([["a", "b"], 2]);
		end("b");
		await soon();
		expect(begun).toEqual(["a", "b", "c"]);
		for (const id of ["a", "c"]) end(id);
		await soon();
		end("d");
		expect(await Promise.all(all)).toEqual(["a", "b", "c", "d"]);
	});

	test("work that fails gives its slot back", async () => {
		const { slots, run, begun, end } = world(1);
		const fails = slots.run({ id: "x", lane: "quick", whose: undefined }, async () => {
			throw new Error("no");
		});
		const next = run("a");
		await expect(fails).rejects.toThrow("no");
		await soon();
		expect(begun).toEqual(["a"]);
		end("a");
		await next;
	});

	test("a worker that stops refuses those that wait, and ends those that run", async () => {
		const { slots, run, end } = world(1);
		const [first, second] = [run("a"), run("b")];
		const refused = expect(second).rejects.toThrow(Stopped);
		await soon();
		slots.stop();
		await refused;
		await expect(run("c")).rejects.toThrow(Stopped);
		end("a");
		expect(await first).toBe("a");
	});

	test("what waits behind slow programs of its own student or class goes to the slow lane; others' begins", async () => {
		let time = 0;
		const slots = new Slots(new Lanes(1, () => time), () => undefined);
		const ends = new Map<string, () => void>();
		const run = (id: string, student: string, of: string) =>
			slots.run({ id, lane: "quick", whose: { student, class: of } }, () => {
				return new Promise<string>((resolve) => ends.set(id, () => resolve(id)));
			});
		const slow = run("slow", "a", "class");
		const [own, mate, other] = [run("own", "a", "class"), run("mate", "b", "class"), run("other", "c", "another")];
		const moved = expect(own).rejects.toThrow(Behind);
		await soon();
		time = LONG_MILLISECONDS;
		// Room is looked for when something ends or comes.
		const last = run("last", "d", "another");
		await moved;
		await soon();
		ends.get("mate")?.();
		await soon();
		ends.get("other")?.();
		await soon();
		for (const id of ["slow", "last"]) ends.get(id)?.();
		expect(await Promise.all([slow, mate, other, last])).toEqual(["slow", "mate", "other", "last"]);
	});

	test("says when work turns out to be slow, before it ends", async () => {
		vi.useFakeTimers();
		const late = vi.fn();
		const slots = new Slots(new Lanes(1), () => undefined, late);
		let end: () => void = () => undefined;
		const running = slots.run({ id: "a", lane: "quick", whose: undefined }, () => {
			return new Promise<void>((resolve) => {
				end = resolve;
			});
		});
		await vi.advanceTimersByTimeAsync(LONG_MILLISECONDS - 1);
		expect(late).not.toHaveBeenCalled();
		await vi.advanceTimersByTimeAsync(1);
		expect(late.mock.calls).toEqual([["quick"]]);
		end();
		await running;
		vi.useRealTimers();
	});
});
