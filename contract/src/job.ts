import { z } from "zod";
import { id, idParams, instant, key, person, words } from "./common.ts";
import { route } from "./route.ts";

/** Long work: how far it is. */
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
	summary: "Long work that one began: how far it is, and what came of it",
	reply: job,
});
export const jobEvents = route({
	name: "jobEvents",
	method: "GET",
	path: "/jobs/:id/events",
	...own,
	summary: "How long work goes, as it happens; ends when it is done",
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
	summary: "Look for pairs of hand-ins that are much closer than usual; gives a job",
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
	summary: "Pairs that were found, the closest first",
	params: idParams,
	reply: z.object({
		pairs: z.array(alikePair),
		lookedAt: instant.nullable().describe("When they were last looked for; null where they never were"),
	}),
});
export const dismissAlike = route({
	name: "dismissAlike",
	method: "PUT",
	path: "/assignments/:id/alike/:one/:other",
	who: ["teacher"],
	reach: "class",
	summary: "Dismiss a pair with a reason, or take that back",
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
		z.object({ criterion: z.string(), before: z.number().nullable(), after: z.number().nullable(), says: z.string() }),
	),
	decide: z
		.array(
			z.object({
				criterion: z.string(),
				adjusted: z.number(),
				before: z.number().nullable(),
				after: z.number().nullable(),
			}),
		)
		.describe("Adjustments whose ground has changed"),
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
		"Check every hand-in again on another version of the exercise, or by today's core, without changing anything; gives a job",
	params: idParams,
	body: z.object({
		exercise: key.optional(),
		version: z.int().positive().optional().describe("The newest unless said"),
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
	summary: "Whose points would move, by how much and why, and which adjustments need a decision",
	params: idParams,
	reply: rehearsal,
});
export const carryOut = route({
	name: "carryOut",
	method: "POST",
	path: "/rehearsals/:id/carry-out",
	who: ["teacher"],
	reach: "own",
	summary: "Let what a rehearsal found hold; adjustments are kept, but for those that it is told to drop",
	params: idParams,
	body: z.object({ drop: z.array(z.object({ handInId: id, criterion: z.string() })).default([]) }),
	reply: z.object({ reports: z.int(), dropped: z.int() }),
});
