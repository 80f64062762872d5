import { References, type Wanted } from "../marking/wanted.ts";
import type { ExerciseFile } from "./schema.ts";

const KNOWN = new WeakMap<ExerciseFile, Wanted>();

/** What an exercise is marked by; made once for each file that was read. */
export function wantedOf(file: ExerciseFile): Wanted {
	let wanted = KNOWN.get(file);
	if (!wanted) {
		wanted = {
			figures: new Map(Object.entries(file.figures)),
			criteria: file.criteria,
			exactness: file.tolerance,
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
