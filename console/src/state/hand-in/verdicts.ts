import type { Cell } from "@markpen/contract";

export type VerdictName = Cell["verdicts"][number];

export const VERDICT_WORDS: Readonly<Record<VerdictName, string>> = {
	met: "met",
	partly: "partly met",
	missed: "missed",
	"not-judged": "not judged",
};

/** How many of some verdicts are of each kind, in words: "7 met, 2 missed". */
export function tally(verdicts: readonly VerdictName[]): string {
	const counted = (["met", "partly", "missed", "not-judged"] as const).map(
		(v) => [verdicts.filter((w) => w === v).length, VERDICT_WORDS[v]] as const,
	);
	return counted
		.filter(([n]) => n > 0)
		.map(([n, word]) => `${n} ${word}`)
		.join(", ");
}

/** Points without needless decimals. */
export function pointsText(points: { earned: number; possible: number } | null): string {
	return points ? `${points.earned} of ${points.possible}` : "–";
}
