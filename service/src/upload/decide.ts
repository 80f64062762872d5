import type { UploadedFile } from "../database/entities/upload.ts";
import type { PlaceAsked } from "../hand-in/places.ts";

/** A teacher's decision on a file: its student and exercise; null skips it. */
export type Decision = { readonly studentId: string; readonly exercise?: string | undefined } | null;

/** A file that is handed in for a student. */
export type DecidedFile = PlaceAsked & { readonly file: string; readonly source: string };

/** The action for one file: the teacher's decision, or the plan. */
function ownerOf(
	file: UploadedFile,
	decision: Decision | undefined,
	exercises: readonly string[],
): { studentId: string; exercise: string | undefined } | null {
	if (decision === undefined)
		return file.does === "hands in" && file.studentId && file.exercise
			? { studentId: file.studentId, exercise: file.exercise }
			: null;
	if (decision === null) return null;
	const only = exercises.length === 1 ? exercises[0] : undefined;
	return { studentId: decision.studentId, exercise: decision.exercise ?? file.exercise ?? only };
}

/**
 * Splits the files of an upload into those to hand in and those to skip.
 *
 * @param decided the teacher's decisions by file name
 *
 *
 * @param exercises the exercises of the assignment, by the ids of their files
 */
export function decideFiles(
	files: readonly UploadedFile[],
	decided: Readonly<Record<string, Decision | undefined>>,
	{ assignmentId, exercises }: { readonly assignmentId: string; readonly exercises: readonly string[] },
): { handedIn: DecidedFile[]; leftOut: string[] } {
	const [handedIn, leftOut]: [DecidedFile[], string[]] = [[], []];
	for (const planned of files) {
		const { file, source } = planned;
		const owner = ownerOf(planned, decided[file], exercises);
		if (!owner || owner.exercise === undefined || source === "") leftOut.push(file);
		else handedIn.push({ file, source, assignmentId, studentId: owner.studentId, exercise: owner.exercise });
	}
	return { handedIn, leftOut };
}
