import { z } from "zod";
import { id, instant } from "./common.ts";
import { LEAST_CHARACTERS, weakness } from "./passphrase.ts";
import { route } from "./route.ts";

export const account = z.object({
	id,
	name: z.string(),
	role: z.enum(["teacher", "student"]),
	administrator: z.boolean(),
	once: z.boolean().describe("The passphrase was a one-time passphrase and must be changed"),
});
export type Account = z.infer<typeof account>;

export const passphrase = z
	.string()
	.max(200)
	.superRefine((text, context) => {
		const message = weakness(text);
		if (message !== undefined) context.addIssue({ code: "custom", message });
	})
	.meta({ minLength: LEAST_CHARACTERS });

export const signInBody = z.object({
	classCode: z.string().trim().max(40).optional().describe("The class code, for students; teachers leave it out"),
	signInName: z.string().trim().min(1).max(80),
	passphrase: z.string().min(1).max(200),
});

export const signIn = route({
	name: "signIn",
	method: "POST",
	path: "/session",
	who: ["anyone"],
	reach: "own",
	summary: "Sign in; sets the session cookie",
	body: signInBody,
	reply: account,
});
export const whoAmI = route({
	name: "whoAmI",
	method: "GET",
	path: "/session",
	who: ["student", "teacher"],
	reach: "own",
	summary: "The account that is signed in",
	reply: account,
});
export const signOut = route({
	name: "signOut",
	method: "DELETE",
	path: "/session",
	who: ["student", "teacher"],
	reach: "own",
	summary: "Sign out; the session ends",
});
export const changePassphrase = route({
	name: "changePassphrase",
	method: "PUT",
	path: "/session/passphrase",
	who: ["teacher"],
	reach: "own",
	summary: "Change the caller's passphrase; ends all other sessions",
	body: z.object({ now: z.string().min(1).max(200), next: passphrase }),
});

export const token = z.object({
	id,
	name: z.string(),
	scope: z.enum(["read", "write"]),
	madeAt: instant,
	endsAt: instant,
	usedAt: instant.nullable(),
});

export const makeToken = route({
	name: "makeToken",
	method: "POST",
	path: "/tokens",
	who: ["anyone"],
	reach: "own",
	summary: "Make a bearer token for a command line, with name and passphrase; it is shown only once",
	body: signInBody.extend({
		name: z.string().trim().min(1).max(80),
		scope: z.enum(["read", "write"]).default("write"),
		days: z.int().min(1).max(366).default(90),
	}),
	reply: token.extend({ token: z.string(), account }),
	status: 201,
});
export const listTokens = route({
	name: "listTokens",
	method: "GET",
	path: "/tokens",
	who: ["student", "teacher"],
	reach: "own",
	summary: "The caller's valid tokens",
	reply: z.object({ tokens: z.array(token) }),
});
export const revokeToken = route({
	name: "revokeToken",
	method: "DELETE",
	path: "/tokens/:id",
	who: ["student", "teacher"],
	reach: "own",
	summary: "Revoke one of the caller's tokens",
	params: z.object({ id }),
});
