import type { HandInPage, ReportBody } from "@markpen/contract";

type Criterion = ReportBody["criteria"][number];

export interface Group {
	readonly title: string;
	readonly criteria: Criterion[];
	/** Whether this is what to do next. */
	readonly next: boolean;
}

/** A criterion's result with judgements and adjustments. */
function stands(
	{ verdict, waits, possible }: Criterion,
	standing: HandInPage["criteria"][number] | undefined,
): "met" | "partly" | "next" | "waits" {
	const decided = standing?.adjusted?.points ?? standing?.judged ?? null;
	if (decided !== null) return decided >= possible ? "met" : decided > 0 ? "partly" : "next";
	if (waits === "teacher") return "waits";
	return verdict === "met" || verdict === "partly" ? verdict : "next";
}

/**
 * The criteria of a hand-in as a student reads them: what is met, what is partly, what to try next; groups without
 * any are left out.
 */
export function grouped(criteria: readonly Criterion[], standings: HandInPage["criteria"]): Group[] {
	const of = (as: ReturnType<typeof stands>) =>
		criteria.filter(
			(c) =>
				stands(
					c,
					standings.find((s) => s.id === c.id),
				) === as,
		);
	const partly = of("partly");
	const next = of("next");
	return [
		{ title: "Met", criteria: of("met"), next: false },
		{ title: "Partly", criteria: partly, next: next.length === 0 },
		{ title: "Try next", criteria: next, next: true },
		{ title: "Your teacher will look at this", criteria: of("waits"), next: false },
	].filter((g) => g.criteria.length > 0);
}
