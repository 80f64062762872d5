import type { GradeBook } from "@markpen/contract";
import { parse } from "csv-parse/sync";
import { describe, expect, test } from "vitest";
import { byExercises, byStudents, csv } from "./csv.ts";

type Cell = GradeBook["rows"][number]["cells"][number];
const cell = (exercise: string, state: Cell["state"], earned: number | null = null, more: Partial<Cell> = {}) =>
	({
		assignmentId: "a",
		exercise,
		state,
		late: false,
		open: 0,
		points: earned === null ? null : { earned, possible: 10, open: 0 },
		...more,
	}) as Cell;
const BOOK = {
	columns: ["sail", "buoy", "rose"].map((exercise) => ({
		assignmentId: "a",
		exercise,
		title: exercise.toUpperCase(),
		possible: 10,
		weight: exercise === "rose" ? 2 : 1,
	})),
	rows: [
		{
			student: { id: "1", name: "Nilo Brandt" },
			signInName: "nilo",
			cells: [
				cell("sail", "counted", 8.5),
				cell("buoy", "missing"),
				cell("rose", "to be judged", 3, { open: 2, late: true }),
			],
			percent: 57,
			grade: "3",
		},
		{
			student: { id: "2", name: "=HYPERLINK(1)" },
			signInName: "@two",
			cells: [cell("sail", "excused"), cell("buoy", "not due"), cell("rose", "to be judged")],
			percent: null,
			grade: null,
		},
	],
} as unknown as GradeBook;

describe("a grade book as CSV", () => {
	test("has a row a student, with what each exercise earned or why it earned nothing", () => {
		expect(parse(byStudents(BOOK))).toEqual([
			["Name", "Sign-in name", "SAIL (of 10)", "BUOY (of 10)", "ROSE (of 10)", "Percent", "Grade"],
			["Nilo Brandt", "nilo", "8.5", "missing", "3", "57", "3"],
			["'=HYPERLINK(1)", "'@two", "excused", "not due", "to be judged", "", ""],
		]);
	});

	test("has a row a student and exercise, with everything that is known of it", () => {
		const rows = parse(byExercises(BOOK), { columns: true }) as Record<string, string>[];
		expect(rows.length).toBe(6);
		expect(rows[2]).toEqual({
			Name: "Nilo Brandt",
			"Sign-in name": "nilo",
			Exercise: "rose",
			Title: "ROSE",
			State: "to be judged",
			Late: "late",
			Earned: "3",
			Possible: "10",
			"To be judged": "2",
			Weight: "2",
		});
		expect(rows[1]).toMatchObject({ State: "missing", Late: "", Earned: "", Possible: "10" });
	});
});

describe("a cell", () => {
	test.each(["=1+1", "+1", "-1+2", "@SUM(A1)", "\tx", "\rx"])("%j isn't a formula in a spreadsheet", (text) => {
		expect(parse(csv([["a", text]]))[0]?.[1]).toBe(`'${text}`);
	});

	test.each(['say "hi"', "a,b", "two\nlines", "größe ❤", ""])("%j is read back as it was", (text) => {
		expect(parse(csv([["a", text]]))).toEqual([["a", text]]);
	});

	test("ends its line as RFC 4180 says", () => {
		expect(csv([["a", null, -2]])).toBe("a,,-2\r\n");
	});
});
