import { z } from "zod";
import { selector } from "./selector.ts";

const name = z.string().regex(/^[a-z][a-z0-9-]*$/, { error: (issue) => `"${String(issue.input)}" can't be an id: use small letters, digits and hyphens, a letter first` });
export const criterionId = name;
export const figureName = name;

/** What a criterion speaks of. */
export const target = z.union([z.string(), z.array(figureName).min(1), selector]);

export const within = z.union([z.number().nonnegative(), z.strictObject({ full: z.number().nonnegative(), none: z.number().nonnegative() })]);

/** What every criterion may carry, whatever it checks. */
export const common = z.strictObject({
	id: criterionId,
	points: z.number().nonnegative().multipleOf(0.25),
	of: target.optional(),
	for: z.enum(["each", "any", "together"]).optional(),
	within: within.optional(),
	credit: z.enum(["all or nothing", "by share", "by distance"]).optional(),
	bonus: z.boolean().optional(),
	needs: z.array(criterionId).min(1).optional(),
	part: z.string().optional(),
	says: z.string().optional(),
	hint: z.string().optional(),
	show: z.enum(["before", "after", "never"]).optional(),
});
export type Common = z.infer<typeof common>;

/** Values that sentences are made of. */
export type Data = Readonly<Record<string, string | number | boolean | readonly (string | number)[]>>;

/** One thing that was asked of one figure, or of the sheet. */
export interface Finding {
	/** Index of the figure it is about. */
	readonly figure?: number;
	readonly met: boolean;
	/** How far off, in the unit of the criterion's tolerance; for credit by distance. */
	readonly off?: number;
	/** How far off is still met. */
	readonly full?: number;
	/** Which sentence tells it, and what it needs. */
	readonly code: string;
	readonly data: Data;
}

/** What a check found out. */
export interface Judgement {
	readonly findings: readonly Finding[];
	/** Part of what was asked that is met, 0 to 1. */
	readonly share: number;
	/** Figures it rests on, the good ones too. */
	readonly figures: readonly number[];
	/** How many figures are wanted, where some may be missing. */
	readonly wanted?: number;
	/** Set where the check can't be made: what it needs isn't there. */
	readonly missing?: boolean;
}
