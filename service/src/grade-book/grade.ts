import type { GradeBook } from "@markpen/contract";

type Cell = GradeBook["rows"][number]["cells"][number];
/** A cell with its weight and possible points. */
export interface Weighed {
	readonly state: Cell["state"];
	readonly earned: number;
	readonly possible: number;
	readonly weight: number;
}

/**
 * Σ weight × earned / Σ weight × possible, in percent, without excused, unjudged and not yet due exercises; missing
 * ones count 0. Undefined if nothing counts yet.
 */
export function percentOf(cells: readonly Weighed[]): number | undefined {
	let [earned, possible] = [0, 0];
	for (const cell of cells) {
		if (cell.state !== "counted" && cell.state !== "missing") continue;
		earned += cell.weight * (cell.state === "missing" ? 0 : cell.earned);
		possible += cell.weight * cell.possible;
	}
	return possible > 0 ? (100 * earned) / possible : undefined;
}

/** The grade for a percentage: the highest one whose lower limit it reaches. */
export function gradeOf(
	percent: number | undefined,
	scale: readonly { readonly name: string; readonly from: number }[],
): string | null {
	if (percent === undefined) return null;
	const reached = scale.filter((step) => percent >= step.from - 1e-9).sort((a, b) => b.from - a.from);
	return reached[0]?.name ?? null;
}
