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
	latest: instant.nullable().describe("When the latest of them came in"),
});
export type TodayRow = z.infer<typeof todayRow>;

export const showToday = route({
	name: "showToday",
	method: "GET",
	path: "/today",
	who: ["teacher"],
	reach: "looking",
	summary:
		"What needs attention in the teacher's classes: closing soon, newly handed in, to be judged, not released, and who is stuck",
	reply: z.object({ rows: z.array(todayRow), stuck: z.array(stuckRow.extend({ classId: id, className: z.string() })) }),
});
