import { z } from "zod";
import { id, idParams, instant, key, language, moment, name, person, points, verdict } from "./common.ts";
import { conditions } from "./exercise.ts";
import { picture } from "./report.ts";
import { route } from "./route.ts";

/** The rules of an assignment, apart from its dates: how tries count, what is shown when, and what happens at its end. */
export const rules = {
	tries: z.int().positive().nullable().describe("Tries for each exercise; null for unlimited"),
	counts: z.enum(["best", "latest", "chosen"]).describe("Which try counts; the best until the teacher chooses one"),
	late: z.enum(["marked", "reduced", "refused"]).describe("The rule for late work"),
	lateShare: z.number().min(0).max(1).describe("The share of points that late work loses if late is reduced"),
	showChecklist: z.enum(["opening", "hand-in"]),
	showPoints: z.enum(["at once", "release", "closing"]),
	showFeedback: z.enum(["at once", "release", "closing"]),
	showModel: z.enum(["never", "release", "closing"]),
	showModelAs: z.enum(["picture", "source"]),
	handInDrafts: z.boolean().describe("Whether drafts are handed in automatically at the closing date"),
	weight: z.number().min(0).max(1000).describe("Weight in the grade"),
};
/** Default rules of an assignment. */
export const USUAL_RULES = Object.freeze({
	tries: null,
	counts: "best",
	late: "marked",
	lateShare: 0,
	showChecklist: "opening",
	showPoints: "at once",
	showFeedback: "at once",
	showModel: "never",
	showModelAs: "picture",
	handInDrafts: true,
	weight: 1,
} as const);
const dates = { opensAt: instant, dueAt: instant, closesAt: instant };
const momentsAsked = { opensAt: moment, dueAt: moment, closesAt: moment };

export const handInRow = z.object({
	id,
	student: person,
	tryNumber: z.int(),
	handedInAt: instant,
	late: z.boolean(),
	madeBy: z.enum(["student", "teacher", "closing", "archive"]),
	state: z.string().nullable(),
	ended: z.string().nullable(),
	points: points.nullable(),
	open: z.number(),
	adjusted: z.boolean(),
	note: z.string().describe("A short note on the hand-in"),
	ownTitle: z.string().nullable().describe("The student's own title: the comment in the program's first line"),
	verdicts: z.array(verdict),
	slips: z.array(z.string()).describe("Ids of the causes, or of possible causes if none is proved"),
	oneChangeAway: z.boolean().describe("Whether one corrected mistake would meet every criterion"),
	released: z.boolean(),
});

export const assignmentPage = z.object({
	id,
	classId: id,
	className: z.string(),
	title: z.string(),
	exercise: key.describe("The exercise that the other fields are about"),
	exercises: z.array(z.object({ key, title: z.string(), version: z.int(), possible: z.number() })),
	brief: z.string(),
	...dates,
	...rules,
	revision: z.int(),
	covering: z.boolean(),
	possible: z.number(),
	students: z.int(),
	criteria: z.array(
		z.object({
			id: z.string(),
			asks: z.string(),
			points: z.number(),
			scale: z.record(z.string(), z.string()).nullable(),
		}),
	),
	slips: z
		.array(z.object({ id: z.string(), sentence: z.string(), count: z.int() }))
		.describe("The most frequent causes first"),
	handIns: z.array(handInRow).describe("The counted hand-in of each student, sorted by name"),
	without: z
		.array(person.extend({ draft: z.boolean() }))
		.describe("Students without a hand-in, and whether they have a draft"),
	excused: z.array(id),
	ownDates: z.array(z.object({ studentId: id, dueAt: instant.nullable(), closesAt: instant.nullable() })),
	counted: z
		.array(z.object({ student: person, done: z.int(), of: z.int() }))
		.describe("How many exercises of the collection each student has done"),
	unchecked: z.int(),
});
export type AssignmentPage = z.infer<typeof assignmentPage>;

