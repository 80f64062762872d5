import { type LanguageId, languageOfFile } from "@markpen/core";
import { Refusal } from "../refusals.ts";

/**
 * A program's language: from the call, from its draft, or the exercise's first.
 *
 * @throws Refusal "language-not-taken" if the exercise doesn't allow it
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

/** The language of an uploaded file: from its ending if the exercise allows it, otherwise the exercise's first. */
export function languageOfUpload(file: string, languages: readonly LanguageId[]): LanguageId {
	const told = languageOfFile(file);
	return told && languages.includes(told) ? told : (languages[0] ?? "nib");
}
