import { type Drawn, draw } from "./draw.ts";
import type { ExerciseFile } from "./exercise/schema.ts";
import { sentenceOf } from "./exercise/student-copy.ts";
import { CLASS_LIMITS, type Limits, type Stop } from "./limits/limits.ts";
import { nameOf } from "./marking/checks/check.ts";
import { judge, type Marked } from "./marking/judge.ts";
import type { Report, ReportCriterion } from "./report.ts";
import { sayDrawn } from "./say.ts";
import { CORE_VERSION } from "./version.ts";
import { verdictSentence, wantedAndFound } from "./words/findings.ts";

export interface MarkOptions {
	/** The exercise's first seed, or 1, unless said. */
	readonly seed?: number;
	readonly limits?: Limits;
	readonly stop?: Stop;
}

/**
 * Marks a program against an exercise: read, run, recognise, judge, explain. Never throws, whatever the program; the
 * same program, exercise, seed and version give the same report.
 */
export function mark(source: string, exercise: ExerciseFile, options: MarkOptions = {}): Report {
	const seed = options.seed ?? exercise.run?.seeds?.[0] ?? 1;
	const limits = { ...(options.limits ?? CLASS_LIMITS), ...(exercise.run?.steps && { steps: exercise.run.steps }) };
	const drawn = draw(source, { seed, limits, ...(options.stop && { stop: options.stop }), ...(exercise.sheet && { sheet: exercise.sheet }) });
	const wanted = { figures: new Map(Object.entries(exercise.figures)), criteria: exercise.criteria, exactness: exercise.tolerance };
	const marked = judge(drawn.drawing, drawn.tape.sheet, wanted);
	return {
		version: CORE_VERSION,
		exercise: exercise.id,
		points: marked.points,
		criteria: marked.judged.map((judged) => criterionOf(judged, drawn)),
		slips: [],
		taken: [...marked.taken.values()].map(({ name, slots }) => ({ name, figures: slots.map((f) => f?.index ?? null) })),
		seed,
		...sayDrawn(drawn),
	};
}

function criterionOf({ criterion, forbids, judgement, score }: Marked["judged"][number], drawn: Drawn): ReportCriterion {
	const failing = judgement.findings.filter((f) => !f.met);
	const shown = score.verdict === "met" ? judgement.figures : failing.flatMap((f) => f.figure ?? []);
	const figures = [...new Set(shown)].sort((a, b) => a - b);
	const lines = [...new Set(figures.flatMap((i) => drawn.drawing.figures[i]?.lines ?? []))].sort((a, b) => a - b);
	const telling = failing[0] ?? judgement.findings[0];
	const { points, part = null, hint = null } = criterion;
	return {
		id: criterion.id,
		check: criterion.check,
		asks: sentenceOf(criterion),
		verdict: score.verdict,
		points: score.points,
		possible: points,
		bonus: criterion.bonus === true,
		part,
		hint,
		sentence: verdictSentence(score.verdict, judgement, forbids, nameOf(criterion.of)),
		...(telling ? wantedAndFound(telling) : { wanted: "", found: "" }),
		figures,
		lines,
	};
}
