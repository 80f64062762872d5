import { nearest } from "../nearest.ts";
import type { Fix, Problem, SourceRange } from "../problem.ts";
import { lineText, placeFrom } from "./places.ts";

/** What Python says of a source that it can't read, in our codes: the first that fits. */
const SAID: readonly (readonly [pattern: RegExp, code: string])[] = [
	[/^expected ':'/, "py-colon-missing"],
	[
		/^expected an indented block after '?(.*?)'? ?(?:statement|definition|clause|function|class)?.* on line (\d+)/,
		"py-indent-missing",
	],
	[/^expected an indented block/, "py-indent-missing"],
	[/^unexpected indent/, "py-indent-extra"],
	[/^unindent does not match/, "py-indent-level"],
	[/^inconsistent use of tabs/, "py-tabs"],
	[/^'(.)' was never closed/, "py-bracket-open"],
	[/^unmatched '(.)'/, "py-bracket-extra"],
	[/^closing parenthesis '(.)' does not match opening parenthesis '(.)'(?: on line (\d+))?/, "py-bracket-other"],
	[/^unterminated triple-quoted|^unterminated triple-quoted f-string/, "py-text-open-long"],
	[/^unterminated (?:f-)?string literal/, "py-text-open"],
	[/^unterminated f-string|^f-string: |^t-string: /, "py-f-string"],
	[/Maybe you meant '==' (?:or ':=' )?instead of '='/, "py-equals-single"],
	[/^cannot assign to (.+?)(?: here.*)?$/, "py-assign-value"],
	[/^expression cannot contain assignment/, "py-assign-value"],
	[/^cannot delete|^'(.+)' is an illegal expression for augmented/, "py-assign-value"],
	[/Perhaps you forgot a comma/, "py-comma-missing"],
	[/^Missing parentheses in call to '(.+?)'/, "py-print-brackets"],
	[/^invalid character '(.)'/u, "py-character"],
	[/^invalid non-printable character/, "py-character"],
	[/^invalid (?:decimal|hexadecimal|octal|binary|imaginary) literal|^invalid digit/, "py-number-name"],
	[/^leading zeros in decimal/, "py-zero-leading"],
	[/^'return' outside function/, "py-return-outside"],
	[/^'break' outside loop|^'continue' not properly|^'(?:break|continue)' outside/, "py-break-outside"],
	[/^'yield.*' outside function|^'await' outside/, "py-return-outside"],
	[/^positional argument follows keyword argument/, "py-by-place-after"],
	[/^keyword argument repeated: (.+)/, "py-keyword-repeated"],
	[/^parameter without a default follows|^non-default argument follows/, "py-default-before"],
	[/^duplicate (?:argument|parameter) '(.+)' in/, "py-parameter-twice"],
	[/^expected 'except' or 'finally'/, "py-try-alone"],
	[/^name '(.+)' is (?:used|assigned to) (?:prior to|before) global/, "py-global-late"],
	[/^name '(.+)' is parameter and global/, "py-global-late"],
	[/^unexpected character after line continuation/, "py-backslash"],
	[/Did you mean '(.+)'\?/, "py-word-near"],
	[/^from .* import|^trailing comma not allowed|^Expected one or more names/, "py-import-wrong"],
	[
		/^too many (?:statically )?nested|too many levels of indentation|^parser stack overflow|^Parser stack/i,
		"py-nesting",
	],
	[/null bytes/, "py-null"],
];

/** Words and signs that other languages have, with Python's own. */
const ELSEWHERE: readonly (readonly [pattern: RegExp, meant: string])[] = [
	[/^from(?=\s*=(?!=))/, "from_"],
	[/^else\s+if\b/, "elif"],
	[/^(?:elseif|elsif)\b/i, "elif"],
	[/^&&/, "and"],
	[/^\|\|/, "or"],
	[/^!(?!=)/, "not "],
	[/^(?:function|func|fun|sub|procedure|routine)\b/, "def"],
	[/^(?:let|var|const|dim)\s+/i, ""],
	[/^<>/, "!="],
	[/^=>/, ">="],
	[/^=</, "<="],
	[/^===/, "=="],
	[/^!==/, "!="],
	[/^\+\+/, " += 1"],
	[/^--(?=\s*$)/, " -= 1"],
];

/** Python's own words that open a block, for those written with capitals. */
const OPENERS = ["if", "elif", "else", "for", "while", "def", "with", "return", "import", "from", "class"];

