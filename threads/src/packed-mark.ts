import { summaryOf } from "@markpen/core";
import type { Marked, PackedMark } from "./task.ts";

/** A marked program, ready to be stored. */
export function packedMark({ report, ...of }: Marked): PackedMark {
	return { ...of, report: JSON.stringify(report), summary: summaryOf(report) };
}
