import type { Common, Finding, Judgement } from "./criterion.ts";
import { marginsOf } from "./margins.ts";
import type { Group } from "./marking-spec.ts";

/** How a criterion came out. */
export const VERDICTS = ["met", "partly", "missed", "not-judged"] as const;
export type Verdict = (typeof VERDICTS)[number];

/** What the points need to know of a judged criterion. */
export interface Judged {
	readonly criterion: Common;
	readonly forbids: boolean;
	readonly judgement: Judgement;
	/** The criteria of a group. */
	readonly inner?: readonly Judged[];
}

/** Points of one criterion with its verdict. */
export interface Score {
	readonly verdict: Verdict;
	readonly points: number;
}

/** Exact credit, 0 to 1, before rounding. */
export function creditOf({ criterion, judgement, inner }: Judged): number {
	if (judgement.waits) return 0;
	if (judgement.given !== undefined) return criterion.points === 0 ? 1 : judgement.given / criterion.points;
	if (inner) return groupCredit(criterion as Group, inner.map(creditOf));
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
			return findings.every((f) => f.met) ? 1 : 0;
	}
}

/** Credit of several criteria that count together: whole or nothing, or by the part that is met. */
function groupCredit(group: Group, credits: readonly number[]): number {
	const byShare = group.credit === "by share";
	const met = credits.filter((c) => c >= 1 - 1e-9).length;
	if (group["any of"]) return byShare ? Math.max(...credits) : met > 0 ? 1 : 0;
	if (group["all of"])
		return byShare ? credits.reduce((a, b) => a + b, 0) / credits.length : met === credits.length ? 1 : 0;
	const least = group["at least"] ?? 1;
	if (byShare) return Math.min(1, met / least);
	return met >= least ? 1 : 0;
}

function shareMet(findings: readonly Finding[]): number {
	return findings.filter((f) => f.met).length / findings.length;
}

/** Full up to `full`, straight down to nothing at `none`. */
function ramp(finding: Finding, within: Common["within"]): number {
	if (finding.met) return 1;
	const { full, none } = marginsOf(within, finding.full ?? 0);
	if (finding.off === undefined || !(finding.off < none)) return 0;
	if (finding.off <= full) return 1;
	return (none - finding.off) / (none - full);
}

/** Credit in points: quarter points, halves upwards, and full points for full credit only. */
export function pointsFor(credit: number, possible: number): number {
	if (credit >= 1 - 1e-9) return possible;
	const points = Math.floor(credit * possible * 4 + 0.5 + 1e-9) / 4;
	return Math.max(0, Math.min(points, possible - 0.25));
}

/** Whether a judged criterion lacks credit that the program could still earn: one that waits lacks none. */
export function isMissed(judged: Judged & { readonly score: Score }): boolean {
	return judged.score.verdict !== "met" && !judged.judgement.waits && creditOf(judged) < 1 - 1e-9;
}

/** Whether a person's judgement, or an answer, is still to come. */
export function waitsForSomeone({ judgement }: Judged): boolean {
	return judgement.waits === "teacher" || judgement.waits === "answer";
}

/** The points that asking criteria could earn in all. */
function askingPoints(judged: readonly Judged[]): number {
	return judged
		.filter((j) => !j.forbids && !j.criterion.bonus && !waitsForSomeone(j))
		.reduce((sum, j) => sum + j.criterion.points, 0);
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
	const byId = new Map(
		judged.map((j, i) => [
			j.criterion.id,
			{ possible: j.criterion.points, earned: first[i] as number, met: (credits[i] as number) >= 1 - 1e-9 },
		]),
	);
	return judged.map((j, i) => {
		const { criterion, judgement, forbids } = j;
		const open = criterion.needs
			? criterion.needs.every((id) => halfEarned(byId.get(id)))
			: !forbids || (asked > 0 && earned * 2 >= asked);
		if (!open || judgement.waits || (judgement.missing && forbids)) return { verdict: "not-judged", points: 0 };
		const credit = credits[i] as number;
		const points = first[i] as number;
		const verdict: Verdict =
			credit >= 1 - 1e-9 ? "met" : points > 0 || (credit > 0 && criterion.points === 0) ? "partly" : "missed";
		return { verdict, points };
	});
}

function halfEarned(of: { possible: number; earned: number; met: boolean } | undefined): boolean {
	if (of === undefined) return false;
	return of.possible === 0 ? of.met : of.earned * 2 >= of.possible;
}

/** The sums of an exercise. */
export interface Points {
	readonly earned: number;
	/** Without bonus, and without what a person must still judge. */
	readonly possible: number;
	/** Points that a person must still judge. */
	readonly open: number;
}

/** Sums of an exercise: earned never exceeds possible unless bonus goes beyond full. */
export function total(judged: readonly Judged[], results: readonly Score[], beyondFull = false): Points {
	const sum = (of: (j: Judged) => boolean) => judged.reduce((all, j) => all + (of(j) ? j.criterion.points : 0), 0);
	const possible = sum((j) => !j.criterion.bonus && !waitsForSomeone(j));
	const open = sum((j) => !j.criterion.bonus && waitsForSomeone(j));
	const earned = results.reduce((all, r) => all + r.points, 0);
	return { earned: beyondFull ? earned : Math.min(earned, possible), possible, open };
}
