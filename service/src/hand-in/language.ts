import { type LanguageId, languageOfFile } from "@markpen/core";
import { Refusal } from "../refusals.ts";

/**
 * What a program counts as written in: as the call says, else as its draft was, else the exercise's first language.
 *
 * @throws Refusal "language-not-taken" where the exercise isn't done in it
 */
export function languageTaken(
	asked: LanguageId | undefined,
	of: { readonly languages: readonly LanguageId[]; readonly draftLanguage?: LanguageId | null },
): LanguageId {
	const first = of.languages[0] ?? "nib";
	if (asked === undefined)
		return of.draftLanguage && of.languages.includes(of.draftLanguage) ? of.draftLanguage : first;
	if (!of.languages.includes(asked)) throw new Refusal("language-not-taken");
	return asked;
}

/** The language of a file that a teacher hands in: that of its ending where the exercise takes it, else the first. */
export function languageOfUpload(file: string, languages: readonly LanguageId[]): LanguageId {
	const told = languageOfFile(file);
	return told && languages.includes(told) ? told : (languages[0] ?? "nib");
}
