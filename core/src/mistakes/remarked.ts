import type { Noticed, Noticing } from "./mistake.ts";

/** Aspects that may be missed because something was made and not used. */
const ABSENT = ["number", "source", "shape", "place"] as const;

/** What a remark on something that was made and not used says of the criteria about what should be there. */
export function remarked({ own, missed }: Noticing, code: string, evidence: string): Noticed | undefined {
	const remarks = [...own.program.read.remarks, ...(own.run?.remarks ?? [])].filter((r) => r.code === code);
	const criteria = missed.filter((c) => ABSENT.some((a) => c.aspects.includes(a))).map((c) => c.id);
	if (remarks.length === 0 || criteria.length === 0) return undefined;
	return { lines: remarks.map((r) => r.place.line), criteria, evidence };
}
