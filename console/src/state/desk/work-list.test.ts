import type { Work } from "@markpen/contract";
import { describe, expect, test } from "vitest";
import { isDone, nextStep, sortedWork } from "./work-list.ts";

const NOW = Date.UTC(2027, 2, 10, 12);
const at = (days: number) => new Date(NOW + days * 86_400_000).toISOString();
const handIn = (earned: number | null, counts = true) => ({
	id: "h",
	tryNumber: 1,
	handedInAt: at(-1),
	late: false,
	points: earned === null ? null : { earned, possible: 10 },
	open: 0,
	counts,
});
const work = (title: string, part: Partial<Work> = {}): Work =>
	({
		assignmentId: "a",
		exercise: { id: title, title },
		unit: null,
		doneWhen: 0.8,
		dueAt: at(3),
		closesAt: at(5),
		excused: false,
		triesLeft: null,
		handIns: [],
		draft: null,
		...part,
	}) as unknown as Work;
const titles = (of: readonly Work[]) => of.map((w) => w.exercise.title);

describe("my work", () => {
	test("begins with what is open and not done, the first to be due first", () => {
		const found = sortedWork(
			[
				work("later", { dueAt: at(4) }),
				work("done", { dueAt: at(1), handIns: [handIn(9)] }),
				work("soon", { dueAt: at(2) }),
				work("over", { closesAt: at(-1) }),
			],
			NOW,
		);
		expect([titles(found.open), titles(found.answered), titles(found.over)]).toEqual([
			["soon", "later", "done"],
			[],
			["over"],
		]);
	});

	test("has with feedback what is over and whose points are shown, the newest first", () => {
		const over = { closesAt: at(-1) };
		const found = sortedWork(
			[
				work("old", { ...over, dueAt: at(-9), handIns: [handIn(3)] }),
				work("new", { ...over, dueAt: at(-2), handIns: [handIn(4)] }),
				work("waits", { ...over, handIns: [handIn(null)] }),
			],
			NOW,
		);
		expect([titles(found.answered), titles(found.over)]).toEqual([["new", "old"], ["waits"]]);
	});

	test("counts how many of a collection are done", () => {
		const unit = "First shapes";
		const set = (part: Partial<Work>) => [
			work("a", { unit, handIns: [handIn(8)], ...part }),
			work("b", { unit, handIns: [handIn(7.75)], ...part }),
			work("c", { unit, ...part }),
		];
		expect(sortedWork([...set({}), work("d", { assignmentId: "alone" })], NOW).units).toEqual([
			{ id: "a", unit, done: 1, of: 3 },
		]);
		// Set twice, with a share of its own.
		expect(sortedWork([...set({}), ...set({ assignmentId: "other", doneWhen: 0.5 })], NOW).units).toEqual([
			{ id: "a", unit, done: 1, of: 3 },
			{ id: "other", unit, done: 2, of: 3 },
		]);
	});

	test("uses the try that counts", () => {
		expect(isDone(work("x", { handIns: [handIn(9, true), handIn(2, false)] }))).toBe(true);
		expect(isDone(work("x", { handIns: [handIn(9, false), handIn(2, true)] }))).toBe(false);
	});

	test("says what to do next", () => {
		const draft = { source: "x" } as never;
		const next = (part: Partial<Work>) => nextStep(work("x", part), NOW);
		expect([
			next({}),
			next({ draft }),
			next({ handIns: [handIn(4)] }),
			next({ handIns: [handIn(9)] }),
			next({ triesLeft: 0, handIns: [handIn(4)] }),
			next({ excused: true }),
			next({ closesAt: at(-1) }),
			next({ closesAt: at(-1), handIns: [handIn(4)] }),
		]).toEqual([
			"begin",
			"finish it, then hand it in",
			"read your feedback, then try again",
			"complete; you can try again",
			"no tries left",
			"you are excused",
			"closed, nothing handed in",
			"closed",
		]);
	});
});
