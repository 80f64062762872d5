import type { Token } from "./lexer.ts";

/** Words that open a block closed by `end`. */
const OPENERS: ReadonlySet<string> = new Set(["repeat", "for", "while", "if", "routine", "each"]);

/** Whether a line opens a block, as far as its first words tell: `area` alone, `picture` before a name. */
export function opensBlock(tokens: readonly Token[]): boolean {
	const [head, next] = tokens;
	if (head?.type !== "name") return false;
	if (head.text === "area") return next === undefined;
	if (head.text === "picture") return next?.type === "name";
	return OPENERS.has(head.text);
}

/** Words of the language that can't be names. */
export const RESERVED: ReadonlySet<string> = new Set(
	"let if else repeat for each while routine return break end pen sheet frame true false none and or not mod".split(
		" ",
	),
);

export const FLOW = new Set([
	"let",
	"repeat",
	"for",
	"each",
	"while",
	"if",
	"else",
	"routine",
	"return",
	"break",
	"end",
]);

/** What other ways of drawing call a statement, and what Nib says. */
export const OTHER_WORDS: ReadonlyMap<string, string> = new Map(
	Object.entries({
		forward: "walk",
		move: "walk",
		step: "walk",
		back: "walk",
		left: "turn left",
		right: "turn right",
		rotate: "turn",
		rectangle: "rect",
		square: "rect",
		oval: "ellipse",
		background: "paper",
		color: "pen colour",
		colour: "pen colour",
		write: "text",
		var: "let",
		const: "let",
		set: "let",
		function: "routine",
		def: "routine",
		procedure: "routine",
		loop: "repeat",
		until: "while",
		elif: "else if",
		elseif: "else if",
		clear: "wipe",
		wait: "pause",
		sleep: "pause",
		goto: "go to",
		penup: "pen up",
		pendown: "pen down",
		every: "each",
	}),
);

/** Whether a word that isn't Nib's was meant to open a block. */
export function meantToOpen(word: string): boolean {
	const ours = OTHER_WORDS.get(word.toLowerCase()) ?? word.toLowerCase();
	return ours !== word && OPENERS.has(ours);
}
