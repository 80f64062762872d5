import { languageOf, type SourceText } from "../languages/language.ts";
import { NIB_ALONE } from "../languages/nib/nib.ts";
import { BudgetedRuns } from "../marking/budgeted-runs.ts";
import { RecordedRun } from "../marking/program-run.ts";
import type { ProgramRun, Submission } from "../marking/scene.ts";
import { Program } from "../marking/source/program.ts";
import { conditionsOf, type Running, runUnder } from "./conditions.ts";
import { markingOf } from "./marking-spec-of.ts";
import type { ExerciseFile } from "./schema.ts";

/** A program of an exercise, read and run under the exercise's conditions, ready to be judged. */
export function programRunOf(
	{ source, language }: SourceText,
	file: ExerciseFile,
	{ languages = NIB_ALONE, ...running }: Running = {},
	submission: Submission = {},
): ProgramRun {
	const under = runUnder(conditionsOf(file), running);
	const program = new Program(languageOf(languages, language).read(source, under.limits, under.without));
	return new RecordedRun({ ...markingOf(file), program, submission, runs: new BudgetedRuns(under), languages });
}
