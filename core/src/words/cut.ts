import type { CutCounts } from "../report.ts";
import { listed } from "./lists.ts";

const NAMES: readonly (readonly [keyof CutCounts, one: string, many: string])[] = [
	["shapes", "shape", "shapes"],
	["figures", "figure", "figures"],
	["messages", "message", "messages"],
	["letters", "letter", "letters"],
];

/** Thousands in groups: 12,400. */
const grouped = (count: number) => String(count).replace(/\B(?=(?:\d{3})+$)/g, ",");

/** What isn't in a report, in two sentences. */
export function cutSentence(counts: CutCounts): string {
	const parts = NAMES.filter(([name]) => counts[name] > 0).map(
		([name, one, many]) => `${grouped(counts[name])} ${counts[name] === 1 ? one : many}`,
	);
	const missing = `${listed(parts)} of it aren't shown`;
	return `The drawing was too large to keep whole: ${missing}. Verdicts and points are of the whole.`;
}
