import { z } from "zod";
import { stuckRow } from "./assignment.ts";
import { id, instant, key } from "./common.ts";
import { route } from "./route.ts";

/** One exercise that a class was set, with what there is to do about it. */
export const todayRow = z.object({
	assignmentId: id,
	classId: id,
	className: z.string(),
	exercise: key,
	title: z.string(),
	opensAt: instant,
	dueAt: instant,
	closesAt: instant,
	students: z.int(),
	handedIn: z.int(),
	fresh: z.int().describe("Handed in within the last 24 hours"),
	toJudge: z.int().describe("Hand-ins to judge"),
	notReleased: z.int().describe("Hand-ins to release"),
	newest: z.array(id).describe("Up to four of the newest counted hand-ins with a drawing"),
	latest: instant.nullable().describe("When the newest was handed in"),
});
export type TodayRow = z.infer<typeof todayRow>;

/** The first steps that a new teacher has done. */
export const firstSteps = z.object({
	classId: id.nullable().describe("The newest open class that the teacher owns"),
	students: z.int(),
	cards: z.boolean().describe("Whether one of its students has signed in"),
	assignments: z.int(),
	looked: z.boolean().describe("Whether the teacher has commented on, adjusted, judged or released a hand-in"),
});

const today = z.object({
	rows: z.array(todayRow),
	stuck: z.array(stuckRow.extend({ classId: id, className: z.string() })),
	firstSteps,
});
export type Today = z.infer<typeof today>;

export const showToday = route({
	name: "showToday",
	method: "GET",
	path: "/today",
	who: ["teacher"],
	reach: "looking",
	summary:
		"What needs attention in the teacher's classes: closing soon, new hand-ins, to judge, to release, and stuck students",
	reply: today,
});
