import { z } from "zod";
import { id, idParams, instant, nothing, points, verdict } from "./common.ts";
import { route } from "./route.ts";

export const classRow = z.object({ id, name: z.string(), schoolYear: z.string(), students: z.int(), assignments: z.int() });

/** Where one student stands with one assignment: the latest try. */
export const cell = z.object({
	studentId: id,
	assignmentId: id,
	handInId: id,
	tries: z.int(),
	handedInAt: instant,
	state: z.string().nullable().describe("How far the program got; null until it is checked"),
	ended: z.string().nullable(),
	points: points.nullable(),
	verdicts: z.array(verdict),
});
export type Cell = z.infer<typeof cell>;

export const classPage = z.object({
	id,
	name: z.string(),
	schoolYear: z.string(),
	students: z.array(z.object({ id, name: z.string() })),
	assignments: z.array(z.object({ id, title: z.string(), dueAt: instant, closesAt: instant, possible: z.number() })),
	cells: z.array(cell),
});
export type ClassPage = z.infer<typeof classPage>;

export const listClasses = route({
	name: "listClasses",
	method: "GET",
	path: "/classes",
	who: ["teacher"],
	summary: "The teacher's classes",
	params: nothing,
	body: nothing,
	reply: z.object({ classes: z.array(classRow) }),
	status: 200,
});
export const showClass = route({
	name: "showClass",
	method: "GET",
	path: "/classes/:id",
	who: ["teacher"],
	summary: "A class: its students, its assignments, and where each stands",
	params: idParams,
	body: nothing,
	reply: classPage,
	status: 200,
});
