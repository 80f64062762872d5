import type { ReportBody } from "@markpen/contract";
import { lookAfter } from "../site/jobs.ts";

/** What a student reads of why something is missed: the causes, then what may be where none is proved. */
export interface Said {
	readonly id: string;
	readonly sentence: string;
	readonly lines: readonly number[];
	readonly figures: readonly number[];
	readonly criteria: readonly string[];
}

/** The explanations of a report, causes first; a cause lights what the criteria that it takes along rest on. */
export function explanations(report: Pick<ReportBody, "causes" | "criteria" | "slips">): Said[] {
	const causes = (report.causes ?? []).map((cause) => {
		const criteria = cause.regains.map(({ id }) => id);
		return {
			id: cause.id,
			sentence: cause.sentence,
			lines: linesOf(cause),
			figures: report.criteria.filter((c) => criteria.includes(c.id)).flatMap((c) => c.figures),
			criteria,
		};
	});
	return [...causes, ...report.slips];
}

type Cause = NonNullable<ReportBody["causes"]>[number];

/** Every line that a cause names. */
export const linesOf = ({ line, also }: Pick<Cause, "line" | "also">): number[] => [
	...new Set([line, ...also.map((place) => place.line)]),
];

/** Looks that are made for causes that are still searched for. */
const MAX_LOOKS = 40;

/**
 * Looks again, now and then, while the causes of a report are still searched for.
 *
 * @param look gives the report as it is now; undefined ends it
 * @param later calls after a time
 */
export async function untilExplained(
	report: Pick<ReportBody, "causes"> | null | undefined,
	look: () => Promise<Pick<ReportBody, "causes"> | null | undefined>,
	later: (milliseconds: number) => Promise<void>,
): Promise<void> {
	let now = report;
	for (let looks = 0; now && now.causes === null && looks < MAX_LOOKS; looks++) {
		await later(lookAfter(looks));
		now = await look();
	}
}
