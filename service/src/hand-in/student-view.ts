import type { ReportBody } from "@markpen/contract";
import { type ExerciseFile, studentCopy } from "@markpen/core";

/**
 * A student's view of a report: without criteria that are never shown, or only after a hand-in; causes without the
 * answers; no points if they aren't shown yet.
 */
export function forStudent(
	report: ReportBody,
	exercise: ExerciseFile,
	{ before, points }: { before: boolean; points: boolean },
): ReportBody {
	const hidden = new Set(
		exercise.criteria.filter((c) => c.show === "never" || (before && c.show === "after")).map((c) => c.id),
	);
	// Before a hand-in, sentences reveal nothing beyond the brief.
	const said = new Map(before ? studentCopy(exercise).criteria.map((c) => [c.id, c.sentence]) : []);
	const criteria = report.criteria
		.filter((c) => !hidden.has(c.id))
		.map((c) => {
			const vague = said.get(c.id);
			const { inner: _, ...outer } = c;
			const own =
				vague === undefined || vague === c.asks
					? c
					: {
							...outer,
							asks: vague,
							sentence: c.verdict === "met" ? "That is right." : "That isn't right yet.",
							wanted: "",
							found: "",
						};
			return points ? own : { ...own, points: null };
		});
	const slips = report.slips
		.map(({ teacher: _teacher, evidence: _evidence, ...slip }) => ({
			...slip,
			criteria: slip.criteria.filter((id) => !hidden.has(id)),
		}))
		.filter((slip) => slip.criteria.length > 0);
	// The wrong and the right lines are only for teachers.
	const causes =
		report.causes
			?.map(({ teacher: _teacher, was: _was, mended: _mended, edit: _edit, ...cause }) => ({
				...cause,
				regains: cause.regains.filter(({ id }) => !hidden.has(id)).map((r) => (points ? r : { ...r, points: 0 })),
				points: points ? cause.points : 0,
			}))
			.filter((cause) => cause.regains.length > 0) ?? null;
	return { ...report, criteria, causes, slips, points: points ? report.points : null };
}
