import type { ReportBody } from "@markpen/contract";
import { explanations } from "../hand-in/explained.ts";

/** What the pointer, or the focus, is on. */
export type Pointed =
	| { readonly on: "criterion"; readonly id: string }
	/** An explanation: a cause, or what may be where none is proved, by its place among them. */
	| { readonly on: "explanation"; readonly index: number }
	| { readonly on: "line"; readonly line: number }
	| { readonly on: "figure"; readonly index: number }
	| null;

/** Everything that belongs together with what is pointed at. */
export interface Lit {
	readonly criteria: ReadonlySet<string>;
	readonly lines: ReadonlySet<number>;
	readonly figures: ReadonlySet<number>;
}

const NOTHING: Lit = { criteria: new Set(), lines: new Set(), figures: new Set() };

/**
 * What lights up. A criterion lights its figures and lines; an explanation also the criteria that it explains; a line
 * the figures it drew; a figure its lines; the last two also the criteria that rest on these figures.
 */
export function litBy(
	pointed: Pointed,
	report: Pick<ReportBody, "causes" | "criteria" | "figures" | "slips"> | null,
): Lit {
	if (!pointed) return NOTHING;
	if (!report) return pointed.on === "line" ? { ...NOTHING, lines: new Set([pointed.line]) } : NOTHING;
	if (pointed.on === "criterion") {
		const found = report.criteria.find((c) => c.id === pointed.id);
		return { criteria: new Set([pointed.id]), lines: new Set(found?.lines), figures: new Set(found?.figures) };
	}
	if (pointed.on === "explanation") {
		const found = explanations(report)[pointed.index];
		return { criteria: new Set(found?.criteria), lines: new Set(found?.lines), figures: new Set(found?.figures) };
	}
	const drawn = report.figures.filter((f) =>
		pointed.on === "line" ? f.lines.includes(pointed.line) : f.index === pointed.index,
	);
	const figures = new Set(drawn.map((f) => f.index));
	const lines = pointed.on === "line" ? new Set([pointed.line]) : new Set(drawn.flatMap((f) => f.lines));
	return {
		criteria: new Set(report.criteria.filter((c) => c.figures.some((i) => figures.has(i))).map((c) => c.id)),
		lines,
		figures,
	};
}
