import type { LanguageId, SourceText } from "../languages/language.ts";
import { firstLanguage, languagesOf } from "./languages-of.ts";
import type { ExerciseFile } from "./schema.ts";

/** An exercise's model. */
export function modelOf(file: ExerciseFile): SourceText {
	return { source: file.model, language: file["model language"] ?? firstLanguage(file) };
}

/** What a student begins with in a language, where the exercise has something. */
export function starterOf(file: ExerciseFile, language: LanguageId): SourceText | undefined {
	const source = file.starters?.[language] ?? (language === firstLanguage(file) ? file.starter : undefined);
	return source === undefined ? undefined : { source, language };
}

/** The example that an exercise shows, where it has one. */
export function exampleOf(file: ExerciseFile): SourceText | undefined {
	return file.example && { source: file.example.program, language: file.example.language ?? firstLanguage(file) };
}

/** All languages that an exercise needs: its students', and those of its own programs. */
export function languagesNeeded(file: ExerciseFile): readonly LanguageId[] {
	const example = exampleOf(file);
	return [...new Set([...languagesOf(file), modelOf(file).language, ...(example ? [example.language] : [])])];
}
