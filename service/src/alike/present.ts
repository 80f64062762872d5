import type { PairRow } from "./store.ts";

/** A pair as the API shows it. */
export const pairData = (row: PairRow) => ({
	one: { handInId: row.oneId, student: { id: row.oneStudent, name: row.oneName } },
	other: { handInId: row.otherId, student: { id: row.otherStudent, name: row.otherName } },
	likeness: row.likeness,
	drawing: row.drawing,
	source: row.source,
	dismissed: row.dismissed,
	reason: row.reason,
});
