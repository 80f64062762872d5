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
	toJudge: z.int().describe("Hand-ins that wait for a teacher's judgement"),
	notReleased: z.int().describe("Hand-ins whose points or feedback wait for a release"),
	newest: z.array(id).describe("Up to four of the newest hand-ins that count, whose drawings can be shown"),
	latest: instant.nullable().describe("When the latest of them came in"),
});
export type TodayRow = z.infer<typeof todayRow>;

/** Which first steps a new teacher has done. */
export const firstSteps = z.object({
	classId: id.nullable().describe("The newest open class of the teacher's own"),
	students: z.int(),
	cards: z.boolean().describe("Whether a student of theirs has signed in, so that the cards are out"),
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
		"What needs attention in the teacher's classes: closing soon, newly handed in, to be judged, not released, and who is stuck",
	reply: today,
});
