import type { Verdict } from "./points.ts";

/** A criterion of a report, as far as settling needs it. */
export interface SettledFrom {
	readonly id: string;
	readonly points: number;
	readonly possible: number;
	readonly bonus: boolean;
	readonly verdict: Verdict;
	readonly waits?: "teacher" | "answer";
}

/** What people decided of a hand-in, in points by the criterion's id. */
export interface Decided {
	/** Places on scales. */
	readonly judgements: Readonly<Record<string, number>>;
	/** Points that a teacher put instead of those that were found. */
	readonly adjustments: Readonly<Record<string, number>>;
}

/** Points with what people decided. */
export interface Settled {
	readonly earned: number;
	/** Without bonus, and without what must still be judged. */
	readonly possible: number;
	/** Points that must still be judged. */
	readonly open: number;
	readonly criteria: readonly { readonly id: string; readonly points: number; readonly verdict: Verdict }[];
}

function verdictFor(points: number, possible: number): Verdict {
	if (points >= possible) return "met";
	return points > 0 ? "partly" : "missed";
}

/**
 * The points of a report with judgements and adjustments. An adjustment takes precedence over a judgement; each
 * replaces only its criterion's points. Criteria still to judge don't count as possible points.
 */
export function settle(
	criteria: readonly SettledFrom[],
	{ judgements, adjustments }: Decided,
	beyondFull = false,
): Settled {
	let [earned, possible, open] = [0, 0, 0];
	const settled = criteria.map((c) => {
		const given = adjustments[c.id] ?? (c.waits === "teacher" ? judgements[c.id] : undefined);
		if (!c.bonus) {
			if (given === undefined && c.waits) open += c.possible;
			else possible += c.possible;
		}
		const points = given ?? c.points;
		earned += points;
		return { id: c.id, points, verdict: given === undefined ? c.verdict : verdictFor(given, c.possible) };
	});
	return { earned: beyondFull ? earned : Math.min(earned, possible), possible, open, criteria: settled };
}
