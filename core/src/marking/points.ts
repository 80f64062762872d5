import type { Common, Finding, Judgement } from "./criterion.ts";
import { marginsOf } from "./scene.ts";

/** How a criterion came out. */
export const VERDICTS = ["met", "partly", "missed", "not-judged"] as const;
export type Verdict = (typeof VERDICTS)[number];

/** What the points need to know of a judged criterion. */
export interface Judged {
	readonly criterion: Common;
	readonly forbids: boolean;
	readonly judgement: Judgement;
}

/** Points of one criterion with its verdict. */
export interface Score {
	readonly verdict: Verdict;
	readonly points: number;
}

/** Exact credit, 0 to 1, before rounding. */
export function creditOf({ criterion, judgement }: Judged): number {
	const { findings, share } = judgement;
	if (findings.length === 0) return 0;
	switch (criterion.credit ?? "all or nothing") {
		case "by share":
			return share;
		case "by distance": {
			const credits = findings.map((f) => ramp(f, criterion.within));
			const complete = share > 0 ? Math.min(1, share / Math.max(shareMet(findings), 1e-9)) : 1;
			return (credits.reduce((a, b) => a + b, 0) / credits.length) * complete;
		}
		default:
			return (criterion.for === "any" ? findings.some((f) => f.met) : findings.every((f) => f.met)) ? 1 : 0;
	}
}

function shareMet(findings: readonly Finding[]): number {
	return findings.filter((f) => f.met).length / findings.length;
}

/** Full up to `full`, straight down to nothing at `none`. */
function ramp(finding: Finding, within: Common["within"]): number {
	if (finding.met) return 1;
	const { full, none } = marginsOf(within, finding.full ?? 0);
	if (finding.off === undefined || finding.off >= none) return 0;
	if (finding.off <= full) return 1;
	return (none - finding.off) / (none - full);
}

/** Credit in points: quarter points, halves upwards, and full points for full credit only. */
export function pointsFor(credit: number, possible: number): number {
	if (credit >= 1 - 1e-9) return possible;
	const points = Math.floor(credit * possible * 4 + 0.5 + 1e-9) / 4;
	return Math.max(0, Math.min(points, possible - 0.25));
}

/** The points that asking criteria could earn in all. */
function askingPoints(judged: readonly Judged[]): number {
	return judged.filter((j) => !j.forbids && !j.criterion.bonus).reduce((sum, j) => sum + j.criterion.points, 0);
}

/**
 * Points of all criteria. One that only forbids counts once half of the points of those that ask are earned; `needs`,
 * where given, replaces this rule. The order of the criteria never changes points.
 */
export function scores(judged: readonly Judged[]): Score[] {
	const credits = judged.map(creditOf);
	const first = judged.map((j, i) => pointsFor(credits[i] as number, j.criterion.points));
	const asked = askingPoints(judged);
	const earned = judged.reduce((sum, j, i) => sum + (j.forbids || j.criterion.bonus ? 0 : (first[i] as number)), 0);
	const byId = new Map(judged.map((j, i) => [j.criterion.id, { possible: j.criterion.points, earned: first[i] as number }]));
	return judged.map((j, i) => {
		const { criterion, judgement } = j;
		const open = criterion.needs ? criterion.needs.every((id) => halfEarned(byId.get(id))) : !j.forbids || earned * 2 >= asked;
		if (!open || (j.forbids && !criterion.needs && asked === 0)) return { verdict: "not-judged", points: 0 };
		if (judgement.missing && j.forbids) return { verdict: "not-judged", points: 0 };
		const credit = credits[i] as number;
		const points = first[i] as number;
		const verdict: Verdict = credit >= 1 - 1e-9 ? "met" : points > 0 || (credit > 0 && criterion.points === 0) ? "partly" : "missed";
		return { verdict, points };
	});
}

function halfEarned(of: { possible: number; earned: number } | undefined): boolean {
	return of !== undefined && of.earned * 2 >= of.possible && (of.possible === 0 || of.earned > 0);
}

/** Sums of an exercise: possible leaves bonus out, and earned never exceeds possible. */
export function total(judged: readonly Judged[], results: readonly Score[]): { earned: number; possible: number } {
	const possible = judged.reduce((sum, j) => sum + (j.criterion.bonus ? 0 : j.criterion.points), 0);
	const earned = results.reduce((sum, r) => sum + r.points, 0);
	return { earned: Math.min(earned, possible), possible };
}
