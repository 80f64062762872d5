import { z } from "zod";
import { bytes, id, idParams, instant, key, language, person, points, source, words } from "./common.ts";
import { conditions } from "./exercise.ts";
import { report } from "./report.ts";
import { route } from "./route.ts";
import { answers } from "./work.ts";

/** The subject of a comment. */
export const place = z.union([
	z.object({ on: z.literal("whole") }),
	z.object({ on: z.literal("criterion"), criterion: z.string().max(80) }),
	z.object({ on: z.literal("lines"), from: z.int().positive(), to: z.int().positive() }),
	z.object({ on: z.literal("figure"), figure: z.int().min(0) }),
]);
export const comment = z.object({ id, by: z.string(), place, words: z.string(), at: instant });

/** A criterion's points after what people decided. */
export const standing = z.object({
	id: z.string(),
	points: z.number(),
	judged: z.number().nullable().describe("Points given on a scale"),
	adjusted: z.object({ points: z.number(), reason: z.string().nullable(), by: z.string(), at: instant }).nullable(),
});

export const handInPage = z.object({
	id,
	assignmentId: id,
	classId: id,
	className: z.string(),
	title: z.string(),
	exercise: key,
	student: person,
	tryNumber: z.int(),
	tries: z.array(z.object({ id, tryNumber: z.int(), points: points.nullable(), counts: z.boolean() })),
	handedInAt: instant,
	late: z.boolean(),
	pressedAt: instant.nullable().describe("When the student handed in, by their own clock, if it arrived later"),
	madeBy: z.enum(["student", "teacher", "closing", "archive"]),
	source: z.string(),
	language,
	conditions,
	answers,
	report: report.nullable().describe("null until the hand-in is checked, or until the student can see it"),
	waiting: z.boolean().describe("Whether its check is still to come"),
	points: points.extend({ open: z.number() }).nullable().describe("Points with judgements and adjustments"),
	criteria: z.array(standing),
	comments: z.array(comment),
	released: z.boolean(),
	before: id.nullable().describe("The hand-in of the previous student in the class"),
	after: id.nullable(),
});
export type HandInPage = z.infer<typeof handInPage>;

export const handedIn = z.object({ id, tryNumber: z.int(), handedInAt: instant, late: z.boolean() });

export const handIn = route({
	name: "handIn",
	method: "POST",
	path: "/my-work/:id/:exercise/hand-ins",
	who: ["student"],
	reach: "own",
	summary: "Hand in a program; with an Idempotency-Key header, a repeated call makes no second hand-in",
	params: z.object({ id, exercise: key }),
	body: z.object({
		source,
		language: language.optional().describe("The program's language; default: the exercise's first"),
		answers: answers.optional(),
		pressedAt: instant.optional().describe("When the student handed in, by their own clock, if they were offline"),
	}),
	reply: handedIn,
	status: 201,
});
const seen = { who: ["student", "teacher"] as const, reach: "looking" as const, params: idParams };
export const showHandIn = route({
	name: "showHandIn",
	method: "GET",
	path: "/hand-ins/:id",
	...seen,
	summary: "One hand-in with its report",
	reply: handInPage,
});
export const showDrawing = route({
	name: "showDrawing",
	method: "GET",
	path: "/hand-ins/:id/drawing.svg",
	...seen,
	summary: "The drawing of a hand-in as SVG",
	reply: z.string(),
	gives: "image/svg+xml",
});
export const showDrawingPng = route({
	name: "showDrawingPng",
	method: "GET",
	path: "/hand-ins/:id/drawing.png",
	...seen,
	query: z.object({ width: z.coerce.number().int().min(50).max(2_400).default(800) }),
	summary: "The drawing of a hand-in as PNG",
	reply: bytes,
	gives: "image/png",
});
export const showWanted = route({
	name: "showWanted",
	method: "GET",
	path: "/hand-ins/:id/wanted.svg",
	who: ["teacher"],
	reach: "looking",
	params: idParams,
	summary: "The wanted drawing of a hand-in, as SVG: the model's",
	reply: z.string(),
	gives: "image/svg+xml",
});
export const showTape = route({
	name: "showTape",
	method: "GET",
	path: "/hand-ins/:id/tape",
	...seen,
	summary: "The tape of a hand-in's first seed, in binary form; 404 if it was too large to keep",
	reply: bytes,
	gives: "application/octet-stream",
});
export const handInEvents = route({
	name: "handInEvents",
	method: "GET",
	path: "/hand-ins/:id/events",
	...seen,
	summary: "Live events of a hand-in's check; ends when it is checked",
	events: true,
	reply: z.string(),
	gives: "text/event-stream",
});

const judged = { who: ["teacher"] as const, reach: "class" as const };
const criterionParams = z.object({ id, criterion: z.string().max(80) });
export const judge = route({
	name: "judge",
	method: "PUT",
	path: "/hand-ins/:id/criteria/:criterion/judgement",
	...judged,
	summary: "Judge a criterion on its scale",
	params: criterionParams,
	body: z.object({ points: z.number().min(0) }),
	reply: points.extend({ open: z.number() }),
});
export const adjust = route({
	name: "adjust",
	method: "PUT",
	path: "/hand-ins/:id/criteria/:criterion/adjustment",
	...judged,
	summary: "Adjust a criterion's points, with a reason; kept when the hand-in is checked again",
	params: criterionParams,
	body: z.object({ points: z.number().min(0), reason: words }),
	reply: points.extend({ open: z.number() }),
});
export const undoAdjustment = route({
	name: "undoAdjustment",
	method: "DELETE",
	path: "/hand-ins/:id/criteria/:criterion/adjustment",
	...judged,
	summary: "Undo an adjustment",
	params: criterionParams,
	reply: points.extend({ open: z.number() }),
});
export const commentOn = route({
	name: "commentOn",
	method: "POST",
	path: "/hand-ins/:id/comments",
	...judged,
	summary:
		"Comment on the whole, a criterion, source lines or a figure; fields of a saved comment are filled in from the student's report",
	params: idParams,
	body: z.object({ place, words }),
	reply: comment,
	status: 201,
	repeatable: true,
});
export const removeComment = route({
	name: "removeComment",
	method: "DELETE",
	path: "/hand-ins/:id/comments/:comment",
	...judged,
	summary: "Delete a comment",
	params: z.object({ id, comment: id }),
});

export const keptComment = z.object({
	id,
	words: z.string(),
	slip: z.string().nullable().describe("The cause it is about"),
});
export const listKeptComments = route({
	name: "listKeptComments",
	method: "GET",
	path: "/kept-comments",
	who: ["teacher"],
	reach: "own",
	summary: "Saved comments, and the fields they can have",
	reply: z.object({ comments: z.array(keptComment), fields: z.record(z.string(), z.string()) }),
});
export const keepComment = route({
	name: "keepComment",
	method: "POST",
	path: "/kept-comments",
	who: ["teacher"],
	reach: "own",
	summary: "Save a comment for reuse",
	body: z.object({ words, slip: z.string().max(80).nullable().default(null) }),
	reply: keptComment,
	status: 201,
});
export const forgetComment = route({
	name: "forgetComment",
	method: "DELETE",
	path: "/kept-comments/:id",
	who: ["teacher"],
	reach: "own",
	summary: "Delete a saved comment",
	params: idParams,
});
