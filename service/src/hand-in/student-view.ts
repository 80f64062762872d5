import type { ReportBody } from "@markpen/contract";
import { type ExerciseFile, studentCopy } from "@markpen/core";

/**
 * What a student sees of a report: criteria that are never shown are left out, before handing in also those that are
 * shown afterwards; of slips what gives no answer away; no points where they aren't shown yet.
 */
export function forStudent(
	report: ReportBody,
	exercise: ExerciseFile,
	{ before, points }: { before: boolean; points: boolean },
): ReportBody {
	const hidden = new Set(
		exercise.criteria.filter((c) => c.show === "never" || (before && c.show === "after")).map((c) => c.id),
	);
	// Before handing in no sentence says what the brief doesn't.
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
	return { ...report, criteria, slips, points: points ? report.points : null };
}
