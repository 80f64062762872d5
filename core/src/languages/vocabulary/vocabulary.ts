import type { LanguageId } from "../language.ts";
import { FUNCTIONS } from "../nib/functions.ts";
import { STATEMENTS } from "../nib/statements/index.ts";

/** What exercises call the parts of a language. */
export interface Vocabulary {
	/** What a criterion on the source can ask for or forbid. */
	readonly usable: readonly string[];
	/** What an exercise can leave out of the language. */
	readonly leavable: readonly string[];
}

/** Parts that every language with statements has, by the words of Nib. */
const CONSTRUCTS = [
	"loop",
	"repeat",
	"for",
	"for each",
	"while",
	"routine",
	"call",
	"return",
	"picture",
	"area",
	"each frame",
	"list",
	"comment",
	"if",
	"else",
	"let",
	"calculation",
	"pen up",
	"pen down",
	"pen none",
	"pen colour",
	"pen width",
] as const;

const BLOCK_WORDS = ["repeat", "for", "while", "if", "routine", "area", "picture", "let"] as const;

const once = (words: readonly string[]) => words.filter((word, i) => words.indexOf(word) === i);

const VOCABULARIES: Partial<Record<LanguageId, Vocabulary>> = Object.freeze({
	nib: {
		usable: once([...CONSTRUCTS, ...STATEMENTS.keys(), ...FUNCTIONS.keys()]),
		leavable: [...BLOCK_WORDS, ...STATEMENTS.keys()],
	},
});

/** Everything that a criterion can ask for, in any language. */
export const USABLE: readonly string[] = once(Object.values(VOCABULARIES).flatMap((v) => v.usable));

/** Everything that an exercise can leave out, in any language. */
export const LEAVABLE: readonly string[] = once(Object.values(VOCABULARIES).flatMap((v) => v.leavable));
