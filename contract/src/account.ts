import { z } from "zod";
import { id, idParams, instant, name, next, pageQuery, searched } from "./common.ts";
import { route } from "./route.ts";

export const teacher = z.object({
	id,
	name: z.string(),
	signInName: z.string(),
	administrator: z.boolean(),
	madeAt: instant,
});

export const listTeachers = route({
	name: "listTeachers",
	method: "GET",
	path: "/teachers",
	who: ["teacher"],
	reach: "site",
	summary: "The site's teachers",
	query: pageQuery.extend({
		words: searched.describe("Only teachers with these letters in the name or sign-in name"),
		sort: z.enum(["name", "newest"]).default("name"),
	}),
	reply: z.object({ teachers: z.array(teacher), next }),
});
export const addTeacher = route({
	name: "addTeacher",
	method: "POST",
	path: "/teachers",
	who: ["administrator"],
	reach: "site",
	summary: "Add a teacher; the one-time passphrase is shown only once",
	body: z.object({ name, signInName: name.max(80), administrator: z.boolean().default(false) }),
	reply: teacher.extend({ passphrase: z.string() }),
	status: 201,
});
export const changeTeacher = route({
	name: "changeTeacher",
	method: "PATCH",
	path: "/teachers/:id",
	who: ["administrator"],
	reach: "site",
	summary: "Change a teacher's name, or whether they are an administrator",
	params: idParams,
	body: z.object({ name: name.optional(), administrator: z.boolean().optional() }),
	reply: teacher,
});
export const resetPassphrase = route({
	name: "resetPassphrase",
	method: "POST",
	path: "/teachers/:id/passphrase",
	who: ["administrator"],
	reach: "site",
	summary: "Give a teacher a one-time passphrase; ends the old one and all sessions and tokens",
	params: idParams,
	reply: z.object({ passphrase: z.string() }),
	status: 201,
});
export const closeTeacher = route({
	name: "closeTeacher",
	method: "DELETE",
	path: "/teachers/:id",
	who: ["administrator"],
	reach: "site",
	summary: "Close a teacher's account; their work is kept",
	params: idParams,
});
export const auditRow = z.object({
	number: z.int(),
	at: instant,
	who: id.nullable(),
	what: z.string(),
	subject: id.nullable(),
	field: z.string().nullable(),
	old: z.string().nullable(),
	new: z.string().nullable(),
});
export const listAudit = route({
	name: "listAudit",
	method: "GET",
	path: "/audit",
	who: ["administrator"],
	reach: "site",
	summary: "The change log: what was changed, by whom and when",
	query: pageQuery.extend({
		subject: id.optional(),
		who: id.optional(),
		what: z.string().max(60).optional(),
		sort: z.enum(["newest", "oldest"]).default("newest"),
	}),
	reply: z.object({ rows: z.array(auditRow), next }),
});
