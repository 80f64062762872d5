import { z } from "zod";
import { bytes, id, idParams, instant, key, language, name, points, source } from "./common.ts";
import { studentCopy } from "./exercise.ts";
import { report } from "./report.ts";
import { route } from "./route.ts";

/** A student's words to questions, by the criterion's id, with the moment. */
export const answers = z.record(
	z.string().max(80),
	z.object({ words: z.string().max(2_000), when: z.enum(["before running", "after running"]) }),
);

export const draft = z.object({
	source,
	language,
	revision: z.int(),
	device: z.string(),
	savedAt: instant,
	runs: z.int(),
	answers,
});

/** One exercise of an assignment as its student sees it. */
export const work = z.object({
	assignmentId: id,
	className: z.string(),
	unit: z.string().nullable().describe("The collection that it was set with"),
	doneWhen: z.number().describe("The share of its points from which it counts as managed"),
	exercise: studentCopy,
	opensAt: instant,
	dueAt: instant,
	closesAt: instant,
	late: z.enum(["marked", "reduced", "refused"]),
	triesLeft: z.int().nullable(),
	excused: z.boolean(),
	released: z.boolean(),
	handIns: z.array(
		z.object({
			id,
			tryNumber: z.int(),
			handedInAt: instant,
			late: z.boolean(),
			points: points.nullable(),
			open: z.number(),
			counts: z.boolean(),
		}),
	),
	draft: draft.nullable(),
	hinted: z.record(z.string(), z.int()).describe("How many hints of each criterion were asked for"),
	lastSource: z.string().nullable(),
	lastLanguage: language.nullable().describe("What the last try was written in"),
	continues: z
		.object({ id, title: z.string(), source: z.string(), language, handedInAt: instant })
		.nullable()
		.describe("One's own last hand-in of the exercise that this one goes on from; the desk begins with it"),
	model: z.object({ picture: z.string().describe("As SVG"), source: z.string().nullable(), language }).nullable(),
});
export type Work = z.infer<typeof work>;

const who = ["student"] as const;
const workParams = z.object({ id, exercise: key });

export const listWork = route({
	name: "listWork",
	method: "GET",
	path: "/my-work",
	who,
	reach: "own",
	summary: "What the student has to do and has done",
	reply: z.object({ work: z.array(work) }),
});
export const showWork = route({
	name: "showWork",
	method: "GET",
	path: "/my-work/:id/:exercise",
	who,
	reach: "own",
	summary: "One exercise of an assignment as its student sees it",
	params: workParams,
	reply: work,
});
export const showExample = route({
	name: "showExample",
	method: "GET",
	path: "/my-work/:id/:exercise/example.png",
	who,
	reach: "own",
	summary: "What the exercise's example draws, as PNG; its source shows only where the exercise says so",
	params: workParams,
	reply: bytes,
	gives: "image/png",
});
export const saveDraft = route({
	name: "saveDraft",
	method: "PUT",
	path: "/my-work/:id/:exercise/draft",
	who,
	reach: "own",
	summary: "Keep the program in the making; If-Match tells which revision was read, 0 for none",
	params: workParams,
	body: z.object({
		source,
		language: language.optional().describe("What it is written in; the exercise's first language by default"),
		device: z.string().max(60).default(""),
		answers: answers.default({}),
	}),
	reply: draft,
	guarded: true,
});
export const noteRun = route({
	name: "noteRun",
	method: "POST",
	path: "/my-work/:id/:exercise/runs",
	who,
	reach: "own",
	summary:
		"Tell that the program was run: how far it got, which criteria it met, how long the student worked since the last run",
	params: workParams,
	body: z.object({
		state: z.string().max(40),
		met: z.array(z.string().max(80)).max(200),
		milliseconds: z.int().min(0).max(3_600_000),
	}),
	reply: z.object({ runs: z.int() }),
});
export const selfCheck = route({
	name: "selfCheck",
	method: "POST",
	path: "/my-work/:id/:exercise/self-checks",
	who,
	reach: "own",
	summary: "Ask how a program would do, with a hand-in's limits, using up no try",
	params: workParams,
	body: z.object({
		source,
		language: language.optional().describe("What it is written in; the exercise's first language by default"),
		answers: answers.default({}),
	}),
	reply: z.object({ id }),
	status: 202,
});
export const showSelfCheck = route({
	name: "showSelfCheck",
	method: "GET",
	path: "/self-checks/:id",
	who,
	reach: "own",
	summary: "What a self-check found; null until it is done",
	params: idParams,
	reply: z.object({ report: report.nullable() }),
});
export const nextHint = route({
	name: "nextHint",
	method: "GET",
	path: "/my-work/:id/:exercise/hints/:criterion/:number",
	who,
	reach: "own",
	summary: "A hint of a criterion: the first once the program was run, each further one after a run in between",
	params: workParams.extend({ criterion: z.string().max(80), number: z.coerce.number().int().min(1).max(20) }),
	reply: z.object({ hint: z.string(), more: z.boolean() }),
});

export const freeDrawing = z.object({ id, name: z.string(), source, revision: z.int(), savedAt: instant });
export const listFreeDrawings = route({
	name: "listFreeDrawings",
	method: "GET",
	path: "/free-drawings",
	who,
	reach: "own",
	summary: "One's own programs without exercise",
	reply: z.object({ drawings: z.array(freeDrawing) }),
});
export const saveFreeDrawing = route({
	name: "saveFreeDrawing",
	method: "PUT",
	path: "/free-drawings/:name",
	who,
	reach: "own",
	summary: "Keep a program without exercise under a name; If-Match tells which revision was read, 0 for none",
	params: z.object({ name }),
	body: z.object({ source }),
	reply: freeDrawing,
	guarded: true,
});
export const removeFreeDrawing = route({
	name: "removeFreeDrawing",
	method: "DELETE",
	path: "/free-drawings/:name",
	who,
	reach: "own",
	summary: "Remove a program without exercise",
	params: z.object({ name }),
});
