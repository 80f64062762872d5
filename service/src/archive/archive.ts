import { z } from "zod";
import { Refusal } from "../refusals.ts";

/** The first field of every class archive. */
export const ARCHIVE_FORMAT = "markpen/class-archive@1";

const key = z.string().min(1).max(80);
const person = z.object({ key, name: z.string().min(1), signInName: z.string().min(1), passphrase: z.string().min(8).optional() });

const archive = z.strictObject({
	format: z.literal(ARCHIVE_FORMAT),
	school: z.string(),
	teachers: z.array(person),
	students: z.array(person),
	exercises: z.array(z.strictObject({ key, source: z.string() })),
	classes: z.array(
		z.strictObject({
			key,
			name: z.string().min(1),
			schoolYear: z.string(),
			code: z.string().min(3),
			teachers: z.array(key),
			students: z.array(key),
			assignments: z.array(
				z.strictObject({ key, exercise: key, opensAt: z.iso.datetime(), dueAt: z.iso.datetime(), closesAt: z.iso.datetime(), tries: z.int().positive().nullable() }),
			),
		}),
	),
	handIns: z.array(z.strictObject({ assignment: key, student: key, tryNumber: z.int().positive(), source: z.string(), handedInAt: z.iso.datetime() })),
});
export type ClassArchive = z.infer<typeof archive>;

/** Reads an archive's text. */
export function readArchive(text: string): ClassArchive {
	let value: unknown;
	try {
		value = JSON.parse(text);
	} catch (error) {
		throw new Refusal("archive-wrong", `The archive is no JSON: ${error instanceof Error ? error.message : String(error)}`);
	}
	const result = archive.safeParse(value);
	if (result.success) return result.data;
	throw new Refusal(
		"archive-wrong",
		undefined,
		result.error.issues.slice(0, 20).map((i) => ({ path: i.path.join("."), message: i.message })),
	);
}
