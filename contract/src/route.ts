import { z } from "zod";

/** Who may call a route. An administrator is also a teacher. {@link Reach} says which data they can access. */
export type Caller = "anyone" | "student" | "teacher" | "administrator";

/**
 * What a caller reaches by a route: `own`, what belongs to the caller alone; `class`, what belongs to a class that the
 * teacher has; `looking`, the same and also classes covered until a date; `site`, what all accounts named may reach.
 */
export type Reach = "own" | "class" | "looking" | "site";

export const nothing = z.undefined();

/** One call of the API: its method, path, request and response. */
export interface Route<
	P extends z.ZodType = z.ZodType,
	Q extends z.ZodType = z.ZodType,
	B extends z.ZodType = z.ZodType,
	R extends z.ZodType = z.ZodType,
> {
	readonly name: string;
	readonly method: "GET" | "POST" | "PUT" | "PATCH" | "DELETE";
	/** Below /api/v1; parameters as :name. */
	readonly path: string;
	readonly who: readonly Caller[];
	readonly reach: Reach;
	/** In one sentence, for the API's page. */
	readonly summary: string;
	readonly params: P;
	readonly query: Q;
	/** What is sent: JSON, unless {@link takes} names another type; then it is bytes. */
	readonly body: B;
	/** The media type of a body of bytes. */
	readonly takes?: string;
	/** What comes back when all goes well: JSON, unless {@link gives} names another type. */
	readonly reply: R;
	readonly gives?: string;
	readonly status: 200 | 201 | 202 | 204;
	/** Whether an edit must send its revision in If-Match. Responses for such resources carry an ETag. */
	readonly guarded: boolean;
	/** Whether a repeated call with the same Idempotency-Key gives the first one's reply. */
	readonly repeatable: boolean;
	/** Whether the reply never ends: server-sent events. */
	readonly events: boolean;
}

/** Where every path begins. */
export const API_BASE = "/api/v1";
/**
 * Header with the account that the page believes is signed in. If the cookie now belongs to another account, the call
 * is refused as signed out.
 */
export const ACCOUNT_HEADER = "markpen-account";

type Given<P, Q, B, R> = {
	readonly name: string;
	readonly method: Route["method"];
	readonly path: string;
	readonly who: readonly Caller[];
	readonly reach: Reach;
	readonly summary: string;
	readonly params?: P;
	readonly query?: Q;
	readonly body?: B;
	readonly takes?: string;
	readonly reply?: R;
	readonly gives?: string;
	readonly status?: Route["status"];
	readonly guarded?: true;
	readonly repeatable?: true;
	readonly events?: true;
};

/** Declares a route with its types. Without a response schema it answers 204. */
export function route<
	P extends z.ZodType = typeof nothing,
	Q extends z.ZodType = typeof nothing,
	B extends z.ZodType = typeof nothing,
	R extends z.ZodType = typeof nothing,
>(of: Given<P, Q, B, R>): Route<P, Q, B, R> {
	// A missing schema gets its type parameter's default, the type of `nothing`.
	return Object.freeze({
		params: nothing as unknown as P,
		query: nothing as unknown as Q,
		body: nothing as unknown as B,
		reply: nothing as unknown as R,
		guarded: false,
		repeatable: false,
		events: false,
		status: of.reply ? 200 : 204,
		...of,
	}) as Route<P, Q, B, R>;
}
