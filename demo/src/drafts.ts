import { readFileSync } from "node:fs";
import { type ExerciseFile, mark, readExercise } from "@markpen/core";
import { parse } from "yaml";

/** A draft with the results of its last run. */
export interface DemoDraft {
	readonly exercise: string;
	readonly student: string;
	readonly device: string;
	/** Minutes after the lesson began. */
	readonly minute: number;
	readonly source: string;
	readonly runs: number;
	/** Runs, and milliseconds, without one criterion more being met. */
	readonly idleRuns: number;
	readonly idleMilliseconds: number;
	/** The hints given, by criterion, and the number of runs before each. */
	readonly hinted?: Readonly<Record<string, { readonly given: number; readonly runs: number }>>;
	readonly state: string;
	readonly met: readonly string[];
}

type Written = Omit<DemoDraft, "idleMilliseconds" | "state" | "met"> & { readonly idleSeconds: number };

function exerciseOf(id: string): ExerciseFile {
	const reading = readExercise(readFileSync(new URL(`../exercises/${id}.exercise.yaml`, import.meta.url), "utf8"));
	if (!reading.ok) throw new Error(`the demo's exercise ${id} can't be read`);
	return reading.exercise;
}

/** Every draft of the demo, in the order of the file, judged as its last run was. */
export function demoDrafts(): DemoDraft[] {
	const written = parse(readFileSync(new URL("../drafts.yaml", import.meta.url), "utf8")) as Written[];
	const exercises = new Map([...new Set(written.map((d) => d.exercise))].map((id) => [id, exerciseOf(id)]));
	return written.map(({ idleSeconds, ...draft }) => {
		const { state, criteria } = mark(draft.source, exercises.get(draft.exercise) as ExerciseFile, { bare: true });
		return {
			...draft,
			idleMilliseconds: 1000 * idleSeconds,
			state,
			met: criteria.filter((c) => c.verdict === "met").map((c) => c.id),
		};
	});
}
