import type { ExerciseFile } from "./exercise/schema.ts";
import type { Report } from "./report.ts";

/**
 * Whether one mend is enough: with the only cause mended, every missed criterion is met, except bonus and criteria
 * still to judge.
 */
export function isOneChangeAway({ causes, criteria }: Pick<Report, "causes" | "criteria">): boolean {
	const [only, ...others] = causes ?? [];
	if (!only || others.length > 0) return false;
	const regained = new Map(only.regains.map(({ id, points }) => [id, points]));
	return criteria
		.filter((c) => c.verdict !== "met" && !c.bonus && !c.waits)
		.every((c) => (c.points ?? 0) + (regained.get(c.id) ?? 0) >= c.possible && regained.has(c.id));
}

/**
 * A report whose exercise forgives consequences: of the criteria that one proved cause takes along only the most
 * valuable one is deducted, the first of several that are worth as much; the others are paid, and say from which line
 * they follow. Other reports, and those without causes, stay as they are. Done twice, it is done once.
 */
export function forgiven(
	report: Report,
	{ consequences, bonus }: Pick<ExerciseFile, "consequences" | "bonus">,
): Report {
	if (consequences !== "forgiven" || !report.causes || report.criteria.some((c) => c.follows !== undefined))
		return report;
	const paid = new Map<string, { readonly line: number; readonly points: number }>();
	for (const { line, regains } of report.causes) {
		const left = regains.filter(({ id }) => !paid.has(id));
		const dearest = left.reduce<(typeof left)[number] | undefined>(
			(a, b) => (a && a.points >= b.points ? a : b),
			undefined,
		);
		for (const { id, points } of left) if (id !== dearest?.id) paid.set(id, { line, points });
	}
	if (paid.size === 0) return report;
	const criteria = report.criteria.map((c) => {
		const by = paid.get(c.id);
		return by ? { ...c, points: Math.min(c.possible, c.points + by.points), follows: by.line } : c;
	});
	const earned = criteria.reduce((sum, c) => sum + c.points, 0);
	const { possible } = report.points;
	return {
		...report,
		criteria,
		points: { ...report.points, earned: bonus === "beyond full" ? earned : Math.min(earned, possible) },
	};
}
