import { z } from "zod";
import { id, nothing } from "./common.ts";
import { route } from "./route.ts";

export const account = z.object({ id, name: z.string(), role: z.enum(["teacher", "student"]) });
export type Account = z.infer<typeof account>;

export const signInBody = z.object({
	classCode: z.string().trim().max(40).optional().describe("Of a student's class; teachers leave it out"),
	signInName: z.string().trim().min(1).max(80),
	passphrase: z.string().min(1).max(200),
});

export const signIn = route({
	name: "signIn",
	method: "POST",
	path: "/session",
	who: ["anyone"],
	summary: "Sign in; sets the session cookie",
	params: nothing,
	body: signInBody,
	reply: account,
	status: 200,
});
export const whoAmI = route({
	name: "whoAmI",
	method: "GET",
	path: "/session",
	who: ["student", "teacher"],
	summary: "The account that is signed in",
	params: nothing,
	body: nothing,
	reply: account,
	status: 200,
});
export const signOut = route({
	name: "signOut",
	method: "DELETE",
	path: "/session",
	who: ["student", "teacher"],
	summary: "Sign out; the session ends",
	params: nothing,
	body: nothing,
	reply: nothing,
	status: 204,
});
