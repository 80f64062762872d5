import type { LanguageId } from "../language.ts";
import { FUNCTIONS } from "../nib/functions.ts";
import { STATEMENTS } from "../nib/statements/index.ts";
import { CANVAS_NAMES, SVG_NAMES } from "./names.ts";

/** What exercises call the parts of a language. */
export interface Vocabulary {
	/** What a criterion on the source can ask for or forbid. */
	readonly usable: readonly string[];
	/** What an exercise can leave out of the language. */
	readonly leavable: readonly string[];
}

/** Parts of Nib beside its statements. */
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

/** Those of them that every language with statements has. */
const COMMON = [
	"loop",
	"for",
	"for each",
	"while",
	"routine",
	"call",
	"return",
	"each frame",
	"list",
	"comment",
	"if",
	"else",
	"let",
	"calculation",
] as const;

const BLOCK_WORDS = ["repeat", "for", "while", "if", "routine", "area", "picture", "let"] as const;

const once = (words: readonly string[]) => words.filter((word, i) => words.indexOf(word) === i);

/** Functions of Python that a criterion may ask for. */
const PYTHON_FUNCTIONS = [
	"range",
	"len",
	"input",
	"random",
	"randint",
	"choice",
	"append",
	"sin_deg",
	"cos_deg",
] as const;

/** The parts of each language that has any. */
export const VOCABULARIES: Partial<Record<LanguageId, Vocabulary>> = Object.freeze({
	nib: {
		usable: once([...CONSTRUCTS, ...STATEMENTS.keys(), ...FUNCTIONS.keys()]),
		leavable: [...BLOCK_WORDS, ...STATEMENTS.keys()],
	},
	python: {
		usable: once([...CONSTRUCTS, ...STATEMENTS.keys(), ...PYTHON_FUNCTIONS]),
		leavable: [...BLOCK_WORDS.filter((word) => word !== "let"), ...STATEMENTS.keys()],
	},
	javascript: {
		usable: once([...COMMON, ...CANVAS_NAMES]),
		leavable: ["for", "while", "if", "function", "class", ...CANVAS_NAMES],
	},
	svg: { usable: ["comment", "class", ...SVG_NAMES], leavable: SVG_NAMES.filter((name) => name !== "svg") },
});

/** Everything that a criterion can ask for, in any language. */
export const USABLE: readonly string[] = once(Object.values(VOCABULARIES).flatMap((v) => v.usable));

/** Everything that an exercise can leave out, in any language. */
export const LEAVABLE: readonly string[] = once(Object.values(VOCABULARIES).flatMap((v) => v.leavable));
