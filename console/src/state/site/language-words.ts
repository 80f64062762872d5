import type { LanguageId } from "@markpen/core";

/** What people call the languages that programs are written in. */
export const LANGUAGE_WORDS: Readonly<Record<LanguageId, string>> = Object.freeze({
	nib: "Nib",
	python: "Python",
	javascript: "JavaScript on a canvas",
	svg: "SVG",
});
