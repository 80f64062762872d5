import { z } from "zod";
import { bytes, id, idParams, instant, name } from "./common.ts";
import { route } from "./route.ts";

/** A sign-in card, printed and handed over; the passphrase is shown this once. */
export const card = z.object({
	studentId: id,
	name: z.string(),
	className: z.string(),
	classCode: z.string(),
	signInName: z.string(),
	passphrase: z.string(),
});
export type Card = z.infer<typeof card>;

export const rosterRow = z.object({
	id,
	name: z.string(),
	signInName: z.string(),
	joinedAt: instant,
	leftAt: instant.nullable(),
	sourcedId: z.string().nullable(),
});

/** What an import does with one row of a file. */
export const importRow = z.object({
	row: z.int().describe("Its line in the file; the heading is line 1"),
	name: z.string(),
	does: z.enum(["adds", "updates", "joins", "comes back", "leaves it", "wrong"]),
	says: z.string().describe("What will be done, or what is wrong and how to correct it"),
});
export type ImportRow = z.infer<typeof importRow>;

const file = z.object({
	csv: z.string().max(1_000_000).describe("The file's text, with a heading for each column"),
});

export const showRoster = route({
	name: "showRoster",
	method: "GET",
	path: "/classes/:id/roster",
	who: ["teacher"],
	reach: "looking",
	summary: "A class's present and former students",
	params: idParams,
	reply: z.object({ students: z.array(rosterRow) }),
});
export const previewRoster = route({
	name: "previewRoster",
	method: "POST",
	path: "/classes/:id/roster/preview",
	who: ["teacher"],
	reach: "class",
	summary: "What importing a roster file would change, row by row; nothing is changed",
	params: idParams,
	body: file,
	reply: z.object({ columns: z.record(z.string(), z.string()), rows: z.array(importRow) }),
});
export const importRoster = route({
	name: "importRoster",
	method: "POST",
	path: "/classes/:id/roster",
	who: ["teacher"],
	reach: "class",
	summary: "Import a roster file: new students get a card, known ones are updated, wrong rows are skipped and reported",
	params: idParams,
	body: file,
	reply: z.object({ rows: z.array(importRow), cards: z.array(card) }),
});
export const addStudent = route({
	name: "addStudent",
	method: "POST",
	path: "/classes/:id/students",
	who: ["teacher"],
	reach: "class",
	summary: "Add a new student to a class, or one from another of the teacher's classes",
	params: idParams,
	body: z.union([z.object({ name, signInName: name.max(80).optional() }), z.object({ studentId: id })]),
	reply: z.object({ studentId: id, card: card.nullable() }),
	status: 201,
});
const studentParams = z.object({ id, student: id });
export const changeStudent = route({
	name: "changeStudent",
	method: "PATCH",
	path: "/classes/:id/students/:student",
	who: ["teacher"],
	reach: "class",
	summary: "Change a student's name or sign-in name",
	params: studentParams,
	body: z.object({ name: name.optional(), signInName: name.max(80).optional() }),
	reply: rosterRow,
});
export const moveStudent = route({
	name: "moveStudent",
	method: "POST",
	path: "/classes/:id/students/:student/move",
	who: ["teacher"],
	reach: "class",
	summary: "Move a student to another of the teacher's classes; all work is kept",
	params: studentParams,
	body: z.object({ to: id }),
	reply: rosterRow,
});
export const removeStudent = route({
	name: "removeStudent",
	method: "DELETE",
	path: "/classes/:id/students/:student",
	who: ["teacher"],
	reach: "class",
	summary: "Remove a student from a class; their work is kept",
	params: studentParams,
});
export const printCards = route({
	name: "printCards",
	method: "POST",
	path: "/classes/:id/cards",
	who: ["teacher"],
	reach: "class",
	summary: "Make new sign-in cards for some students, or all; their old cards stop",
	params: idParams,
	body: z.object({ students: z.array(id).max(500).optional() }),
	reply: z.object({ cards: z.array(card) }),
	status: 201,
});
const oneRosterBody = {
	who: ["administrator"] as const,
	reach: "site" as const,
	takes: "application/zip",
	body: bytes,
};
const oneRosterReply = z.object({
	classes: z.array(z.object({ name: z.string(), does: z.enum(["adds", "updates", "leaves it"]) })),
	rows: z.array(importRow),
});
export const previewOneRoster = route({
	name: "previewOneRoster",
	method: "POST",
	path: "/oneroster/preview",
	summary: "What importing OneRoster 1.2 CSV files would change; nothing is changed",
	...oneRosterBody,
	reply: oneRosterReply,
});
export const importOneRoster = route({
	name: "importOneRoster",
	method: "POST",
	path: "/oneroster",
	summary: "Import OneRoster 1.2 CSV files from one zip: classes, teachers, students and enrolments",
	...oneRosterBody,
	reply: oneRosterReply.extend({
		cards: z.array(card),
		teachers: z.array(z.object({ name: z.string(), signInName: z.string(), passphrase: z.string() })),
	}),
});
