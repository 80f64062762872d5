import type { ArchiveFile } from "../reading/class-archive.ts";

/** Points of a hand-in that counts, when its class was archived. Keys as in the archive. */
export interface CountedPoints {
	readonly student: string;
	readonly assignment: string;
	/** The exercise's version. */
	readonly exercise: string;
	readonly earned: number;
	readonly possible: number;
}

/** What an archive has of one student. */
export function ofStudent(archive: ArchiveFile, student: string): object {
	const [of] = archive.classes;
	return {
		class: of?.name,
		schoolYear: of?.schoolYear,
		handIns: archive.handIns.filter((h) => h.student === student),
		drafts: (archive.drafts ?? []).filter((d) => d.student === student),
		ownDates: (of?.assignments ?? []).flatMap((a) =>
			(a.ownDates ?? []).filter((o) => o.student === student).map((o) => ({ assignment: a.key, ...o })),
		),
	};
}

/** An archive without one student; the points that counted stay in it without a name. */
export function withoutStudent(
	archive: ArchiveFile,
	points: readonly CountedPoints[],
	student: string,
): { archive: ArchiveFile; points: CountedPoints[] } {
	const isOther = (of: { readonly student: string }) => of.student !== student;
	const own = points.filter((p) => !isOther(p));
	return {
		archive: {
			...archive,
			students: archive.students.filter((s) => s.key !== student),
			classes: archive.classes.map((of) => ({
				...of,
				students: of.students.filter((s) => (typeof s === "string" ? s : s.student) !== student),
				assignments: of.assignments.map((a) => ({
					...a,
					ownDates: (a.ownDates ?? []).filter(isOther),
					releases: (a.releases ?? []).filter(isOther),
					nameless: [
						...(a.nameless ?? []),
						...own
							.filter((p) => p.assignment === a.key)
							.map(({ exercise, earned, possible }) => ({ exercise, earned, possible })),
					],
				})),
			})),
			handIns: archive.handIns.filter(isOther),
			drafts: (archive.drafts ?? []).filter(isOther),
		},
		points: points.filter(isOther),
	};
}
