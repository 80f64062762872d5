import type { LanguageId, SourceText } from "../languages/language.ts";
import type { ExerciseFile } from "./schema.ts";

/** The languages that students may write in, the first by default. */
export function languagesOf(file: Pick<ExerciseFile, "language">): readonly LanguageId[] {
	return [file.language];
}

/** An exercise's model. */
export function modelOf(file: ExerciseFile): SourceText {
	return { source: file.model, language: file.language };
}

/** What a student begins with in a language, where the exercise has something. */
export function starterOf(file: ExerciseFile, language: LanguageId): SourceText | undefined {
	return file.starter === undefined ? undefined : { source: file.starter, language };
}

/** The example that an exercise shows, where it has one. */
export function exampleOf(file: ExerciseFile): SourceText | undefined {
	return file.example && { source: file.example.program, language: file.language };
}
