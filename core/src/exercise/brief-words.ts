import { nameOf } from "../marking/checks/check.ts";
import type { JudgedCriterion } from "../marking/judge.ts";
import type { Verdict } from "../marking/points.ts";
import { verdictSentence } from "../words/findings.ts";
import { saidIn, tellsMore } from "../words/topics.ts";
import type { ExerciseFile } from "./schema.ts";
import { sentenceOf } from "./student-copy.ts";

/** What a criterion asks for, and how it came out. */
export function askedAndFound(
	{ criterion, judgement, forbids }: JudgedCriterion,
	verdict: Verdict,
): { readonly asks: string; readonly found: string } {
	return { asks: sentenceOf(criterion), found: verdictSentence(verdict, judgement, forbids, nameOf(criterion.of)) };
}

/** The numbers and colours that a brief says. */
export function saidInBrief({ brief }: ExerciseFile): ReadonlySet<string> {
	return saidIn(brief);
}

/** The sentences of criteria that say a number or a colour which neither the brief nor the sheet gives. */
export function unsaidInBrief(file: ExerciseFile): string[] {
	const { brief, criteria, sheet, starter = "", example } = file;
	const { width, height } = sheet ?? { width: 400, height: 300 };
	const given = [
		brief,
		starter,
		example?.show === "source" ? example.program : "",
		`${width} ${height} ${width / 2} ${height / 2}`,
	];
	return criteria.flatMap((asked) => {
		const says = sentenceOf(asked);
		return tellsMore(says, given) ? [says] : [];
	});
}
