import { z } from "zod";
import { CHECKS } from "../marking/checks/index.ts";
import { common, criterionId, figureName } from "../marking/criterion.ts";
import { selector } from "../marking/selector.ts";

/** The first line of every exercise file. */
export const EXERCISE_FORMAT = "markpen/exercise@1";

const variants = CHECKS.map((check) => common.extend({ check: z.literal(check.name), ...check.options }));

/** A criterion: what all carry, and the options of its check. */
export const criterion = z.discriminatedUnion("check", variants as [(typeof variants)[number], ...typeof variants]);

const wholeSize = z.int().min(1).max(4096);

/** The whole file. */
export const exerciseFile = z
	.strictObject({
		format: z.literal(EXERCISE_FORMAT),
		id: criterionId,
		title: z.string().trim().min(1).max(120),
		brief: z.string().trim().min(1).max(20_000),
		language: z.literal("nib").default("nib"),
		sheet: z.strictObject({ width: wholeSize, height: wholeSize, origin: z.enum(["top left", "centre", "bottom left"]).default("top left") }).optional(),
		tolerance: z
			.strictObject({
				position: z.number().nonnegative().default(4),
				size: z.number().nonnegative().default(4),
				angle: z.number().nonnegative().default(2),
				colour: z.literal("family").default("family"),
			})
			.prefault({}),
		model: z.string().min(1),
		starter: z.string().optional(),
		run: z.strictObject({ seeds: z.array(z.int().nonnegative()).min(1).max(20).optional(), steps: z.int().min(1).max(20_000_000).optional() }).optional(),
		figures: z.record(figureName, selector).default({}),
		criteria: z.array(criterion).min(1).max(100),
	})
	.superRefine((file, context) => {
		const names = new Set(Object.keys(file.figures));
		const ids = new Set<string>();
		file.criteria.forEach((c, i) => {
			if (ids.has(c.id)) context.addIssue({ code: "custom", path: ["criteria", i, "id"], message: `the id "${c.id}" is used twice` });
			ids.add(c.id);
		});
		file.criteria.forEach((c, i) => {
			const said = c.of === undefined || (typeof c.of === "object" && !Array.isArray(c.of)) ? [] : [c.of].flat();
			for (const name of said) {
				if (name !== "everything" && name !== "run" && !names.has(name))
					context.addIssue({ code: "custom", path: ["criteria", i, "of"], message: `no figure is called "${name}"; figures has ${[...names].join(", ") || "none"}` });
			}
			for (const id of c.needs ?? []) if (!ids.has(id)) context.addIssue({ code: "custom", path: ["criteria", i, "needs"], message: `no criterion has the id "${id}"` });
		});
	});

export type ExerciseFile = z.infer<typeof exerciseFile>;
