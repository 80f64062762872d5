import type { ClassPage, TodayRow } from "@markpen/contract";
import { describe, expect, test } from "vitest";
import { cellKey, cellNote, cellsByPlace, columnsOf, doneOf, studentsOf } from "./matrix.ts";
import { todaysOf } from "./todays.ts";

const NOW = Date.UTC(2027, 2, 10, 12);
const at = (days: number) => new Date(NOW + days * 86_400_000).toISOString();

const column = (exercise: string, assignmentId: string, days: number, unit: string | null = null) => ({
	assignmentId,
	exercise,
	title: exercise,
	unit,
	dueAt: at(days),
	closesAt: at(days + 2),
	possible: 10,
	weight: 1,
});
const cell = (studentId: string, assignmentId: string, exercise: string, earned: number) =>
	({
		studentId,
		assignmentId,
		exercise,
		handInId: "h",
		tries: 1,
		handedInAt: at(-1),
		late: false,
		state: "drew",
		ended: "whole",
		points: { earned, possible: 10 },
		open: 0,
		adjusted: false,
		verdicts: ["met"],
	}) as ClassPage["cells"][number];

const PAGE = {
	students: [
		{ id: "a", name: "Ada" },
		{ id: "b", name: "Bo" },
		{ id: "c", name: "Cy" },
	],
	columns: [
		column("buoy", "1", -3),
		column("sail", "2", 3, "First shapes"),
		column("plank", "2", 3, "First shapes"),
		column("rose", "3", -1),
	],
	cells: [cell("a", "1", "buoy", 9), cell("b", "1", "buoy", 4), cell("b", "3", "rose", 10), cell("a", "2", "sail", 8)],
	excused: [{ studentId: "c", assignmentId: "1" }],
} as unknown as ClassPage;

describe("a class", () => {
	test("folds a collection's exercises into one column, and shows them once it is unfolded", () => {
		expect(columnsOf(PAGE, new Set()).map((c) => [c.title, c.exercises.length, c.possible, c.folded])).toEqual([
			["buoy", 1, 10, false],
			["First shapes", 2, 20, true],
			["rose", 1, 10, false],
		]);
		expect(columnsOf(PAGE, new Set(["2"])).map((c) => c.title)).toEqual(["buoy", "sail", "plank", "rose"]);
	});

	test("counts as missing what is due and neither handed in nor excused", () => {
		expect(studentsOf(PAGE, "name", NOW).map((s) => [s.name, s.missing, s.points])).toEqual([
			["Ada", 1, 17],
			["Bo", 0, 14],
			["Cy", 1, 0],
		]);
	});

	test("is sorted by points from the fewest, and by what is missing from the most", () => {
		expect(studentsOf(PAGE, "points", NOW).map((s) => s.name)).toEqual(["Cy", "Bo", "Ada"]);
		expect(studentsOf(PAGE, "missing", NOW)[2]?.name).toBe("Bo");
	});

	test("begins with who needs the teacher most: with most missing, then with the smallest share of what could be had", () => {
		expect(studentsOf(PAGE, "attention", NOW).map((s) => s.name)).toEqual(["Cy", "Ada", "Bo"]);
		const handedIn = {
			...PAGE,
			cells: [
				cell("a", "1", "buoy", 9),
				cell("b", "1", "buoy", 4),
				cell("c", "1", "buoy", 7),
				...["a", "b", "c"].map((s) => cell(s, "3", "rose", 5)),
			],
		};
		expect(studentsOf(handedIn as unknown as ClassPage, "attention", NOW).map((s) => s.name)).toEqual([
			"Bo",
			"Cy",
			"Ada",
		]);
	});

	test("finds a cell by its place", () => {
		expect(cellsByPlace(PAGE).get(cellKey("b", "3", "rose"))?.points?.earned).toBe(10);
	});

	test("says why a cell has no usual verdicts", () => {
		const of = (part: object) => cellNote({ ...cell("a", "1", "buoy", 1), ...part } as never);
		expect([
			of({ state: null }),
			of({ state: "unreadable" }),
			of({ ended: "stopped" }),
			of({ ended: "clock" }),
			of({}),
		]).toEqual(["checking", "can't be read", "stopped", "too long", ""]);
	});

	test("counts as done what earned the share of its points that the collection asks", () => {
		const cells = [cell("a", "1", "x", 8), cell("a", "1", "y", 7.75), cell("a", "1", "z", 5), undefined];
		expect([0.8, 0.5, 1].map((share) => doneOf(cells, share))).toEqual([1, 3, 0]);
	});
});

describe("today", () => {
	const row = (part: Partial<TodayRow>): TodayRow => ({
		assignmentId: "1",
		classId: "c",
		className: "8 X",
		exercise: "sail",
		title: "Sail",
		opensAt: at(-9),
		dueAt: at(5),
		closesAt: at(9),
		students: 20,
		handedIn: 0,
		fresh: 0,
		toJudge: 0,
		notReleased: 0,
		newest: [],
		latest: null,
		...part,
	});

	test("has under each heading what needs it, and nothing that is over", () => {
		const closing = row({ title: "closing", closesAt: at(2) });
		const over = row({ title: "over", closesAt: at(-1) });
		const judge = row({ title: "judge", toJudge: 3 });
		const held = row({ title: "held", notReleased: 2 });
		const found = todaysOf([closing, over, judge, held], NOW);
		expect([found.closing, found.toJudge, found.held].map((list) => list.map((r) => r.title))).toEqual([
			["closing"],
			["judge"],
			["held"],
		]);
	});

	test("tells the newest hand-in first", () => {
		const found = todaysOf(
			[
				row({ title: "old", fresh: 1, latest: at(-0.9) }),
				row({ title: "new", fresh: 1, latest: at(-0.1) }),
				row({ title: "none" }),
			],
			NOW,
		);
		expect(found.fresh.map((r) => r.title)).toEqual(["new", "old"]);
	});
});