export const showAssignment = route({
	name: "showAssignment",
	method: "GET",
	path: "/assignments/:id",
	who: ["teacher"],
	reach: "looking",
	summary: "An assignment with its hand-ins and criteria; for a collection, one exercise at a time",
	params: idParams,
	query: z.object({ exercise: key.optional() }),
	reply: assignmentPage,
});
const defaults = {
	tries: rules.tries.default(USUAL_RULES.tries),
	counts: rules.counts.default(USUAL_RULES.counts),
	late: rules.late.default(USUAL_RULES.late),
	lateShare: rules.lateShare.default(USUAL_RULES.lateShare),
	showChecklist: rules.showChecklist.default(USUAL_RULES.showChecklist),
	showPoints: rules.showPoints.default(USUAL_RULES.showPoints),
	showFeedback: rules.showFeedback.default(USUAL_RULES.showFeedback),
	showModel: rules.showModel.default(USUAL_RULES.showModel),
	showModelAs: rules.showModelAs.default(USUAL_RULES.showModelAs),
	handInDrafts: rules.handInDrafts.default(USUAL_RULES.handInDrafts),
	weight: rules.weight.default(USUAL_RULES.weight),
};
export const setAssignment = route({
	name: "setAssignment",
	method: "POST",
	path: "/classes/:id/assignments",
	who: ["teacher"],
	reach: "class",
	summary: "Set an exercise's newest version, or a collection, for a class",
	params: idParams,
	body: z.object({
		exercise: key.optional(),
		collection: key.optional(),
		title: name.optional(),
		...momentsAsked,
		...defaults,
	}),
	reply: z.object({ id, ...dates, exercises: z.array(key), revision: z.int() }),
	status: 201,
	repeatable: true,
});
export const changeAssignment = route({
	name: "changeAssignment",
	method: "PATCH",
	path: "/assignments/:id",
	who: ["teacher"],
	reach: "class",
	summary: "Change an assignment's title, dates or rules",
	params: idParams,
	body: z.object({ title: name, ...momentsAsked, ...rules }).partial(),
	reply: z.object({ id, ...dates, revision: z.int() }),
	guarded: true,
});
export const removeAssignment = route({
	name: "removeAssignment",
	method: "DELETE",
	path: "/assignments/:id",
	who: ["teacher"],
	reach: "class",
	summary: "Delete an assignment; refused once it has hand-ins",
	params: idParams,
});
const studentParams = z.object({ id, student: id });
export const setOwnDates = route({
	name: "setOwnDates",
	method: "PUT",
	path: "/assignments/:id/students/:student",
	who: ["teacher"],
	reach: "class",
	summary: "Give one student other dates, or excuse them",
	params: studentParams,
	body: z.object({
		dueAt: moment.nullable().default(null),
		closesAt: moment.nullable().default(null),
		excused: z.boolean().default(false),
	}),
	reply: z.object({ dueAt: instant.nullable(), closesAt: instant.nullable(), excused: z.boolean() }),
});
export const chooseTry = route({
	name: "chooseTry",
	method: "PUT",
	path: "/assignments/:id/students/:student/try",
	who: ["teacher"],
	reach: "class",
	summary: "Choose the try that counts, if the assignment allows it",
	params: studentParams,
	body: z.object({ handInId: id }),
});
export const release = route({
	name: "release",
	method: "POST",
	path: "/assignments/:id/releases",
	who: ["teacher"],
	reach: "class",
	summary: "Release points and feedback to one, some or all students",
	params: idParams,
	body: z.object({ students: z.array(id).min(1).max(500).optional().describe("Default: all") }),
	reply: z.object({ released: z.int() }),
});
export const stuckRow = z.object({
	student: person,
	exercise: key,
	assignmentId: id,
	handIns: z.int().describe("Hand-ins since the last newly met criterion"),
	runs: z.int().describe("Runs since the last newly met criterion"),
	minutes: z.number(),
	handInId: id.nullable().describe("The newest hand-in, whose drawing can be shown"),
	criterion: z.string().nullable().describe("The first criterion that isn't met"),
	slip: z.string().nullable().describe("The probable cause"),
});
export const listStuck = route({
	name: "listStuck",
	method: "GET",
	path: "/classes/:id/stuck",
	who: ["teacher"],
	reach: "looking",
	summary: "Stuck students: three hand-ins, ten runs or ten minutes without a newly met criterion",
	params: idParams,
	query: z.object({ assignment: id.optional() }),
	reply: z.object({ stuck: z.array(stuckRow) }),
});
export const draftRow = z.object({
	student: person,
	source: z.string(),
	language,
	savedAt: instant,
	runs: z.int(),
	state: z.string().nullable().describe("The state of the last run"),
	met: z.array(z.string()).describe("Ids of the criteria that the last run met"),
	hints: z.int().describe("Number of hints requested"),
});
export const listDrafts = route({
	name: "listDrafts",
	method: "GET",
	path: "/assignments/:id/drafts",
	who: ["teacher"],
	reach: "looking",
	summary: "The class's current drafts, for the live lesson",
	params: idParams,
	query: z.object({ exercise: key.optional() }),
	reply: z.object({ exercise: key, conditions, drafts: z.array(draftRow), criteria: z.int() }),
});
/** Drawings with more shapes than that aren't sent among a wall's: each is fetched as a file. */
export const MAX_SHAPES_ON_WALL = 1_500;
export const listDrawings = route({
	name: "listDrawings",
	method: "GET",
	path: "/assignments/:id/drawings",
	who: ["teacher"],
	reach: "looking",
	summary: `The drawings of all counted hand-ins of an assignment, except those of more than ${MAX_SHAPES_ON_WALL} shapes`,
	params: idParams,
	query: z.object({ exercise: key.optional() }),
	reply: z.object({ drawings: z.array(z.object({ id: id.describe("The hand-in's"), picture })) }),
});
export const triesUntilMet = route({
	name: "triesUntilMet",
	method: "GET",
	path: "/assignments/:id/tries",
	who: ["teacher"],
	reach: "looking",
	summary: "For each criterion, how many students first met it with each try",
	params: idParams,
	query: z.object({ exercise: key.optional() }),
	reply: z.object({
		criteria: z.array(
			z.object({
				id: z.string(),
				asks: z.string(),
				first: z.array(z.int()).describe("Students who first met it with try 1, 2, …"),
				never: z.int(),
			}),
		),
	}),
});
export const assignmentEvents = route({
	name: "assignmentEvents",
	method: "GET",
	path: "/assignments/:id/events",
	who: ["teacher"],
	reach: "looking",
	summary: "Live events of an assignment",
	params: idParams,
	events: true,
	reply: z.string(),
	gives: "text/event-stream",
});
