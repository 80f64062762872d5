import {
	ENDINGS,
	type ExerciseFile,
	firstLanguage,
	LANGUAGE_IDS,
	type Language,
	type LanguageId,
	LanguageLoader,
	languageOf,
	languageOfFile,
	languagesOf,
	type SourceText,
} from "@markpen/core";
import { INTERPRETERS } from "@markpen/threads";
import { WrongCall } from "./call.ts";
import { readSource } from "./files.ts";

/** How a call says what a program is written in. */
export interface LanguageCall {
	/** Overrides the language of the file's ending. */
	readonly language?: string;
}

/** Reads the option `--language`. Throws {@link WrongCall} for an unknown language. */
function asked({ language }: LanguageCall): LanguageId | undefined {
	if (language === undefined) return undefined;
	const known = LANGUAGE_IDS.find((id) => id === language);
	if (!known) throw new WrongCall(`There is no language ${language}. Languages: ${LANGUAGE_IDS.join(", ")}.`);
	return known;
}

/**
 * A program with its language: from the option, the file's ending or the exercise, in this order; Nib otherwise. Throws
 * {@link WrongCall} if the exercise doesn't allow the language.
 */
export async function readProgram(path: string, call: LanguageCall = {}, exercise?: ExerciseFile): Promise<SourceText> {
	const told = asked(call) ?? languageOfFile(path);
	const language = told ?? (exercise ? firstLanguage(exercise) : "nib");
	if (exercise && !languagesOf(exercise).includes(language))
		throw new WrongCall(
			`${path} is in ${language}, and ${exercise.id} is done in ${languagesOf(exercise).join(" or ")}. If the file's ending is wrong, use --language.`,
		);
	return { source: await readSource(path), language };
}

/** A language loaded in this process. */
export async function loadedLanguage(id: LanguageId): Promise<Language> {
	return languageOf(await new LanguageLoader(INTERPRETERS).ready([id]), id);
}

/** The usual ending of a language's files. */
export const endingOfLanguage = (id: LanguageId) => ENDINGS[id][0] as string;
