import { describe, expect, test } from "vitest";
import { Ahead } from "./ahead.ts";

const after = (cores: number, checks: readonly number[]) => {
	const ahead = new Ahead(cores);
	for (const milliseconds of checks) ahead.note(milliseconds);
	return ahead.count;
};

describe("checks fetched ahead", () => {
	test("none before it is known how long they take", () => expect(after(4, [])).toBe(0));
	test("as many as all cores do in a tenth of a second", () => expect(after(2, [10])).toBe(20));
	test("32 at most, however quick they are", () => expect(after(8, [0.2])).toBe(32));
	test("none of those that take longer than that", () => expect(after(2, [900])).toBe(0));
	test("fewer after a slow one, and more again after quick ones", () => {
		const before = after(2, [10, 10, 10]);
		const slow = after(2, [10, 10, 10, 2_000]);
		const again = after(2, [10, 10, 10, 2_000, ...Array.from({ length: 30 }, () => 10)]);
		expect([before, slow, again > 10]).toEqual([20, 0, true]);
	});
});
