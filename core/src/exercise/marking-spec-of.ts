import { type MarkingSpec, References } from "../marking/marking-spec.ts";
import type { ExerciseFile } from "./schema.ts";

const KNOWN = new WeakMap<ExerciseFile, MarkingSpec>();

/** What an exercise is marked by; made once for each file that was read. */
export function markingSpecOf(file: ExerciseFile): MarkingSpec {
	let wanted = KNOWN.get(file);
	if (!wanted) {
		wanted = {
			figures: new Map(Object.entries(file.figures)),
			criteria: file.criteria,
			tolerances: file.tolerance,
			model: file.model,
			starter: file.starter,
			example: file.example?.program,
			seeds: file.run?.seeds ?? [],
			beyondFull: file.bonus === "beyond full",
			references: new References(),
		};
		KNOWN.set(file, wanted);
	}
	return wanted;
}
