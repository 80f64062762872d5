import type { AssignmentPage } from "@markpen/contract";

/** A criterion's results in a class; hand-ins still to judge don't count as missed. */
export interface MetCount {
	readonly met: number;
	readonly partly: number;
	/** Hand-ins in which it was judged. */
	readonly judged: number;
}

/** For each criterion, how many of the hand-ins in which it was judged meet it in full and in part. */
export function metCounts(page: Pick<AssignmentPage, "criteria" | "handIns">): MetCount[] {
	const verdicts = (i: number) => page.handIns.flatMap((h) => h.verdicts[i] ?? []);
	return page.criteria.map((_, i) => ({
		met: verdicts(i).filter((v) => v === "met").length,
		partly: verdicts(i).filter((v) => v === "partly").length,
		judged: verdicts(i).filter((v) => v !== "not-judged").length,
	}));
}

/** Hand-ins whose points are whole: what waits for a teacher isn't counted as missed. */
export function judgedFully(page: Pick<AssignmentPage, "handIns">): AssignmentPage["handIns"] {
	return page.handIns.filter((h) => h.points !== null && h.open === 0);
}
