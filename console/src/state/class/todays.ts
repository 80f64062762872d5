import type { TodayRow } from "@markpen/contract";

/** How soon is soon. */
const SOON_MILLISECONDS = 3 * 86_400_000;

export interface Todays {
	readonly closing: readonly TodayRow[];
	readonly fresh: readonly TodayRow[];
	readonly toJudge: readonly TodayRow[];
	readonly held: readonly TodayRow[];
}

/** What needs attention, sorted by what it needs. */
export function todaysOf(rows: readonly TodayRow[], now = Date.now()): Todays {
	const closing = rows.filter((r) => {
		const left = Date.parse(r.closesAt) - now;
		return left > 0 && left < SOON_MILLISECONDS;
	});
	return {
		closing,
		fresh: rows.filter((r) => r.fresh > 0).toSorted((a, b) => (b.latest ?? "").localeCompare(a.latest ?? "")),
		toJudge: rows.filter((r) => r.toJudge > 0),
		held: rows.filter((r) => r.notReleased > 0),
	};
}
