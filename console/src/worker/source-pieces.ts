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

const PYTHON_KEYWORDS: ReadonlySet<string> = new Set(
	"and as assert async await break case class continue def del elif else except False finally for from global if import in is lambda match None nonlocal not or pass raise return True try while with yield".split(
		" ",
	),
);

/** Comments, texts and words of a line of Python. */
const PYTHON =
	/(#.*)|([rbfuRBFU]{0,2}(?:"""[^"]*(?:"""|$)|"(?:[^"\\]|\\.)*"?|'(?:[^'\\]|\\.)*'?))|([\p{L}_][\p{L}\p{N}_]*)/gu;

/** Comments, tags with their names, and values of a line of SVG. */
const SVG = /(<!--.*?(?:-->|$))|("[^"]*"?|'[^']*'?)|(<\/?[\w:-]+|\/?>)/g;

/** The pieces of a line that a pattern finds as comment, quoted or word, and what is between them. */
function found(line: string, pattern: RegExp, isHead: (word: string) => boolean): Piece[] {
	const pieces: Piece[] = [];
	let at = 0;
	const add = (text: string, as: Piece["as"]) => {
		const last = pieces.at(-1);
		if (last?.as === as && as === "plain") pieces[pieces.length - 1] = { text: last.text + text, as };
		else if (text !== "") pieces.push({ text, as });
	};
	for (const { 0: text, 1: comment, 2: quoted, 3: word, index } of line.matchAll(pattern)) {
		add(line.slice(at, index), "plain");
		if (comment !== undefined) add(text, "comment");
		else if (quoted !== undefined) add(text, "quoted");
		else add(text, word !== undefined && isHead(word) ? "head" : "plain");
		at = index + text.length;
	}
	add(line.slice(at), "plain");
	return pieces;
}

/** A line of source in pieces to be coloured. */
export function sourcePieces(line: string, language: LanguageId): Piece[] {
	if (language === "javascript") return found(line, JAVASCRIPT, (word) => KEYWORDS.has(word));
	if (language === "python") return found(line, PYTHON, (word) => PYTHON_KEYWORDS.has(word));
	if (language === "svg") return found(line, SVG, () => true);
	return piecesOf(line);
}
