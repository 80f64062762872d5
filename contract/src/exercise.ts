import { z } from "zod";
import { id, nothing } from "./common.ts";
import { route } from "./route.ts";

export const sheet = z.object({ width: z.int(), height: z.int(), origin: z.enum(["top left", "centre", "bottom left"]) });

/** What a student gets of an exercise. */
export const studentCopy = z.object({
	id: z.string(),
	title: z.string(),
	brief: z.string(),
	sheet: sheet.extend({ paper: z.string().optional() }).nullable(),
	starter: z.string().nullable(),
	example: z.union([z.object({ show: z.literal("source"), program: z.string() }), z.object({ show: z.literal("picture") })]).nullable(),
	without: z.array(z.string()),
	frames: z.int().nullable(),
	criteria: z.array(
		z.object({
			id: z.string(),
			part: z.string().nullable(),
			sentence: z.string(),
			points: z.number(),
			bonus: z.boolean(),
			hint: z.string().nullable(),
			ask: z.object({ question: z.string(), when: z.enum(["before running", "after running"]) }).nullable(),
		}),
	),
});

export const publishedVersion = z.object({ exerciseId: id, versionId: id, number: z.int(), key: z.string(), title: z.string() });

export const publishExercise = route({
	name: "publishExercise",
	method: "POST",
	path: "/exercises",
	who: ["teacher"],
	summary: "Publish an exercise file as a version that never changes",
	params: nothing,
	body: z.object({ source: z.string().min(1).max(300_000).describe("The exercise file, YAML") }),
	reply: publishedVersion,
	status: 201,
});
