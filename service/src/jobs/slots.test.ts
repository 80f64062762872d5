import { describe, expect, test } from "vitest";
import { Lanes } from "./lanes.ts";
import { Slots, Stopped } from "./slots.ts";

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
});
