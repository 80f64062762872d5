import { type Criterion, checkOf } from "../marking/judge.ts";
import type { Sheet } from "../tape/layout.ts";
import { criterionSentence } from "../words/criteria.ts";
import type { ExerciseFile } from "./schema.ts";

/** What a student's browser gets of an exercise: no model, nothing that is shown later or never. */
export interface StudentCopy {
	readonly id: string;
	readonly title: string;
	readonly brief: string;
	readonly sheet: Sheet | null;
	readonly starter: string | null;
	readonly criteria: readonly { readonly id: string; readonly part: string | null; readonly sentence: string; readonly points: number; readonly bonus: boolean }[];
}

/** The sentence of a criterion: its own, or one that is made. */
export function sentenceOf(criterion: Criterion): string {
	return criterion.says ?? criterionSentence(checkOf(criterion).says(criterion));
}

/** Makes the student's copy of an exercise. */
export function studentCopy(file: ExerciseFile): StudentCopy {
	return {
		id: file.id,
		title: file.title,
		brief: file.brief,
		sheet: file.sheet ?? null,
		starter: file.starter ?? null,
		criteria: file.criteria
			.filter((c) => (c.show ?? "before") === "before")
			.map((c) => ({ id: c.id, part: c.part ?? null, sentence: sentenceOf(c), points: c.points, bonus: c.bonus === true })),
	};
}
