import type { HandInPage, Work } from "@markpen/contract";
import { expect, test } from "vitest";
import { bestTries, stepsOf } from "./strip.ts";

const page = (id: string, checks: Readonly<Record<string, string>>) =>
	({
		id,
		title: id,
		points: { earned: 3, possible: 4 },
		report: { criteria: Object.entries(checks).map(([check, verdict]) => ({ check, verdict })) },
	}) as unknown as HandInPage;

test("a strip tells with each drawing what was met for the first time there", () => {
	const steps = stepsOf([
		page("buoy", { count: "met", colour: "missed" }),
		page("sail", { count: "met", colour: "met", measure: "partly" }),
		page("planks", { measure: "met", position: "met" }),
	]);
	expect(steps.map((s) => s.first)).toEqual([["counting"], ["colours"], ["sizes", "places"]]);
	expect(steps[0]?.points).toBe("3 of 4");
});

test("what isn't shown yet has no points and no first times", () => {
	expect(stepsOf([{ id: "x", title: "X", points: null, report: null } as unknown as HandInPage])).toEqual([
		{ handInId: "x", title: "X", points: "", first: [] },
	]);
});

test("without points, the tries that count are listed, oldest first", () => {
	const work = (title: string, at: string, counts = true) =>
		({ exercise: { title }, handIns: [{ id: title, counts, handedInAt: at, points: null }] }) as unknown as Work;
	expect(
		bestTries([work("b", "2027-02-02"), work("a", "2027-01-01"), work("c", "2027-03-03", false)]).map((t) => t.title),
	).toEqual(["a", "b"]);
});

test("of each exercise the best try is shown, of equal ones the first, whichever counts", () => {
	const tries = (title: string, ...earned: number[]) =>
		({
			exercise: { title },
			handIns: earned.map((n, i) => ({
				id: `${title} ${i + 1}`,
				counts: i === earned.length - 1,
				handedInAt: `2027-01-0${i + 1}`,
				points: { earned: n, possible: 10 },
			})),
		}) as unknown as Work;
	expect(bestTries([tries("buoy", 3, 9, 4), tries("sail", 7, 7), tries("rose", 0)]).map((t) => t.id)).toEqual([
		"sail 1",
		"rose 1",
		"buoy 2",
	]);
});
