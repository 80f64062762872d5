import type { Report, ReportCriterion } from "./report.ts";

/** What is needed of a report to store it, beside its text: a small part of it. */
export interface ReportSummary extends Pick<Report, "version" | "state" | "ended" | "points"> {
	readonly criteria: readonly Pick<
		ReportCriterion,
		"id" | "asks" | "verdict" | "points" | "possible" | "bonus" | "waits"
	>[];
	/** Ids of its possible causes. */
	readonly slips: readonly string[];
	/** Whether its causes were looked for, or needn't be. */
	readonly explained: boolean;
	/** The line of its first error, if any. */
	readonly errorLine: number | null;
}

/** The summary of a report. */
export function summaryOf(report: Report): ReportSummary {
	const { version, state, ended, points } = report;
	return {
		version,
		state,
		ended,
		points,
		criteria: report.criteria.map(({ id, asks, verdict, points: earned, possible, bonus, waits }) => ({
			id,
			asks,
			verdict,
			points: earned ?? 0,
			possible,
			bonus,
			...(waits && { waits }),
		})),
		slips: report.slips.map((s) => s.id),
		explained: report.causes !== null,
		errorLine: report.errors[0]?.line ?? null,
	};
}
