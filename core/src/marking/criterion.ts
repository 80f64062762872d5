import { z } from "zod";
import { figureName, selector } from "./selector.ts";

export const criterionId = figureName;

/** A wanted figure's name, or a selector in its place. */
export const figureRef = z.union([figureName, selector]);
export type FigureRef = z.infer<typeof figureRef>;

/** What a criterion refers to. */
export const target = z.union([z.string(), z.array(figureName).min(1), selector]);

/** How far off is met, in the unit of what is asked; `1 step` where things move. */
export const within = z.union([
	z.number().nonnegative(),
	z.literal("1 step"),
	z.strictObject({ full: z.number().nonnegative(), none: z.number().nonnegative() }),
]);

/** When the drawing is looked at. */
export const moment = z.union([
	z.enum(["end", "first frame", "every frame"]),
	z.strictObject({ frame: z.int().nonnegative() }),
	z.strictObject({ after: figureName }),
]);
export type Moment = z.infer<typeof moment>;

/** What every criterion may carry, whatever it checks; a group carries it too. */
export const common = z.strictObject({
	id: criterionId,
	points: z.number().nonnegative().max(1000).multipleOf(0.25).default(0),
	of: target.optional(),
	for: z.enum(["each", "any", "together", "each pair", "neighbours"]).optional(),
	within: within.optional(),
	when: moment.optional(),
	credit: z.enum(["all or nothing", "by share", "by distance"]).optional(),
	bonus: z.boolean().optional(),
	needs: z.array(criterionId).min(1).optional(),
	part: z.string().optional(),
	says: z.string().optional(),
	hint: z.union([z.string(), z.array(z.string()).min(1).max(5)]).optional(),
	show: z.enum(["before", "after", "never"]).optional(),
});
export type Common = Omit<z.infer<typeof common>, "when"> & {
	/** Questions to the student belong to a moment of the work, not of the drawing. */
	readonly when?: Moment | "before running" | "after running" | undefined;
};

/** Values that sentences are made of. */
export type Data = Readonly<Record<string, string | number | boolean | readonly (string | number)[]>>;

/** Nothing beside the code. */
export type NoData = Readonly<Record<never, never>>;

/** What the findings of a check tell, by their codes; `words/findings.ts` has a sentence for each. */
export type FindingMap = Readonly<Record<string, Data>>;

/** One thing that was asked of one figure, or of the sheet, of those in a map of findings. */
export type FindingOf<F> = {
	[C in keyof F & string]: FindingBase & {
		/** Which sentence tells it. */
		readonly code: C;
		/** What the sentence needs. */
		readonly data: F[C];
	};
}[keyof F & string];

/** Any finding, whatever check it comes from. */
export type Finding = FindingOf<FindingMap>;

/** What every finding has, whatever it tells. */
export interface FindingBase {
	/** Index of the figure it is about. */
	readonly figure?: number;
	readonly met: boolean;
	/** How far off, in the unit of the criterion's tolerance; for credit by distance. */
	readonly off?: number;
	/** How far off is still met. */
	readonly full?: number;
	/** Source lines that it rests on, where no figure tells them. */
	readonly lines?: readonly number[];
}

/** Makes findings of a map, where code and data are given apart. */
export function findingMaker<F>() {
	// The compiler doesn't see that code and data go together once they are generic.
	return <C extends keyof F & string>(base: FindingBase, code: C, data: F[C]) =>
		({ ...base, code, data }) as unknown as FindingOf<F>;
}

/** Findings that come from no check alone: criteria in other runs, criteria of a group, a missing figure. */
export type SharedFindings = {
	held: { id: string; how: string };
	group: { id: string };
	"figure-missing": NoData;
};

/** What a check found out. */
export interface Judgement<F extends Finding = Finding> {
	readonly findings: readonly F[];
	/** Part of what was asked that is met, 0 to 1. */
	readonly share: number;
	/** Figures it rests on, the good ones too. */
	readonly figures: readonly number[];
	/** How many figures are wanted, where some may be missing. */
	readonly wanted?: number;
	/** Set where the check can't be made: what it needs isn't there. */
	readonly missing?: boolean;
	/** The names of what isn't there at all, where that is why the check can't be made. */
	readonly gone?: readonly { readonly name: string; readonly one: boolean }[];
	/** What else isn't there: statements, a drawing, or calls of a routine. */
	readonly lacks?: "statements" | "drawing" | { readonly calls: string };
	/** Of several frames: how many missed it, how many were looked at, and how many the program ran. */
	readonly frames?: { readonly missed: number; readonly looked: number; readonly ran: number };
	/** Set where it waits: for a person, for words that weren't given yet, or for a program that can be read. */
	readonly waits?: "teacher" | "answer" | "held" | "reading";
	/** Whether it is of one figure, the one that comes nearest, where several could have met it. */
	readonly nearest?: boolean;
	/** Points that a person gave, instead of credit. */
	readonly given?: number;
	/** The seed and the frame in which it came out worst, where several were looked at. */
	readonly seed?: number;
	readonly frame?: number;
}
