import { LANGUAGE_IDS } from "@markpen/core";
import { z } from "zod";
import { Refusal } from "../refusals.ts";
import { readText } from "../text.ts";

/** The first field of every class archive. */
export const ARCHIVE_FORMAT = "markpen/class-archive@1";

const key = z.string().min(1).max(120);
const instant = z.iso.datetime({ offset: true });
const points = z.number().min(0);
const person = z.strictObject({
	key,
	name: z.string().min(1),
	signInName: z.string().min(1),
	passphrase: z.string().min(8).optional(),
	number: z.string().optional(),
});
const answers = z.record(
	z.string(),
	z.strictObject({ words: z.string(), when: z.enum(["before running", "after running"]) }),
);

const assignment = z.strictObject({
	key,
	title: z.string().optional(),
	/** Keys of exercises of this archive, in order. */
	exercises: z.array(key).min(1),
	/** Key of its collection. */
	collection: key.optional(),
	doneWhen: z.number().optional(),
	opensAt: instant,
	dueAt: instant,
	closesAt: instant,
	tries: z.int().positive().nullable().default(null),
	counts: z.enum(["best", "latest", "chosen"]).default("best"),
	late: z.enum(["marked", "reduced", "refused"]).default("marked"),
	lateShare: z.number().min(0).max(1).default(0),
	showChecklist: z.enum(["opening", "hand-in"]).default("opening"),
	showPoints: z.enum(["at once", "release", "closing"]).default("at once"),
	showFeedback: z.enum(["at once", "release", "closing"]).default("at once"),
	showModel: z.enum(["never", "release", "closing"]).default("never"),
	showModelAs: z.enum(["picture", "source"]).default("picture"),
	handInDrafts: z.boolean().default(true),
	weight: z.number().min(0).default(1),
	ownDates: z
		.array(
			z.strictObject({ student: key, dueAt: instant.nullable(), closesAt: instant.nullable(), excused: z.boolean() }),
		)
		.default([]),
	releases: z.array(z.strictObject({ student: key, by: key, at: instant })).default([]),
	/** Points of deleted students, without their names. */
	nameless: z.array(z.strictObject({ exercise: key, earned: points, possible: points })).default([]),
});

const handIn = z.strictObject({
	assignment: key,
	exercise: key,
	student: key,
	tryNumber: z.int().positive(),
	source: z.string(),
	language: z.enum(LANGUAGE_IDS).default("nib"),
	handedInAt: instant,
	late: z.boolean().optional(),
	madeBy: z.enum(["student", "teacher", "closing", "archive"]).default("student"),
	pressedAt: instant.optional(),
	answers: answers.default({}),
	chosen: z.literal(true).optional(),
	judgements: z.array(z.strictObject({ criterion: key, points, by: key, at: instant })).default([]),
	adjustments: z
		.array(z.strictObject({ criterion: key, points, reason: z.string().min(1), by: key, at: instant }))
		.default([]),
	comments: z
		.array(z.strictObject({ place: z.record(z.string(), z.unknown()), words: z.string().min(1), by: key, at: instant }))
		.default([]),
});

const draft = z.strictObject({
	assignment: key,
	exercise: key,
	student: key,
	source: z.string(),
	language: z.enum(LANGUAGE_IDS).default("nib"),
	device: z.string().default(""),
	savedAt: instant,
	runs: z.int().min(0).default(0),
	state: z.string().nullable().default(null),
	met: z.array(z.string()).default([]),
	bestMet: z.int().min(0).default(0),
	idleRuns: z.int().min(0).default(0),
	idleMilliseconds: z.int().min(0).default(0),
	answers: answers.default({}),
	hinted: z.record(z.string(), z.strictObject({ given: z.int().min(0), runs: z.int().min(0) })).default({}),
});

const archive = z.strictObject({
	format: z.literal(ARCHIVE_FORMAT),
	school: z.string(),
	teachers: z.array(person.extend({ administrator: z.boolean().default(false) })),
	students: z.array(person),
	exercises: z.array(
		z.strictObject({ key, source: z.string(), owner: key.optional(), shared: z.boolean().default(true) }),
	),
	collections: z
		.array(z.strictObject({ key, source: z.string(), owner: key.optional(), shared: z.boolean().default(true) }))
		.default([]),
	classes: z.array(
		z.strictObject({
			key,
			name: z.string().min(1),
			schoolYear: z.string(),
			code: z.string().min(3),
			zone: z.string().default("UTC"),
			gradeScale: z.array(z.strictObject({ name: z.string(), from: z.number() })).default([]),
			teachers: z.array(z.union([key, z.strictObject({ teacher: key, until: instant.nullable() })])),
			students: z.array(
				z.union([
					key,
					z.strictObject({ student: key, signInName: z.string(), joinedAt: instant, leftAt: instant.nullable() }),
				]),
			),
			assignments: z.array(assignment),
		}),
	),
	handIns: z.array(handIn),
	drafts: z.array(draft).default([]),
});
export type ClassArchive = z.output<typeof archive>;
/** The input type of an archive file, with optional defaults. */
export type ArchiveFile = z.input<typeof archive>;

/** Reads an archive's text. */
export function readArchive(text: string): ClassArchive {
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch (error) {
		throw new Refusal(
			"archive-wrong",
			`The archive isn't JSON: ${error instanceof Error ? error.message : String(error)}`,
		);
	}
	const wrong = readText(value);
	if (wrong) throw new Refusal("archive-wrong", undefined, [wrong]);
	const result = archive.safeParse(value);
	if (result.success) return result.data;
	throw new Refusal(
		"archive-wrong",
		undefined,
		result.error.issues.slice(0, 20).map((i) => ({ path: i.path.join("."), message: i.message })),
	);
}
