import { z } from "zod";
import { id, idParams, instant, key, person, points } from "./common.ts";
import { route } from "./route.ts";

/** One exercise that a student was set, wherever. */
export const yearRow = z.object({
	classId: id,
	className: z.string(),
	assignmentId: id,
	exercise: key,
	title: z.string(),
	dueAt: instant,
	handInId: id.nullable(),
	handedInAt: instant.nullable(),
	tries: z.int(),
	late: z.boolean(),
	excused: z.boolean(),
	points: points.nullable(),
	open: z.number(),
	missed: z.array(z.string()).describe("Ids of criteria that aren't met"),
	missing: z.array(z.string()).describe("The sentences of these criteria"),
	slips: z.array(z.string()),
});

export const showStudent = route({
	name: "showStudent",
	method: "GET",
	path: "/students/:id",
	who: ["teacher"],
	reach: "looking",
	summary: "A student's year: all work and results in the teacher's classes",
	params: idParams,
	reply: z.object({
		student: person,
		rows: z.array(yearRow),
		criteria: z
			.array(z.object({ check: z.string(), topic: z.string(), met: z.int(), asked: z.int() }))
			.describe("How often each kind of check was met"),
		slips: z.array(z.object({ id: z.string(), words: z.string(), count: z.int() })),
	}),
});
export const exportStudent = route({
	name: "exportStudent",
	method: "GET",
	path: "/students/:id/data",
	who: ["teacher"],
	reach: "class",
	summary: "All data of a student, for the student or a parent",
	params: idParams,
	reply: z.record(z.string(), z.unknown()),
});
export const deleteStudent = route({
	name: "deleteStudent",
	method: "DELETE",
	path: "/students/:id",
	who: ["administrator"],
	reach: "site",
	summary: "Delete a student and all their work for good; class totals keep the points without a name",
	params: idParams,
});
