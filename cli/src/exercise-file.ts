import { type Conditions, conditionsOf, type ExerciseFile, readExercise } from "@markpen/core";
import { WrongCall } from "./call.ts";
import { readSource } from "./files.ts";

/** An exercise file, or a sentence for each thing wrong in it. */
export async function readExerciseFile(path: string): Promise<ExerciseFile> {
	const reading = readExercise(await readSource(path));
	if (reading.ok) return reading.exercise;
	throw new WrongCall(
		reading.problems.map((p) => `${path}:${p.line}:${p.column}: ${p.path ? `${p.path}: ` : ""}${p.message}`).join("\n"),
	);
}

/** What an exercise file sets for runs. */
export async function readConditions(path: string): Promise<Conditions> {
	return conditionsOf(await readExerciseFile(path));
}
