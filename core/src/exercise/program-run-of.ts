import { BudgetedRuns } from "../marking/budgeted-runs.ts";
import { ProgramRun, type Submission } from "../marking/program-run.ts";
import { Program } from "../marking/source/program.ts";
import { conditionsOf, type Running, runUnder } from "./conditions.ts";
import { markingSpecOf } from "./marking-spec-of.ts";
import type { ExerciseFile } from "./schema.ts";

/** A program of an exercise, read and run under the exercise's conditions, ready to be judged. */
export function programRunOf(
	source: string,
	file: ExerciseFile,
	running: Running = {},
	brought: Submission = {},
): ProgramRun {
	const under = runUnder(conditionsOf(file), running);
	return new ProgramRun(
		new Program(source, under.limits, under.without),
		markingSpecOf(file),
		brought,
		new BudgetedRuns(under),
	);
}
