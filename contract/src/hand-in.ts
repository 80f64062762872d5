import { z } from "zod";
import { id, idParams, instant, nothing, points } from "./common.ts";
import { report } from "./report.ts";
import { route } from "./route.ts";

/** The most a source may have, in bytes of UTF-8. */
export const SOURCE_BYTES = 256 * 1024;

export const handInPage = z.object({
	id,
	assignmentId: id,
	classId: id,
	className: z.string(),
	title: z.string(),
	student: z.object({ id, name: z.string() }),
	tryNumber: z.int(),
	tries: z.array(z.object({ id, tryNumber: z.int(), points: points.nullable() })),
	handedInAt: instant,
	source: z.string(),
	report: report.nullable().describe("null until the hand-in is checked"),
	before: id.nullable().describe("The hand-in of the student before in the class's order"),
	after: id.nullable(),
});
export type HandInPage = z.infer<typeof handInPage>;

export const handedIn = z.object({ id, tryNumber: z.int(), handedInAt: instant });

export const handIn = route({
	name: "handIn",
	method: "POST",
	path: "/assignments/:id/hand-ins",
	who: ["student"],
	summary: "Hand in a program; an Idempotency-Key header makes a repeated call the same hand-in",
	params: idParams,
	body: z.object({ source: z.string() }),
	reply: handedIn,
	status: 201,
});

export const showHandIn = route({
	name: "showHandIn",
	method: "GET",
	path: "/hand-ins/:id",
	who: ["student", "teacher"],
	summary: "One hand-in with its report",
	params: idParams,
	body: nothing,
	reply: handInPage,
	status: 200,
});
export const showDrawing = route({
	name: "showDrawing",
	method: "GET",
	path: "/hand-ins/:id/drawing.svg",
	who: ["student", "teacher"],
	summary: "The drawing of a hand-in as SVG",
	params: idParams,
	body: nothing,
	reply: z.string(),
	status: 200,
});
