import { programRunOf } from "../exercise/program-run-of.ts";
import { modelOf } from "../exercise/programs.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { sentenceOf } from "../exercise/student-copy.ts";
import type { Languages } from "../languages/language.ts";
import { NIB_ALONE } from "../languages/nib/nib.ts";
import { judge } from "../marking/judge.ts";
import { Asking, type Candidate, PROPOSAL_GROUPS, type Proposal } from "./proposals/asking.ts";
import { proposalsAboutDrawing } from "./proposals/drawing.ts";
import { proposalsAboutFigure } from "./proposals/figure.ts";

function toldOnce(
	asking: Asking,
	candidates: readonly Candidate[],
	fits: (candidate: Candidate) => boolean,
	most: number,
): Proposal[] {
	const found: Proposal[] = [];
	const sentences = new Set(asking.file.criteria.map(sentenceOf));
	for (const candidate of candidates) {
		if (found.length >= most) break;
		const sentence = asking.sentence(candidate);
		if (sentence === undefined || sentences.has(sentence) || !fits(candidate)) continue;
		sentences.add(sentence);
		const { group, criterion, figures } = candidate;
		found.push({ group, criterion, figures, sentence });
	}
	return found;
}

/**
 * Proposed criteria for the selected figure and the whole drawing. Each is filled in from the model, which meets it;
 * criteria judged by a person come last.
 *
 * @param picked index of a figure in the model's drawing, or null
 */
export function proposalsFor(file: ExerciseFile, picked: number | null, languages: Languages = NIB_ALONE): Proposal[] {
	const asking = new Asking(file, languages);
	const one = picked === null ? undefined : asking.named.find((n) => n.figures.some((f) => f.index === picked));
	const candidates = [...(one ? proposalsAboutFigure(one, asking) : []), ...proposalsAboutDrawing(asking)];
	const found = toldOnce(
		asking,
		candidates,
		(c) => c.plain === true || asking.meets(modelOf(file).source, c) === true,
		80,
	);
	return found.sort((a, b) => PROPOSAL_GROUPS.indexOf(a.group) - PROPOSAL_GROUPS.indexOf(b.group));
}

/** A criterion that the model meets and an altered model misses; undefined if no proposed criterion does. */
export function criterionAgainst(
	file: ExerciseFile,
	altered: string,
	languages: Languages = NIB_ALONE,
): Proposal | undefined {
	const asking = new Asking(file, languages);
	const candidates = [
		...asking.named.flatMap((one) => proposalsAboutFigure(one, asking)),
		...proposalsAboutDrawing(asking),
	].filter((c) => !c.plain);
	return toldOnce(
		asking,
		candidates,
		(c) => asking.meets(modelOf(file).source, c) === true && asking.meets(altered, c) === false,
		1,
	)[0];
}

/**
 * For each changed model, whether some criterion notices it; quicker than a report, which also looks for what went
 * wrong.
 */
export function noticed(file: ExerciseFile, altered: readonly string[], languages: Languages = NIB_ALONE): boolean[] {
	return altered.map((source) => {
		const { judged } = judge(programRunOf({ ...modelOf(file), source }, file, { languages }));
		return judged.some((j) => j.score.verdict !== "met" && j.judgement.waits === undefined);
	});
}
