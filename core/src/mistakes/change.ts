import type { Edit, Span } from "../languages/sites.ts";

/** Specificity of a change, most specific first. Among mends with the same gain, the more specific one is the cause. */
export const SORTS = [
	"word",
	"word everywhere",
	"exchange",
	"sign or brackets",
	"term",
	"evidence",
	"moved",
	"out",
	"in",
	"other number",
] as const;
export type Sort = (typeof SORTS)[number];

/** Whether a change only writes another number. */
export const isNumber = (sort: Sort) => sort === "evidence" || sort === "other number";

/** A changed program: the edits, where to look, and what is written there before and after. */
export interface Change {
	readonly edits: readonly Edit[];
	readonly at: Span;
	/** More sites that change in the same way. */
	readonly also?: readonly Span[];
	readonly was: string;
	readonly now: string;
	readonly sort: Sort;
	/** Set where it counts only if all that is missed is met with it: it was tried without evidence. */
	readonly whole?: true;
	/** Likelihood ratio to other mends of its mistake, if there is evidence. */
	readonly likelier?: number;
}
