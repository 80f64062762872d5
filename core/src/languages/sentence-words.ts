/** A word of the student's or of the language, set apart in a sentence. */
export const q = (word: string | number | undefined) => `“${word ?? ""}”`;

const BRACKETS: Readonly<Record<string, string>> = {
	"(": "round",
	")": "round",
	"[": "square",
	"]": "square",
	"{": "curly",
	"}": "curly",
};

/** A bracket with its name: round bracket “(”. */
export const bracket = (sign: string | number | undefined) => `${BRACKETS[String(sign)] ?? ""} bracket ${q(sign)}`;
