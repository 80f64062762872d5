import { z } from "zod";
import { points, verdict } from "./common.ts";
import { sheet } from "./exercise.ts";

const place = { line: z.int(), column: z.int(), length: z.int() };
const saidProblem = z.object({
	code: z.string(),
	message: z.string(),
	...place,
	fix: z.object({ place: z.object(place), text: z.string() }).optional(),
	/** The lines that led to it, where a function was called on the way. */
	calls: z.string().optional(),
});

const pictureText = z.object({
	words: z.string(),
	x: z.number(),
	y: z.number(),
	size: z.number(),
	anchor: z.enum(["start", "middle", "end"]),
	turned: z.number(),
	mirrored: z.literal(true).optional(),
});
const lineStyle = z.object({
	cap: z.enum(["butt", "round", "square"]),
	join: z.enum(["miter", "round", "bevel"]),
	miter: z.number(),
	dash: z.array(z.number()),
	dashOffset: z.number(),
});
const cut = { evenOdd: z.literal(true).optional(), clip: z.int().optional() };
export const picture = sheet.extend({
	paper: z.string(),
	leftOut: z.int(),
	clips: z.array(z.object({ d: z.string(), ...cut })).default([]),
	gradients: z
		.array(
			z.object({
				kind: z.enum(["linear", "radial"]),
				at: z.array(z.number()),
				stops: z.array(z.tuple([z.number(), z.string()])),
				stretch: z
					.tuple([z.number(), z.number(), z.number(), z.number()])
					.optional()
					.describe("a, b, c, d of the linear map that stretches a radial gradient about its second circle's centre"),
			}),
		)
		.optional()
		.describe("The gradients of shapes with fillGradient or inkGradient"),
	shapes: z.array(
		z.object({
			d: z.string(),
			fill: z.string(),
			ink: z.string(),
			width: z.number(),
			lines: z.array(z.int()),
			text: pictureText.optional(),
			line: lineStyle.optional(),
			...cut,
			fillGradient: z.int().optional(),
			inkGradient: z.int().optional(),
			inkUnder: z.literal(true).optional().describe("The fill covers the outline"),
		}),
	),
});

/** What marking one program found: core's report as it is sent. */
export const report = z.object({
	version: z.string(),
	exercise: z.string(),
	state: z.enum(["nothing-handed-in", "unreadable", "drew-nothing", "moved-without-drawing", "off-the-sheet", "drew"]),
	ended: z.enum(["whole", "stopped", "clock"]),
	points: points
		.extend({ open: z.number().default(0) })
		.nullable()
		.describe("null if points aren't shown yet"),
	criteria: z.array(
		z.object({
			id: z.string(),
			check: z.string(),
			asks: z.string(),
			verdict,
			points: z.number().nullable(),
			possible: z.number(),
			bonus: z.boolean(),
			part: z.string().nullable(),
			hint: z.string().nullable(),
			sentence: z.string(),
			wanted: z.string(),
			found: z.string(),
			figures: z.array(z.int()),
			lines: z.array(z.int()),
			follows: z.int().optional().describe("The line of the cause it follows from, if that is forgiven"),
			waits: z.enum(["teacher", "answer"]).optional(),
			seed: z.int().optional(),
			frame: z.int().optional(),
			inner: z
				.array(
					z.object({
						id: z.string(),
						check: z.string(),
						asks: z.string(),
						verdict,
						sentence: z.string(),
						figures: z.array(z.int()),
						lines: z.array(z.int()),
					}),
				)
				.optional(),
		}),
	),
	causes: z
		.array(
			z.object({
				id: z.string(),
				line: z.int(),
				column: z.int(),
				length: z.int(),
				also: z.array(z.object({ line: z.int(), column: z.int(), length: z.int() })),
				either: z.boolean().describe("Whether it is one of these places, without knowing which"),
				regains: z.array(z.object({ id: z.string(), points: z.number() })),
				points: z.number(),
				sentence: z.string(),
				teacher: z.string().optional().describe("The exact cause, only for teachers"),
				was: z.string().optional().describe("The lines that change, only for teachers"),
				mended: z.string().optional().describe("The corrected lines, only for teachers"),
				edit: z
					.object({ start: z.int(), end: z.int(), text: z.string() })
					.optional()
					.describe("The edits that correct this mistake, only for teachers"),
			}),
		)
		.nullable()
		.default(null)
		.describe("The proved causes of missed criteria; null if they haven't been looked for yet"),
	slips: z.array(
		z.object({
			id: z.string(),
			sentence: z.string(),
			/** The exact cause, only for teachers. */
			teacher: z.string().optional(),
			lines: z.array(z.int()),
			figures: z.array(z.int()),
			criteria: z.array(z.string()),
			/** For teachers alone. */
			evidence: z.array(z.object({ what: z.string(), expected: z.string(), found: z.string() })).optional(),
		}),
	),
	figuresInAll: z.int(),
	figures: z.array(
		z.object({
			index: z.int(),
			kinds: z.array(z.string()),
			sentence: z.string(),
			lines: z.array(z.int()),
			outline: z.string(),
		}),
	),
	taken: z.array(z.object({ name: z.string(), figures: z.array(z.int().nullable()) })),
	errors: z.array(saidProblem),
	remarks: z.array(saidProblem),
	messages: z.array(z.object({ line: z.int(), text: z.string() })),
	steps: z.int(),
	entries: z.int(),
	seed: z.int(),
	cut: z
		.object({ shapes: z.int(), figures: z.int(), messages: z.int(), letters: z.int(), sentence: z.string() })
		.optional()
		.describe("What was left out because the report would be larger than 1 MiB"),
	picture,
});
export type ReportBody = z.infer<typeof report>;
