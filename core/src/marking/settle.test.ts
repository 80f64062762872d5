import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type SettledFrom, settle } from "./settle.ts";

const criterion = (id: string, more: Partial<SettledFrom> = {}): SettledFrom => ({
	id,
	points: 0,
	possible: 2,
	bonus: false,
	verdict: "missed",
	...more,
});
const NONE = { judgements: {}, adjustments: {} };
const verdictOf = (points: number, possible: number) =>
	settle([criterion("a", { possible })], { judgements: {}, adjustments: { a: points } }).criteria[0]?.verdict;

describe("points that nobody changed", () => {
	test("are those of the report", () => {
		const all = [criterion("a", { points: 2, verdict: "met" }), criterion("b", { points: 0.5, verdict: "partly" })];
		expect(settle(all, NONE)).toEqual({
			earned: 2.5,
			possible: 4,
			open: 0,
			criteria: [
				{ id: "a", points: 2, verdict: "met" },
				{ id: "b", points: 0.5, verdict: "partly" },
			],
		});
	});

	test("that wait for a teacher are open, and not yet possible", () => {
		const all = [
			criterion("a", { points: 2, verdict: "met" }),
			criterion("b", { waits: "teacher", verdict: "not-judged" }),
		];
		expect(settle(all, NONE)).toMatchObject({ earned: 2, possible: 2, open: 2 });
	});
});

describe("a judgement", () => {
	test("closes what waited for the teacher", () => {
		const all = [criterion("a", { waits: "teacher", verdict: "not-judged" })];
		expect(settle(all, { judgements: { a: 1 }, adjustments: {} })).toEqual({
			earned: 1,
			possible: 2,
			open: 0,
			criteria: [{ id: "a", points: 1, verdict: "partly" }],
		});
	});

	test("of a criterion that the program judges changes nothing", () => {
		const all = [criterion("a", { points: 2, verdict: "met" })];
		expect(settle(all, { judgements: { a: 0 }, adjustments: {} }).earned).toBe(2);
	});

	test("doesn't answer for a student whose answer is missing", () => {
		const all = [criterion("a", { waits: "answer", verdict: "not-judged" })];
		expect(settle(all, { judgements: { a: 2 }, adjustments: {} })).toMatchObject({ earned: 0, open: 2 });
	});
});

describe("an adjustment", () => {
	test("goes before the program's points and before a judgement", () => {
		const all = [
			criterion("a", { points: 2, verdict: "met" }),
			criterion("b", { waits: "teacher", verdict: "not-judged" }),
		];
		const settled = settle(all, { judgements: { b: 2 }, adjustments: { a: 0.5, b: 1 } });
		expect(settled).toMatchObject({ earned: 1.5, possible: 4, open: 0 });
		expect(settled.criteria.map((c) => c.verdict)).toEqual(["partly", "partly"]);
	});

	test("of a criterion that isn't there is left out", () => {
		expect(settle([criterion("a")], { judgements: {}, adjustments: { gone: 5 } }).earned).toBe(0);
	});

	test.each([
		[2, 2, "met"],
		[2.5, 2, "met"],
		[0.5, 2, "partly"],
		[0, 2, "missed"],
	])("of %s of %s is %s", (points, possible, verdict) => {
		expect(verdictOf(points, possible)).toBe(verdict);
	});
});

describe("a bonus", () => {
	const all = [
		criterion("a", { points: 1, verdict: "partly" }),
		criterion("more", { points: 3, possible: 3, bonus: true, verdict: "met" }),
	];

	test("fills up what was missed, and no more", () => {
		expect(settle(all, NONE)).toMatchObject({ earned: 2, possible: 2 });
	});

	test("goes beyond the full points where the exercise says so", () => {
		expect(settle(all, NONE, true)).toMatchObject({ earned: 4, possible: 2 });
	});
});

test("what is possible and what is open are all points together, and nothing is earned beyond them", () => {
	const anyCriterion = fc.record({
		points: fc.integer({ min: 0, max: 4 }),
		possible: fc.integer({ min: 1, max: 4 }),
		bonus: fc.boolean(),
		waits: fc.constantFrom(undefined, "teacher" as const, "answer" as const),
		decided: fc.constantFrom("nothing", "judged", "adjusted"),
	});
	fc.assert(
		fc.property(fc.array(anyCriterion, { maxLength: 12 }), (of) => {
			const all = of.map(({ points, possible, bonus, waits }, i) =>
				criterion(String(i), {
					points: waits ? 0 : Math.min(points, possible),
					possible,
					bonus,
					...(waits && { waits, verdict: "not-judged" as const }),
				}),
			);
			const decidedAs = (how: string) =>
				Object.fromEntries(of.flatMap((c, i) => (c.decided === how ? [[i, Math.min(c.points, c.possible)]] : [])));
			const settled = settle(all, { judgements: decidedAs("judged"), adjustments: decidedAs("adjusted") });
			const whole = all.reduce((sum, c) => sum + (c.bonus ? 0 : c.possible), 0);
			expect(settled.possible + settled.open).toBe(whole);
			expect(settled.earned).toBeLessThanOrEqual(settled.possible);
			expect(settled.earned).toBeGreaterThanOrEqual(0);
			expect(settled.criteria.map((c) => c.id)).toEqual(all.map((c) => c.id));
		}),
	);
});
