/** The help for a word of a language: shown in the docs, under the cursor and when a word is completed. */
export interface Help {
	readonly word: string;
	/** The grammar in one line a form. */
	readonly forms: readonly string[];
	readonly help: string;
	/** A program that shows it. */
	readonly example: string;
}
