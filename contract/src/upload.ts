import { z } from "zod";
import { bytes, id, idParams, key } from "./common.ts";
import { route } from "./route.ts";

/** A file of an upload: whose it seems to be, and what will be done with it. */
export const uploadRow = z.object({
	file: z.string(),
	studentId: id.nullable(),
	exercise: key.nullable(),
	does: z.enum(["hands in", "asks", "leaves out"]),
	says: z.string().describe("The reason, in one sentence"),
	candidates: z
		.array(z.object({ id, name: z.string() }))
		.describe("Students it could belong to, if the teacher must decide"),
});
export const upload = z.object({ id, rows: z.array(uploadRow) });

export const previewUpload = route({
	name: "previewUpload",
	method: "POST",
	path: "/assignments/:id/uploads",
	who: ["teacher"],
	reach: "looking",
	summary:
		"Send a zip of students' programs, named by file or folder; returns what would be done with each, and changes nothing",
	params: idParams,
	takes: "application/zip",
	body: bytes,
	reply: upload,
	status: 201,
});
export const carryOutUpload = route({
	name: "carryOutUpload",
	method: "POST",
	path: "/uploads/:id/hand-ins",
	who: ["teacher"],
	reach: "looking",
	summary: "Hand in the files of an upload, with the teacher's decisions",
	params: idParams,
	body: z.object({
		decided: z
			.record(z.string(), z.object({ studentId: id, exercise: key.optional() }).nullable())
			.default({})
			.describe("For each file: the student, or null to skip it"),
	}),
	reply: z.object({
		handIns: z.array(z.object({ file: z.string(), id, studentId: id, tryNumber: z.int() })),
		leftOut: z.array(z.string()),
	}),
	status: 201,
});
