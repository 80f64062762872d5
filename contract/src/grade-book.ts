import { z } from "zod";
import { bytes, id, idParams, instant, key, person, points } from "./common.ts";
import { route } from "./route.ts";

/** One student's result in one exercise, for the grade book. */
export const gradeCell = z.object({
	assignmentId: id,
	exercise: key,
	state: z.enum(["counted", "missing", "excused", "to be judged", "not due"]),
	late: z.boolean(),
	points: points.nullable(),
	open: z.number(),
});
export const gradeRow = z.object({
	student: person,
	signInName: z.string(),
	cells: z.array(gradeCell),
	percent: z
		.number()
		.nullable()
		.describe(
			"Σ weight × earned / Σ weight × possible, without excused, unjudged and not yet due work; missing work counts 0",
		),
	grade: z.string().nullable(),
});
export const gradeBook = z.object({
	classId: id,
	className: z.string(),
	columns: z.array(
		z.object({
			assignmentId: id,
			exercise: key,
			title: z.string(),
			dueAt: instant,
			possible: z.number(),
			weight: z.number(),
		}),
	),
	rows: z.array(gradeRow),
});
export type GradeBook = z.infer<typeof gradeBook>;

const from = { who: ["teacher"] as const, reach: "looking" as const, params: idParams };
export const showGradeBook = route({
	name: "showGradeBook",
	method: "GET",
	path: "/classes/:id/grade-book",
	...from,
	summary: "The grade book of a class",
	reply: gradeBook,
});
export const gradeBookCsv = route({
	name: "gradeBookCsv",
	method: "GET",
	path: "/classes/:id/grade-book.csv",
	...from,
	query: z.object({ rows: z.enum(["students", "exercises"]).default("students") }),
	summary: "The grade book as CSV: one row per student, or per student and exercise",
	reply: z.string(),
	gives: "text/csv",
});
export const gradeBookOneRoster = route({
	name: "gradeBookOneRoster",
	method: "GET",
	path: "/classes/:id/oneroster.zip",
	...from,
	summary: "Line items and results as OneRoster 1.2 CSV files with their manifest, in one zip",
	reply: bytes,
	gives: "application/zip",
});
export const classArchive = route({
	name: "classArchive",
	method: "GET",
	path: "/classes/:id/archive",
	who: ["teacher"],
	reach: "class",
	params: idParams,
	summary: "The whole class as one archive; loaded into an empty site, it gives the same points",
	reply: z.string(),
	gives: "application/json",
});
export const loadArchive = route({
	name: "loadArchive",
	method: "POST",
	path: "/archives",
	who: ["administrator"],
	reach: "site",
	summary: "Read a class archive into the site; its hand-ins are checked",
	takes: "application/vnd.markpen.archive+json",
	body: z.custom<Uint8Array>((value) => value instanceof Uint8Array, { error: "isn't an archive" }),
	reply: z.object({ classes: z.int(), students: z.int(), handIns: z.int() }),
	status: 201,
});
