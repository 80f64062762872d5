import type { LanguageId } from "@markpen/core";
import { type Piece, piecesOf } from "./nib-words.ts";

const KEYWORDS: ReadonlySet<string> = new Set(
	"async await break case catch class const continue do else finally for function if in let new of return switch throw try typeof var while".split(
		" ",
	),
);

/** Comments, texts and words of a line of JavaScript; what goes over several lines is coloured where it begins. */
const JAVASCRIPT =
	/(\/\/.*|\/\*.*?(?:\*\/|$))|("(?:[^"\\]|\\.)*"?|'(?:[^'\\]|\\.)*'?|`[^`]*`?)|([\p{L}_$][\p{L}\p{N}_$]*)/gu;

function javaScriptPieces(line: string): Piece[] {
	const pieces: Piece[] = [];
	let at = 0;
	const add = (text: string, as: Piece["as"]) => {
		const last = pieces.at(-1);
		if (last?.as === as && as === "plain") pieces[pieces.length - 1] = { text: last.text + text, as };
		else if (text !== "") pieces.push({ text, as });
	};
	for (const found of line.matchAll(JAVASCRIPT)) {
		const [text, comment, quoted, word] = found;
		add(line.slice(at, found.index), "plain");
		if (comment !== undefined) add(text, "comment");
		else if (quoted !== undefined) add(text, "quoted");
		else add(text, word !== undefined && KEYWORDS.has(word) ? "head" : "plain");
		at = found.index + text.length;
	}
	add(line.slice(at), "plain");
	return pieces;
}

/** A line of source in pieces to be coloured. */
export function sourcePieces(line: string, language: LanguageId): Piece[] {
	return language === "javascript" ? javaScriptPieces(line) : piecesOf(line);
}
