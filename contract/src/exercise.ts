import { z } from "zod";
import { id, idParams, instant, key, language, name, next, pageQuery, searched, source } from "./common.ts";
import { route } from "./route.ts";

export const sheet = z.object({
	width: z.int(),
	height: z.int(),
	origin: z.enum(["top left", "centre", "bottom left"]),
});
/** What programs of an exercise are run under, wherever they are run. */
export const conditions = z.object({
	sheet: sheet.extend({ paper: z.string().optional() }).nullable().describe("With its paper colour, if fixed"),
	seed: z.int(),
	frames: z.int().nullable().describe("Number of frames, if the exercise sets it"),
	steps: z.int().nullable().describe("Limit of steps, if the exercise sets it"),
	without: z.array(z.string()).readonly().describe("Statements that students can't use"),
	answers: z
		.array(z.string())
		.readonly()
		.optional()
		.describe("Answers for a program that asks questions, if the exercise sets them"),
});

/** What a student gets of an exercise. */
export const studentCopy = z.object({
	id: z.string(),
	title: z.string(),
	brief: z.string(),
	conditions,
	languages: z.array(language).readonly().describe("Allowed languages, the usual one first"),
	starter: z.string().nullable().describe("The starter program, in the first language"),
	starters: z.partialRecord(language, z.string()).describe("Starter programs in the other languages"),
	example: z
		.union([
			z.object({ show: z.literal("source"), program: z.string(), language }),
			z.object({ show: z.literal("picture") }),
		])
		.nullable(),
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

const file = z.string().min(1).max(300_000).describe("The exercise file, YAML");
export const publishedVersion = z.object({
	exerciseId: id,
	versionId: id,
	number: z.int(),
	key: z.string(),
	title: z.string(),
});

/** A program saved with a draft, with the points it should earn. */
export const trialProgram = z.object({ name, source, expects: z.number().nullable() });

export const exerciseRow = z.object({
	id,
	key,
	title: z.string(),
	owner: z.string().nullable(),
	mine: z.boolean(),
	shared: z.boolean(),
	library: z.boolean().describe("Whether it belongs to the library; copy it to change it"),
	teaches: z.array(z.string()),
	level: z.int().nullable().describe("From 1, for beginners, to 4"),
	minutes: z.int().nullable().describe("How long it takes, in minutes"),
	version: z.int().nullable().describe("The newest published version"),
	draft: z.boolean().describe("Whether it has unpublished changes"),
});
export const exercisePage = exerciseRow.extend({
	source: z.string().describe("The draft, or the newest version if nothing has changed since"),
	revision: z.int(),
	trialPrograms: z.array(trialProgram),
	versions: z.array(z.object({ id, number: z.int(), title: z.string(), publishedAt: instant })),
});

export const listExercises = route({
	name: "listExercises",
	method: "GET",
	path: "/exercises",
	who: ["teacher"],
	reach: "site",
	summary: "The caller's own and shared exercises",
	query: pageQuery.extend({
		mine: z.enum(["true", "false"]).default("false"),
		words: searched.describe("Only exercises with these words in the title, id or owner's name"),
		library: z.enum(["true", "false"]).optional().describe("Only library exercises, or none of them"),
		topic: searched.describe("Only exercises that teach this topic"),
		level: z.coerce.number().int().min(1).max(4).optional(),
		minutes: z.coerce.number().int().min(1).optional().describe("Only exercises that take at most this long"),
		sort: z.enum(["key", "title", "newest"]).default("key"),
	}),
	reply: z.object({
		exercises: z.array(exerciseRow),
		topics: z.array(z.string()).describe("The topics of all visible exercises"),
		next,
	}),
});
export const publishExercise = route({
	name: "publishExercise",
	method: "POST",
	path: "/exercises",
	who: ["teacher"],
	reach: "site",
	summary: "Publish an exercise file as a fixed version",
	body: z.object({ source: file }),
	reply: publishedVersion,
	status: 201,
});
export const draftExercise = route({
	name: "draftExercise",
	method: "POST",
	path: "/exercises/drafts",
	who: ["teacher"],
	reach: "site",
	summary: "Create an exercise; its file can have errors but must have an id",
	body: z.object({ key, source: file }),
	reply: exercisePage,
	status: 201,
	repeatable: true,
});
export const showExercise = route({
	name: "showExercise",
	method: "GET",
	path: "/exercises/:id",
	who: ["teacher"],
	reach: "site",
	summary: "An exercise: its draft, trial programs and versions",
	params: idParams,
	reply: exercisePage,
});
export const saveExercise = route({
	name: "saveExercise",
	method: "PUT",
	path: "/exercises/:id/draft",
	who: ["teacher"],
	reach: "own",
	summary:
		"Save the draft and trial programs of the caller's exercise; errors in the file are reported, and it is still saved",
	params: idParams,
	body: z.object({ source: file, trialPrograms: z.array(trialProgram).max(50).optional() }),
	reply: z.object({
		revision: z.int(),
		problems: z.array(z.object({ path: z.string(), line: z.int(), message: z.string() })),
	}),
	guarded: true,
});
export const publishDraft = route({
	name: "publishDraft",
	method: "POST",
	path: "/exercises/:id/versions",
	who: ["teacher"],
	reach: "own",
	summary: "Publish the draft as the next version",
	params: idParams,
	reply: publishedVersion,
	status: 201,
	guarded: true,
});
export const showVersion = route({
	name: "showVersion",
	method: "GET",
	path: "/exercises/:id/versions/:number",
	who: ["teacher"],
	reach: "site",
	summary: "A published version's file, as it was published",
	params: z.object({ id, number: z.coerce.number().int().positive() }),
	reply: z.string(),
	gives: "application/yaml",
});
export const showPicture = route({
	name: "showPicture",
	method: "GET",
	path: "/exercises/:id/picture.svg",
	who: ["teacher"],
	reach: "site",
	summary: "The model's drawing of an exercise's newest version, as SVG",
	params: idParams,
	reply: z.string(),
	gives: "image/svg+xml",
});
export const copyExercise = route({
	name: "copyExercise",
	method: "POST",
	path: "/exercises/:id/copies",
	who: ["teacher"],
	reach: "site",
	summary: "Copy an exercise under another id, to change it",
	params: idParams,
	body: z.object({ key, title: name.optional() }),
	reply: exercisePage,
	status: 201,
	repeatable: true,
});
export const shareExercise = route({
	name: "shareExercise",
	method: "PUT",
	path: "/exercises/:id/shared",
	who: ["teacher"],
	reach: "own",
	summary: "Share the caller's exercise with the site's teachers, or stop sharing it",
	params: idParams,
	body: z.object({ shared: z.boolean() }),
});
export const tryDraft = route({
	name: "tryDraft",
	method: "POST",
	path: "/exercises/:id/trials",
	who: ["teacher"],
	reach: "site",
	summary: "Test an exercise with its model, changed and rewritten models, and its trial programs; returns a job",
	params: idParams,
	reply: z.object({ jobId: id }),
	status: 202,
});
export const acrossClasses = route({
	name: "acrossClasses",
	method: "GET",
	path: "/exercises/:id/across",
	who: ["teacher"],
	reach: "looking",
	summary: "An exercise's results in all the teacher's classes: points, criteria and causes",
	params: idParams,
	reply: z.object({
		key,
		title: z.string(),
		classes: z.array(
			z.object({
				classId: id,
				className: z.string(),
				students: z.int(),
				handedIn: z.int(),
				earned: z.number(),
				possible: z.number(),
			}),
		),
		criteria: z.array(
			z.object({
				id: z.string(),
				asks: z.string().describe("Its sentence; its id if the newest version no longer has it"),
				met: z.int(),
				asked: z.int(),
			}),
		),
		slips: z.array(z.object({ id: z.string(), sentence: z.string().describe("One student's"), students: z.int() })),
	}),
});

export const collectionRow = z.object({
	id,
	key,
	title: z.string(),
	mine: z.boolean(),
	shared: z.boolean(),
	library: z.boolean(),
	exercises: z.array(key),
});
export const listCollections = route({
	name: "listCollections",
	method: "GET",
	path: "/collections",
	who: ["teacher"],
	reach: "site",
	summary: "The caller's own and shared collections",
	reply: z.object({ collections: z.array(collectionRow) }),
});
export const publishCollection = route({
	name: "publishCollection",
	method: "POST",
	path: "/collections",
	who: ["teacher"],
	reach: "site",
	summary: "Replace the collection with this id, or create it",
	body: z.object({
		source: z.string().min(1).max(100_000).describe("The collection file, YAML"),
		shared: z.boolean().default(false),
	}),
	reply: collectionRow.extend({ missing: z.array(key).describe("Exercises that aren't on this site") }),
	status: 201,
});
export const showCollection = route({
	name: "showCollection",
	method: "GET",
	path: "/collections/:id",
	who: ["teacher"],
	reach: "site",
	summary: "A collection's file",
	params: idParams,
	reply: z.string(),
	gives: "application/yaml",
});
