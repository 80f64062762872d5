import type { z } from "zod";

/** Who may call a route. What each of them then reaches is decided with the noun. */
export type Caller = "anyone" | "student" | "teacher";

/** One call of the API: its method, path, what it takes and gives. */
export interface Route<P extends z.ZodType = z.ZodType, B extends z.ZodType = z.ZodType, R extends z.ZodType = z.ZodType> {
	readonly name: string;
	readonly method: "GET" | "POST" | "DELETE";
	/** Below /api/v1; parameters as :name. */
	readonly path: string;
	readonly who: readonly Caller[];
	/** In one sentence, for the API's page. */
	readonly summary: string;
	readonly params: P;
	readonly body: B;
	/** What comes back when all goes well. */
	readonly reply: R;
	readonly status: 200 | 201 | 204;
}

/** Where every path begins. */
export const API_BASE = "/api/v1";

/** Declares a route, keeping its types. */
export function route<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(of: Route<P, B, R>): Route<P, B, R> {
	return Object.freeze(of);
}
