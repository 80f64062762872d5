import { hintsOf, sentenceOf } from "./exercise/student-copy.ts";
import type { Drawing } from "./figures/figure.ts";
import { nameOf } from "./marking/checks/check.ts";
import type { Finding, Judgement } from "./marking/criterion.ts";
import type { JudgedCriterion } from "./marking/judge.ts";
import { type CriterionOrGroup, criteriaIn } from "./marking/marking-spec.ts";
import { creditOf, type Score, type Verdict } from "./marking/points.ts";
import type { ReportCriterion, ReportInner } from "./report.ts";
import { verdictSentence, wantedAndFound } from "./words/findings.ts";

/** Figures and lines that a judgement rests on: those that fail it, or all where it is met. */
function restsOn(judgement: Judgement, verdict: Verdict, drawing: Drawing): { figures: number[]; lines: number[] } {
	const failing = judgement.findings.filter((f) => !f.met);
	const telling: readonly Finding[] = verdict === "met" ? judgement.findings : failing;
	const shown = verdict === "met" ? judgement.figures : failing.flatMap((f) => f.figure ?? []);
	const figures = [...new Set(shown)].sort((a, b) => a - b);
	const lines = [...figures.flatMap((i) => drawing.figures[i]?.lines ?? []), ...telling.flatMap((f) => f.lines ?? [])];
	return { figures: figures.slice(0, 1_000), lines: [...new Set(lines)].sort((a, b) => a - b) };
}

/** A judgement whose findings name other criteria by what they ask for, and not by their ids. */
function withSentences(judgement: Judgement, criteria: readonly CriterionOrGroup[]): Judgement {
	if (!judgement.findings.some(({ code }) => code === "held" || code === "group")) return judgement;
	const asked = new Map([...criteria, ...criteriaIn(criteria)].map((one) => [one.id, one]));
	return {
		...judgement,
		findings: judgement.findings.map((finding) => {
			const other = asked.get(String(finding.data.id));
			return other && (finding.code === "held" || finding.code === "group")
				? { ...finding, data: { ...finding.data, id: sentenceOf(other) } }
				: finding;
		}),
	};
}

/** A judged criterion in words and as plain data. @param criteria all of the exercise's */
export function reportCriterion(
	{ criterion, forbids, judgement: found, inner, score }: JudgedCriterion & { readonly score: Score },
	drawing: Drawing,
	criteria: readonly CriterionOrGroup[],
): ReportCriterion {
	const judgement = withSentences(found, criteria);
	const telling = judgement.findings.find((f) => !f.met) ?? judgement.findings[0];
	const rests = inner && inner.length > 0 ? innerRests(inner, drawing) : restsOn(judgement, score.verdict, drawing);
	return {
		id: criterion.id,
		check: "check" in criterion && criterion.check ? criterion.check : "group",
		asks: sentenceOf(criterion),
		verdict: score.verdict,
		points: score.points,
		possible: criterion.points,
		bonus: criterion.bonus === true,
		part: criterion.part ?? null,
		hint: hintsOf(criterion)[0] ?? null,
		sentence: verdictSentence(score.verdict, judgement, forbids, nameOf(criterion.of)),
		...(telling ? wantedAndFound(telling) : { wanted: "", found: "" }),
		...rests,
		...(judgement.waits === "teacher" || judgement.waits === "answer" ? { waits: judgement.waits } : {}),
		...(judgement.seed !== undefined && { seed: judgement.seed }),
		...(judgement.frame !== undefined && { frame: judgement.frame }),
		...(inner && { inner: inner.map((one) => sayInner(one, drawing)) }),
	};
}

function sayInner(one: NonNullable<JudgedCriterion["inner"]>[number], drawing: Drawing): ReportInner {
	const verdict = verdictOf(one);
	const { criterion, forbids, judgement } = one;
	return {
		id: criterion.id,
		check: criterion.check,
		asks: sentenceOf(criterion),
		verdict,
		sentence: verdictSentence(verdict, judgement, forbids, nameOf(criterion.of)),
		...restsOn(judgement, verdict, drawing),
	};
}

function innerRests(
	inner: NonNullable<JudgedCriterion["inner"]>,
	drawing: Drawing,
): { figures: number[]; lines: number[] } {
	const all = inner.map((one) => restsOn(one.judgement, verdictOf(one), drawing));
	const sorted = (of: "figures" | "lines") => [...new Set(all.flatMap((r) => r[of]))].sort((a, b) => a - b);
	return { figures: sorted("figures"), lines: sorted("lines") };
}

function verdictOf(one: NonNullable<JudgedCriterion["inner"]>[number]): Verdict {
	if (one.judgement.waits) return "not-judged";
	const credit = creditOf(one);
	if (credit >= 1 - 1e-9) return "met";
	return credit > 0 ? "partly" : "missed";
}
