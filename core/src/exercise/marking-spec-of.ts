import type { MarkingSpec } from "../marking/marking-spec.ts";
import { References } from "../marking/references.ts";
import { statedProperties } from "../marking/stated.ts";
import { languagesOf } from "./languages-of.ts";
import { exampleOf, modelOf, starterOf } from "./programs.ts";
import type { ExerciseFile } from "./schema.ts";

/** What an exercise is marked by, with the runs of its own programs, which all hand-ins share. */
export interface ExerciseMarking {
	readonly spec: MarkingSpec;
	readonly references: References;
}

const CACHED = new WeakMap<ExerciseFile, ExerciseMarking>();

/** What an exercise is marked by; made once for each file that was read. */
export function markingOf(file: ExerciseFile): ExerciseMarking {
	let marking = CACHED.get(file);
	if (!marking) {
		const figures = new Map(Object.entries(file.figures));
		const { criteria } = file;
		const spec = {
			figures,
			criteria,
			stated: statedProperties({ figures, criteria }),
			tolerances: file.tolerance,
			model: modelOf(file),
			starters: new Map(
				languagesOf(file).flatMap((id) => {
					const starter = starterOf(file, id);
					return starter ? [[id, starter] as const] : [];
				}),
			),
			example: exampleOf(file),
			continues: file.continues,
			seeds: file.run?.seeds ?? [],
			beyondFull: file.bonus === "beyond full",
		};
		marking = { spec, references: new References() };
		CACHED.set(file, marking);
	}
	return marking;
}