/** Why Python can't read a source. @param parts what the interpreter's `check` gives */
export function syntaxProblem(parts: readonly string[], source: string): Problem {
	const [kind = "", message = "", line = "1", column = "1", endLine = "0", endColumn = "0"] = parts;
	const of = { line: Number(line), column: Number(column), endLine: Number(endLine), endColumn: Number(endColumn) };
	const place = placeFrom(source, of, "characters");
	if (kind === "RecursionError" || kind === "MemoryError" || kind === "OverflowError")
		return { code: "py-nesting", place, data: {} };
	const elsewhere = fromElsewhere(source, place);
	if (elsewhere) return elsewhere;
	for (const [pattern, code] of SAID) {
		const found = pattern.exec(message);
		if (found) return shaped(code, place, source, found);
	}
	return misspelt(source, place) ?? { code: "py-syntax", place, data: { word: wordAt(source, place) } };
}

/** A line whose first word is nearly one that opens a block, before another word. */
function misspelt(source: string, { line }: SourceRange): Problem | undefined {
	const text = lineText(source, line);
	const [, lead = "", word = ""] = /^(\s*)([\p{ID_Continue}]+)\s+[\p{ID_Continue}"'(]/u.exec(text) ?? [];
	if (word.length < 2 || OPENERS.includes(word)) return undefined;
	const meant = nearest(word, OPENERS);
	if (meant === undefined) return undefined;
	const at = { line, column: lead.length + 1, length: word.length };
	return { code: "py-word-near", place: at, data: { word, meant }, fix: { place: at, text: meant } };
}

function wordAt(source: string, { line, column }: SourceRange): string {
	return /^(?:[\p{ID_Continue}]+|\S)/u.exec(lineText(source, line).slice(column - 1))?.[0] ?? "";
}

/** A word or sign of another language in the line. */
function fromElsewhere(source: string, { line, column }: SourceRange): Problem | undefined {
	const text = lineText(source, line);
	const begin = text.length - text.trimStart().length;
	for (const start of new Set([begin, ...spots(text, column - 1)])) {
		const rest = text.slice(start);
		for (const [pattern, meant] of ELSEWHERE) {
			const found = pattern.exec(rest);
			if (!found) continue;
			const word = found[0];
			const at = { line, column: start + 1, length: word.length };
			if (word.trim() === "++" || word.trim() === "--")
				return { code: "py-plus-plus", place: at, data: { word }, fix: { place: at, text: meant } };
			const code = meant === "" ? "py-word-needless" : meant === "from_" ? "py-from-keyword" : "py-word-elsewhere";
			return { code, place: at, data: { word: word.trim(), meant: meant.trim() }, fix: { place: at, text: meant } };
		}
		const [word = ""] = /^[A-Za-z]+/.exec(rest) ?? [];
		if (start === begin && word !== word.toLowerCase() && OPENERS.includes(word.toLowerCase())) {
			const at = { line, column: start + 1, length: word.length };
			const meant = word.toLowerCase();
			return { code: "py-word-near", place: at, data: { word, meant }, fix: { place: at, text: meant } };
		}
	}
	return undefined;
}

/** Where a sign of another language may stand: at the place, and just before it. */
const spots = (text: string, at: number) => [at, at - 1, at - 2].filter((i) => i >= 0 && i < text.length);

const PAIRS: Readonly<Record<string, string>> = { "(": ")", "[": "]", "{": "}", ")": "(", "]": "[", "}": "{" };

function shaped(code: string, place: SourceRange, source: string, found: RegExpExecArray): Problem {
	const [, first = "", second = "", third = ""] = found;
	const text = lineText(source, place.line);
	const word = wordAt(source, place);
	const insert = (what: string, column: number): Fix => ({
		place: { line: place.line, column, length: 0 },
		text: what,
	});
	switch (code) {
		case "py-colon-missing": {
			const end = text.replace(/\s*(?:#.*)?$/, "").length;
			// What comes after belongs below; only a colon at the line's end is a safe fix.
			return { code, place, data: {}, ...(place.column >= end && { fix: insert(":", end + 1) }) };
		}
		case "py-indent-missing":
			return { code, place, data: { word: first.replace(/'/g, ""), line: second } };
		case "py-indent-extra": {
			const lead = text.length - text.trimStart().length;
			const above = indentAbove(source, place.line);
			const at = { line: place.line, column: 1, length: lead };
			return { code, place: at, data: {}, fix: { place: at, text: above } };
		}
		case "py-bracket-open":
		case "py-bracket-extra":
			return { code, place: { ...place, length: 1 }, data: { sign: first, wanted: PAIRS[first] ?? "" } };
		case "py-bracket-other": {
			const wanted = PAIRS[second] ?? "";
			const at = { ...place, length: 1 };
			return {
				code,
				place: at,
				data: { sign: first, open: second, line: third || place.line },
				fix: { place: at, text: wanted },
			};
		}
		case "py-text-open": {
			const quote = /["']/.exec(text.slice(place.column - 1))?.[0] ?? '"';
			return { code, place, data: { quote } };
		}
		case "py-equals-single": {
			if (!/^\s*(?:if|elif|while|return|assert|not)\b/.test(text))
				return { code: "py-assign-value", place, data: { what: first } };
			const at = text.slice(place.column - 1).search(/(?<![=!<>])=(?!=)/);
			if (at < 0) return { code, place, data: {} };
			const sign = { line: place.line, column: place.column + at, length: 1 };
			return { code, place: sign, data: {}, fix: { place: sign, text: "==" } };
		}
		case "py-assign-value": {
			// A condition, where one sign is left out.
			if (/^\s*(?:if|elif|while)\b/.test(text))
				return shaped("py-equals-single", { ...place, column: 1 }, source, found);
			return { code, place, data: { what: first } };
		}
		case "py-print-brackets": {
			const inside = /^(\w+)\s+(.*?)\s*(?:#.*)?$/.exec(text.slice(place.column - 1));
			const at = { line: place.line, column: place.column, length: inside ? inside[0].length : place.length };
			const fix = inside && !text.includes("#") ? { place: at, text: `${inside[1]}(${inside[2]})` } : undefined;
			return { code, place, data: { word: first }, ...(fix && { fix }) };
		}
		case "py-character": {
			const sign = first || (text[place.column - 1] ?? "");
			const meant = SIGNS[sign];
			const at = { ...place, length: sign.length || 1 };
			return meant === undefined
				? { code, place: at, data: { word: sign } }
				: { code: "py-sign", place: at, data: { word: sign, meant }, fix: { place: at, text: meant } };
		}
		case "py-number-name": {
			const begin = /[\w.]*$/.exec(text.slice(0, place.column - 1))?.[0].length ?? 0;
			const [all = word] = /^[\w.]+/.exec(text.slice(place.column - 1 - begin)) ?? [];
			const at = { line: place.line, column: place.column - begin, length: all.length };
			const [number = ""] = /^\d+(?:\.\d+)?/.exec(all) ?? [];
			return { code, place: at, data: { word: all }, ...(number !== "" && { fix: { place: at, text: number } }) };
		}
		case "py-zero-leading": {
			const [number = word] = /^0\d*/.exec(text.slice(place.column - 1)) ?? [];
			const at = { ...place, length: number.length };
			const meant = number.replace(/^0+(?=\d)/, "");
			return { code, place: at, data: { word: number, meant }, fix: { place: at, text: meant } };
		}
		case "py-comma-missing": {
			// Before the last of two values with nothing but a space between them.
			const gap = /[\w)\]"']([ \t]+)[\w"'([{]+$/.exec(text.slice(place.column - 1, place.column - 1 + place.length));
			const fix = gap && insert(",", place.column + gap.index + 1);
			return { code, place, data: { word }, ...(fix && { fix }) };
		}
		case "py-word-near": {
			const [wrong = word] = /^[\p{ID_Continue}]+/u.exec(text.slice(place.column - 1)) ?? [];
			const at = { ...place, length: wrong.length };
			return { code, place: at, data: { word: wrong, meant: first }, fix: { place: at, text: first } };
		}
		default:
			return { code, place, data: { word: first || word } };
	}
}

/** Signs that only look like Python's. */
const SIGNS: Readonly<Record<string, string>> = {
	"“": '"',
	"”": '"',
	"„": '"',
	"‘": "'",
	"’": "'",
	"´": "'",
	"–": "-",
	"—": "-",
	"−": "-",
	"×": "*",
	"÷": "/",
	"≤": "<=",
	"≥": ">=",
	"≠": "!=",
	"，": ",",
	"（": "(",
	"）": ")",
	"\u00a0": " ",
};

/** The indentation of the nearest line above that says something. */
function indentAbove(source: string, line: number): string {
	for (let i = line - 1; i > 0; i--) {
		const text = lineText(source, i);
		if (text.trim() !== "" && !text.trim().startsWith("#")) return /^[ \t]*/.exec(text)?.[0] ?? "";
	}
	return "";
}

/** What Python only warns of, in our codes. */
const WARNED: readonly (readonly [pattern: RegExp, code: string])[] = [
	[/^"is(?: not)?" with/, "py-is-literal"],
	[/invalid escape sequence/, "py-escape"],
	[/^'(.+)' object is not (?:callable|subscriptable); perhaps you missed a comma/, "py-comma-maybe"],
	[/^assertion is always true/, "py-assert-true"],
];

/** A warning of Python's as a remark; undefined for those that say nothing to a beginner. */
export function warningRemark([line = "1", message = ""]: readonly string[], source: string): Problem | undefined {
	const found = WARNED.find(([pattern]) => pattern.test(message));
	if (!found) return undefined;
	const place = placeFrom(source, { line: Number(line), column: 0, endLine: 0, endColumn: 0 }, "characters");
	return { code: found[1], place, data: {} };
}
