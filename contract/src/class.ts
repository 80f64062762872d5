import { z } from "zod";
import { id, idParams, instant, key, name, next, pageQuery, person, points, verdict } from "./common.ts";
import { route } from "./route.ts";

/** A step of a grade scale: its name, and the percent from which it holds. */
export const gradeStep = z.object({ name: z.string().trim().min(1).max(20), from: z.number().min(0).max(100) });
export const gradeScale = z.array(gradeStep).max(30);
export const zone = z.string().max(60).describe("A time zone of the IANA database, like Europe/Lisbon");

export const classRow = z.object({
	id,
	name: z.string(),
	schoolYear: z.string(),
	code: z.string(),
	students: z.int(),
	assignments: z.int(),
	until: instant.nullable().describe("End of the teacher's cover; null for the class's own teachers"),
	closedAt: instant.nullable(),
});

/** One student's state in one exercise of one assignment: the counted try. */
export const cell = z.object({
	studentId: id,
	assignmentId: id,
	exercise: key,
	handInId: id,
	tries: z.int(),
	handedInAt: instant,
	late: z.boolean(),
	state: z.string().nullable().describe("The program's state; null until it is checked"),
	ended: z.string().nullable(),
	points: points.nullable(),
	open: z.number().describe("Points still to judge"),
	adjusted: z.boolean(),
	verdicts: z.array(verdict),
});
export type Cell = z.infer<typeof cell>;

export const column = z.object({
	assignmentId: id,
	exercise: key,
	title: z.string(),
	unit: z.string().nullable().describe("The collection it belongs to"),
	dueAt: instant,
	closesAt: instant,
	draftedAt: instant.nullable().describe("When it was last worked on"),
	possible: z.number(),
	doneWhen: z.number().describe("The share of points at which an exercise counts as done"),
	weight: z.number(),
});

export const classPage = z.object({
	id,
	name: z.string(),
	schoolYear: z.string(),
	code: z.string(),
	zone,
	gradeScale,
	revision: z.int(),
	closedAt: instant.nullable(),
	archivedAt: instant.nullable().describe("Since when its assignments and hand-ins are kept as an archive only"),
	covering: z.boolean(),
	teachers: z.array(person.extend({ until: instant.nullable() })),
	students: z.array(person),
	columns: z.array(column),
	cells: z.array(cell),
	excused: z.array(z.object({ studentId: id, assignmentId: id })),
});
export type ClassPage = z.infer<typeof classPage>;

export const listClasses = route({
	name: "listClasses",
	method: "GET",
	path: "/classes",
	who: ["teacher"],
	reach: "looking",
	summary: "The teacher's classes; closed ones on request",
	query: z.object({ closed: z.enum(["true", "false"]).default("false") }),
	reply: z.object({ classes: z.array(classRow) }),
});
export const listSiteClasses = route({
	name: "listSiteClasses",
	method: "GET",
	path: "/site/classes",
	who: ["administrator"],
	reach: "site",
	summary: "Every class of the site with its teachers, for administrators",
	query: pageQuery,
	reply: z.object({
		classes: z.array(
			z.object({
				id,
				name: z.string(),
				schoolYear: z.string(),
				closedAt: instant.nullable(),
				archivedAt: instant.nullable(),
				teachers: z.array(person.extend({ until: instant.nullable() })),
			}),
		),
		next,
	}),
});
export const makeClass = route({
	name: "makeClass",
	method: "POST",
	path: "/classes",
	who: ["teacher"],
	reach: "site",
	summary: "Create a class; the caller becomes its teacher",
	body: z.object({
		name,
		schoolYear: name.max(40).optional().describe("Default: the school's"),
		zone: zone.optional().describe("Default: the school's"),
		code: z.string().trim().min(3).max(40).optional(),
	}),
	reply: classRow,
	status: 201,
	repeatable: true,
});
export const showClass = route({
	name: "showClass",
	method: "GET",
	path: "/classes/:id",
	who: ["teacher"],
	reach: "looking",
	summary: "A class: its students, assignments and each student's progress",
	params: idParams,
	reply: classPage,
});
export const changeClass = route({
	name: "changeClass",
	method: "PATCH",
	path: "/classes/:id",
	who: ["teacher"],
	reach: "class",
	summary: "Change a class's name, year, time zone or grade scale, or close or reopen it",
	params: idParams,
	body: z.object({
		name: name.optional(),
		schoolYear: name.max(40).optional(),
		zone: zone.optional(),
		gradeScale: gradeScale.optional(),
		closed: z.boolean().optional(),
	}),
	reply: classRow.extend({ revision: z.int() }),
	guarded: true,
});
export const closeYear = route({
	name: "closeYear",
	method: "POST",
	path: "/school-years/close",
	who: ["administrator"],
	reach: "site",
	summary: "Close all classes of a school year; all their data is kept",
	body: z.object({ schoolYear: z.string() }),
	reply: z.object({ closed: z.int() }),
});
export const archiveClass = route({
	name: "archiveClass",
	method: "PUT",
	path: "/classes/:id/archive",
	who: ["administrator"],
	reach: "site",
	summary: "Keep a closed class as an archive, and remove its assignments and hand-ins",
	params: idParams,
	reply: z.object({ handIns: z.int(), bytes: z.int().describe("Size of the archive, packed") }),
});
export const putBackClass = route({
	name: "putBackClass",
	method: "DELETE",
	path: "/classes/:id/archive",
	who: ["administrator"],
	reach: "site",
	summary: "Put an archived class's assignments and hand-ins back; the hand-ins are checked",
	params: idParams,
	reply: z.object({ handIns: z.int() }),
});
export const archiveYear = route({
	name: "archiveYear",
	method: "POST",
	path: "/school-years/archive",
	who: ["administrator"],
	reach: "site",
	summary: "Archive the closed classes of a school year, some in each call: call again until none is left",
	body: z.object({ schoolYear: z.string() }),
	reply: z.object({ archived: z.int(), left: z.int() }),
});
const teacherParams = z.object({ id, teacher: id });
export const giveClass = route({
	name: "giveClass",
	method: "PUT",
	path: "/classes/:id/teachers/:teacher",
	who: ["teacher"],
	reach: "class",
	summary:
		"Share a class with another teacher, for good or as cover until a date (view and upload only); an administrator can share any class",
	params: teacherParams,
	body: z.object({ until: instant.nullable().default(null) }),
});
export const takeClass = route({
	name: "takeClass",
	method: "DELETE",
	path: "/classes/:id/teachers/:teacher",
	who: ["teacher"],
	reach: "class",
	summary: "Remove a teacher from a class; the last one can't be removed",
	params: teacherParams,
});
