import { z } from "zod";
import { id, idParams, instant, nothing, points, verdict } from "./common.ts";
import { studentCopy } from "./exercise.ts";
import { route } from "./route.ts";

export const assignmentPage = z.object({
	id,
	classId: id,
	className: z.string(),
	title: z.string(),
	brief: z.string(),
	opensAt: instant,
	dueAt: instant,
	closesAt: instant,
	possible: z.number(),
	students: z.int(),
	criteria: z.array(z.object({ id: z.string(), asks: z.string(), points: z.number() })),
	handIns: z
		.array(
			z.object({
				id,
				student: z.object({ id, name: z.string() }),
				tryNumber: z.int(),
				handedInAt: instant,
				state: z.string().nullable(),
				ended: z.string().nullable(),
				points: points.nullable(),
				note: z.string().describe("What to know of it at a glance"),
				verdicts: z.array(verdict),
			}),
		)
		.describe("The latest of each student, in the order of their names"),
	without: z.array(z.object({ id, name: z.string() })).describe("Students who have handed nothing in"),
});
export type AssignmentPage = z.infer<typeof assignmentPage>;

/** An assignment as its student sees it. */
export const work = z.object({
	assignmentId: id,
	className: z.string(),
	exercise: studentCopy,
	opensAt: instant,
	dueAt: instant,
	closesAt: instant,
	triesLeft: z.int().nullable(),
	handIns: z.array(z.object({ id, tryNumber: z.int(), handedInAt: instant, points: points.nullable() })),
	lastSource: z.string().nullable(),
});
export type Work = z.infer<typeof work>;

export const showAssignment = route({
	name: "showAssignment",
	method: "GET",
	path: "/assignments/:id",
	who: ["teacher"],
	summary: "An assignment with its hand-ins and criteria",
	params: idParams,
	body: nothing,
	reply: assignmentPage,
	status: 200,
});
export const listWork = route({
	name: "listWork",
	method: "GET",
	path: "/my-assignments",
	who: ["student"],
	summary: "What the student has to do and has done",
	params: nothing,
	body: nothing,
	reply: z.object({ work: z.array(work) }),
	status: 200,
});
export const showWork = route({
	name: "showWork",
	method: "GET",
	path: "/my-assignments/:id",
	who: ["student"],
	summary: "One assignment as its student sees it",
	params: idParams,
	body: nothing,
	reply: work,
	status: 200,
});
