import type { ImportRow } from "@markpen/contract";
import type { Planned } from "./roster.ts";
import type { StudentRow } from "./store.ts";

/** A student of a class as the API shows it. */
export const rowData = ({ joinedAt, leftAt, ...row }: StudentRow) => ({
	...row,
	joinedAt: joinedAt.toISOString(),
	leftAt: leftAt?.toISOString() ?? null,
});
/** A line of a roster, and what importing it does. */
export const importData = ({ row, name, does, says }: Planned): ImportRow => ({ row, name, does, says });
