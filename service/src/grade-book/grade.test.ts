import { expect, test } from "vitest";
import { gradeOf, percentOf, type Weighed } from "./grade.ts";

const cell = (state: Weighed["state"], earned = 0, possible = 10, weight = 1): Weighed => ({
	state,
	earned,
	possible,
	weight,
});

test("what is missing counts nothing, and what is excused, to be judged or not due isn't counted", () => {
	expect(percentOf([cell("counted", 8), cell("missing")])).toBe(40);
	expect(percentOf([cell("counted", 8), cell("excused"), cell("to be judged", 3), cell("not due")])).toBe(80);
	// Points that are open don't count, even where some are earned already.
	expect(percentOf([cell("to be judged", 10)])).toBeUndefined();
});

test("an exercise weighs as much as it is said to, and by its points", () => {
	expect(percentOf([cell("counted", 10, 10, 3), cell("counted", 0, 10, 1)])).toBe(75);
	expect(percentOf([cell("counted", 10, 10), cell("counted", 0, 30)])).toBe(25);
	expect(percentOf([cell("counted", 10, 10, 0)])).toBeUndefined();
});

test("a grade is the highest step that is reached, in whatever order the scale is written", () => {
	const scale = [
		{ name: "C", from: 50 },
		{ name: "A", from: 85 },
		{ name: "B", from: 70 },
	];
	expect([100, 85, 84.999, 70, 50, 49].map((p) => gradeOf(p, scale))).toEqual(["A", "A", "B", "B", "C", null]);
	expect([gradeOf(undefined, scale), gradeOf(90, [])]).toEqual([null, null]);
	// A third of the points three times is the whole.
	expect(gradeOf(percentOf([cell("counted", 0.1 + 0.2, 0.3)]), [{ name: "A", from: 100 }])).toBe("A");
});
