import type { LanguageId } from "../languages/language.ts";

/** What an exercise says of its languages: one, or several to choose from. */
interface Written {
	readonly language: LanguageId;
	readonly languages?: readonly LanguageId[] | undefined;
}

/** The languages that students may write in, the usual one first. */
export function languagesOf({ language, languages }: Written): readonly LanguageId[] {
	return languages ?? [language];
}

/** The language that students write in unless they choose another. */
export function firstLanguage(file: Written): LanguageId {
	return languagesOf(file)[0] as LanguageId;
}
