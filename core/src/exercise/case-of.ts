import { type Brought, Case } from "../marking/case.ts";
import { Runs } from "../marking/runs.ts";
import { Program } from "../marking/source/program.ts";
import { conditionsOf, type Running, runUnder } from "./conditions.ts";
import type { ExerciseFile } from "./schema.ts";
import { wantedOf } from "./wanted-of.ts";

/** A program of an exercise, read and run under the exercise's conditions, ready to be judged. */
export function caseOf(source: string, file: ExerciseFile, running: Running = {}, brought: Brought = {}): Case {
	const under = runUnder(conditionsOf(file), running);
	return new Case(new Program(source, under.limits, under.without), wantedOf(file), brought, new Runs(under));
}
