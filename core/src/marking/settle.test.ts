import { expect, test } from "vitest";
import { type SettledFrom, settle } from "./settle.ts";

const found = (id: string, points: number, more: Partial<SettledFrom> = {}): SettledFrom => ({
	id,
	points,
	possible: 2,
	bonus: false,
	verdict: points >= 2 ? "met" : points > 0 ? "partly" : "missed",
	...more,
});
const waiting = found("idea", 0, { possible: 3, verdict: "not-judged", waits: "teacher" });
const none = { judgements: {}, adjustments: {} };
const sums = ({ earned, possible, open }: ReturnType<typeof settle>) => [earned, possible, open];

test("what waits for a teacher is left out until it is judged", () => {
	expect(sums(settle([found("a", 2), waiting], none))).toEqual([2, 2, 3]);
	expect(sums(settle([found("a", 2), waiting], { ...none, judgements: { idea: 1 } }))).toEqual([3, 5, 0]);
	expect(settle([waiting], { ...none, judgements: { idea: 3 } }).criteria).toEqual([
		{ id: "idea", points: 3, verdict: "met" },
	]);
	expect(settle([waiting], { ...none, judgements: { idea: 0 } }).criteria[0]?.verdict).toBe("missed");
});

test("an adjustment takes the place of found points and of a judgement, and of no other criterion", () => {
	const decided = { judgements: { idea: 1 }, adjustments: { a: 2, idea: 2 } };
	expect(sums(settle([found("a", 0.5), found("b", 0), waiting], decided))).toEqual([4, 7, 0]);
	expect(settle([found("a", 0.5), found("b", 0)], decided).criteria.map((c) => c.verdict)).toEqual(["met", "missed"]);
});

test("a judgement of what waits for nobody changes nothing", () => {
	expect(sums(settle([found("a", 1)], { ...none, judgements: { a: 2 } }))).toEqual([1, 2, 0]);
});

test("a bonus fills up what is missing, and goes beyond only where the exercise says so", () => {
	const criteria = [found("a", 2), found("b", 1), found("more", 2, { bonus: true })];
	expect(sums(settle(criteria, none))).toEqual([4, 4, 0]);
	expect(sums(settle(criteria, none, true))).toEqual([5, 4, 0]);
});
