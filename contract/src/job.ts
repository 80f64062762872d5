import { z } from "zod";
import { id, idParams, instant, key, person, words } from "./common.ts";
import { route } from "./route.ts";

/** The progress of a job. */
export const job = z.object({
	id,
	kind: z.enum(["alike", "rehearsal", "again", "trial"]),
	state: z.enum(["waiting", "running", "done", "failed"]),
	done: z.int(),
	total: z.int(),
	madeAt: instant,
	endedAt: instant.nullable(),
	result: z.unknown(),
});
export type Job = z.infer<typeof job>;

const own = { who: ["teacher"] as const, reach: "own" as const, params: idParams };
export const showJob = route({
	name: "showJob",
	method: "GET",
	path: "/jobs/:id",
	...own,
	summary: "A job: its progress and its result",
	reply: job,
});
export const jobEvents = route({
	name: "jobEvents",
	method: "GET",
	path: "/jobs/:id/events",
	...own,
	summary: "Live events of a job; ends when it is done",
	events: true,
	reply: z.string(),
	gives: "text/event-stream",
});

export const alikePair = z.object({
	one: z.object({ handInId: id, student: person }),
	other: z.object({ handInId: id, student: person }),
	likeness: z.number(),
	drawing: z.number(),
	source: z.number(),
	dismissed: z.boolean(),
	reason: z.string().nullable(),
});
export const findAlike = route({
	name: "findAlike",
	method: "POST",
	path: "/assignments/:id/alike",
	who: ["teacher"],
	reach: "looking",
	summary: "Look for unusually similar pairs of hand-ins; returns a job",
	params: idParams,
	body: z.object({ exercise: key.optional() }),
	reply: z.object({ jobId: id }),
	status: 202,
});
export const listAlike = route({
	name: "listAlike",
	method: "GET",
	path: "/assignments/:id/alike",
	who: ["teacher"],
	reach: "looking",
	summary: "The similar pairs found, most similar first",
	params: idParams,
	reply: z.object({
		pairs: z.array(alikePair),
		lookedAt: instant.nullable().describe("When they were last looked for; null if never"),
	}),
});
export const dismissAlike = route({
	name: "dismissAlike",
	method: "PUT",
	path: "/assignments/:id/alike/:one/:other",
	who: ["teacher"],
	reach: "class",
	summary: "Dismiss a pair with a reason, or restore it",
	params: z.object({ id, one: id, other: id }),
	body: z.object({ dismissed: z.boolean(), reason: words.max(400).nullable().default(null) }),
});

/** What a rehearsal found for one hand-in. */
export const moved = z.object({
	handInId: id,
	student: person,
	tryNumber: z.int(),
	before: z.number().nullable(),
	after: z.number(),
	why: z.array(
		z.object({
			criterion: z.string(),
			asks: z.string().describe("The criterion in a sentence"),
			before: z.number().nullable(),
			after: z.number().nullable(),
			says: z.string(),
		}),
	),
	decide: z
		.array(
			z.object({
				criterion: z.string(),
				asks: z.string().describe("The criterion in a sentence"),
				adjusted: z.number(),
				before: z.number().nullable(),
				after: z.number().nullable(),
			}),
		)
		.describe("Adjustments whose criterion has changed"),
});
export const rehearsal = z.object({
	id,
	exercise: key,
	fromVersion: z.int(),
	toVersion: z.int(),
	coreVersion: z.string(),
	state: job.shape.state,
	checked: z.int(),
	unmoved: z.int(),
	moved: z.array(moved),
	carriedOut: z.boolean(),
});
export const rehearse = route({
	name: "rehearse",
	method: "POST",
	path: "/assignments/:id/rehearsals",
	who: ["teacher"],
	reach: "class",
	summary:
		"Check every hand-in again with another version of the exercise or of the core, without changing anything; returns a job",
	params: idParams,
	body: z.object({
		exercise: key.optional(),
		version: z.int().positive().optional().describe("Default: the newest"),
	}),
	reply: z.object({ jobId: id }),
	status: 202,
});
export const showRehearsal = route({
	name: "showRehearsal",
	method: "GET",
	path: "/rehearsals/:id",
	who: ["teacher"],
	reach: "own",
	summary: "Whose points would change, by how much and why, and which adjustments need a decision",
	params: idParams,
	reply: rehearsal,
});
export const carryOut = route({
	name: "carryOut",
	method: "POST",
	path: "/rehearsals/:id/carry-out",
	who: ["teacher"],
	reach: "own",
	summary: "Apply the points of a rehearsal; adjustments are kept, except those listed to drop",
	params: idParams,
	body: z.object({ drop: z.array(z.object({ handInId: id, criterion: z.string() })).default([]) }),
	reply: z.object({ reports: z.int(), dropped: z.int() }),
});
