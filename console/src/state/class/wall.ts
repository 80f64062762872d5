import type { AssignmentPage } from "@markpen/contract";

/** For each criterion, how many of the checked hand-ins meet it in full and in part. */
export function metCounts(page: Pick<AssignmentPage, "criteria" | "handIns">): { met: number; partly: number }[] {
	return page.criteria.map((_, i) => ({
		met: page.handIns.filter((h) => h.verdicts[i] === "met").length,
		partly: page.handIns.filter((h) => h.verdicts[i] === "partly").length,
	}));
}
