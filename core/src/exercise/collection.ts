import { z } from "zod";
import { criterionId } from "../marking/criterion.ts";

/** The first line of every collection file. */
export const COLLECTION_FORMAT = "markpen/collection@1";

/** Exercises for a unit of work, in order. */
export const collectionFile = z.strictObject({
	format: z.literal(COLLECTION_FORMAT),
	id: criterionId,
	title: z.string().trim().min(1).max(120),
	brief: z.string().trim().min(1).max(20_000).optional(),
	exercises: z
		.array(criterionId)
		.min(1)
		.max(100)
		.refine((ids) => new Set(ids).size === ids.length, { error: "each exercise is named once" }),
	"done when": z.strictObject({ "share of points": z.number().gt(0).max(1) }).default({ "share of points": 0.8 }),
});
export type CollectionFile = z.infer<typeof collectionFile>;
