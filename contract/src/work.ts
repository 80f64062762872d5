import { z } from "zod";
import { bytes, id, idParams, instant, key, language, name, points, source } from "./common.ts";
import { studentCopy } from "./exercise.ts";
import { report } from "./report.ts";
import { route } from "./route.ts";

/** A student's answers to questions, by criterion id, with the time. */
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

/** One exercise of an assignment, as the student sees it. */
export const work = z.object({
	assignmentId: id,
	className: z.string(),
	unit: z.string().nullable().describe("The collection it belongs to"),
	doneWhen: z.number().describe("The share of points at which it counts as done"),
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
	hinted: z.record(z.string(), z.int()).describe("Number of hints requested for each criterion"),
	lastSource: z.string().nullable(),
	lastLanguage: language.nullable().describe("The language of the last try"),
	continues: z
		.object({ id, title: z.string(), source: z.string(), language, handedInAt: instant })
		.nullable()
		.describe("The student's last hand-in of the exercise that this one continues; the desk starts with it"),
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
	summary: "The student's work",
	reply: z.object({ work: z.array(work) }),
});
export const showWork = route({
	name: "showWork",
	method: "GET",
	path: "/my-work/:id/:exercise",
	who,
	reach: "own",
	summary: "One exercise of an assignment, as the student sees it",
	params: workParams,
	reply: work,
});
export const showExample = route({
	name: "showExample",
	method: "GET",
	path: "/my-work/:id/:exercise/example.png",
	who,
	reach: "own",
	summary: "The example's drawing, as PNG; its source shows only if the exercise allows it",
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
	summary: "Save the draft; If-Match has the revision that was read, 0 for none",
	params: workParams,
	body: z.object({
		source,
		language: language.optional().describe("The program's language; default: the exercise's first"),
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
	summary: "Report a run: its state, the criteria it met and the time since the last run",
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
	summary: "Check a program with a hand-in's limits, without using a try",
	params: workParams,
	body: z.object({
		source,
		language: language.optional().describe("The program's language; default: the exercise's first"),
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
	summary: "The result of a self-check; null until it is done",
	params: idParams,
	reply: z.object({ report: report.nullable() }),
});
export const nextHint = route({
	name: "nextHint",
	method: "GET",
	path: "/my-work/:id/:exercise/hints/:criterion/:number",
	who,
	reach: "own",
	summary: "The next hint for a criterion: the first after a run, each further one after another run",
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
	summary: "The student's free drawings",
	reply: z.object({ drawings: z.array(freeDrawing) }),
});
export const saveFreeDrawing = route({
	name: "saveFreeDrawing",
	method: "PUT",
	path: "/free-drawings/:name",
	who,
	reach: "own",
	summary: "Save a free drawing under a name; If-Match has the revision that was read, 0 for none",
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
	summary: "Delete a free drawing",
	params: z.object({ name }),
});
