import { WHITE } from "./colour/colour.ts";
import { drawnOf } from "./draw.ts";
import { firstLanguage } from "./exercise/languages-of.ts";
import { programRunOf } from "./exercise/program-run-of.ts";
import type { ExerciseFile } from "./exercise/schema.ts";
import { type Explained, explain, isExplainable } from "./explain.ts";
import { forgiven } from "./forgiven.ts";
import type { LanguageId, Languages } from "./languages/language.ts";
import type { CountedCalls } from "./languages/run.ts";
import type { Limits, Stop } from "./limits/limits.ts";
import { judge } from "./marking/judge.ts";
import type { Submission } from "./marking/scene.ts";

import type { Report } from "./report.ts";
import { reportCriterion } from "./report-criterion.ts";
import { reportDrawing } from "./report-drawing.ts";
import { fitReport, MAX_REPORT_BYTES } from "./report-size.ts";
import type { Tape } from "./tape/tape.ts";
import { CORE_VERSION } from "./version.ts";

export interface MarkOptions extends Submission {
	/** The exercise's first seed, or 1 by default. */
	readonly seed?: number;
	readonly limits?: Limits;
	readonly stop?: Stop;
	readonly calls?: CountedCalls;
	/** What the program is written in: the exercise's first language by default. */
	readonly language?: LanguageId;
	/** The languages that are loaded; Nib alone by default. */
	readonly languages?: Languages;
	/** Looks for the causes of what is missed too, which takes some hundred runs; without it they are null. */
	readonly causes?: boolean;
	/** Leaves out the figures read back and the picture, for summaries of many. */
	readonly bare?: boolean;
}

/**
 * Marks a program against an exercise: read, run, recognise, judge, explain. Never throws, whatever the program; the
 * same program, exercise, seed and version give the same report.
 */
export function mark(source: string, exercise: ExerciseFile, options: MarkOptions = {}): Report {
	return markedTape(source, exercise, options).report;
}

/**
 * The causes of what a program misses, as {@link mark} finds them: for a report that was made without them. Points never
 * wait for causes.
 */
export function causesIn(source: string, exercise: ExerciseFile, options: MarkOptions = {}): Explained {
	const { causes: _, bare: _bare, ...rest } = options;
	const { plain, running, submission } = runOf(source, exercise, rest);
	return explain(plain, judge(plain), exercise, { running, submission });
}

function runOf(
	source: string,
	exercise: ExerciseFile,
	{
		seed,
		limits,
		stop,
		calls,
		language = firstLanguage(exercise),
		languages,
		...submission
	}: Omit<MarkOptions, "causes" | "bare">,
) {
	const running = { seed, limits, stop, calls, languages };
	return { plain: programRunOf({ source, language }, exercise, running, submission), running, submission };
}

/** Marks as {@link mark} does, and gives the tape of the first seed too. */
export function markedTape(
	source: string,
	exercise: ExerciseFile,
	options: MarkOptions = {},
): { readonly report: Report; readonly tape: Tape } {
	const { causes = false, bare = false, ...rest } = options;
	const { plain, running, submission } = runOf(source, exercise, rest);
	const marked = judge(plain);
	const { program, run, tape, drawing } = plain;
	const { settings } = plain.runs;
	const drawn = drawnOf({
		source,
		problems: program.read.problems,
		remarks: program.read.remarks,
		sentences: program.read.sentences,
		run,
		tape,
		drawing,
		paper: settings.paper ?? WHITE,
	});
	const report: Report = {
		version: CORE_VERSION,
		exercise: exercise.id,
		points: marked.points,
		criteria: marked.judged.map((judged) => reportCriterion(judged, drawing, exercise.criteria)),
		...(causes
			? explain(plain, marked, exercise, { running, submission })
			: { causes: isExplainable(marked) ? null : [], slips: [] }),
		taken: [...marked.matches.values()].map(({ name, slots }) => ({
			name,
			figures: slots.map((f) => f?.index ?? null),
		})),
		seed: settings.seed,
		...reportDrawing(drawn, { bare, letters: MAX_REPORT_BYTES }),
	};
	return { report: fitReport(forgiven(report, exercise)), tape };
}
