/** Texts and comments of Python, one after the other. */
const PIECES =
	/[rbfuRBFU]{0,2}(?:"""[\s\S]*?(?:"""|$)|'''[\s\S]*?(?:'''|$)|"(?:[^"\\\n]|\\.)*"?|'(?:[^'\\\n]|\\.)*'?)|#([^\n]*)/g;

/** A line without its comment. */
export function plainLine(line: string): string {
	const kept = /^(?:"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'|(?!#).)*/.exec(line)?.[0] ?? line;
	return kept.replace(/\s+/g, " ").trim();
}

/** Lines with words in a comment; the text that says what a function does is one too. */
export function commentLines(source: string): number[] {
	const lines: number[] = [];
	let at = 0;
	let line = 1;
	for (const found of source.matchAll(PIECES)) {
		for (; at < found.index; at++) if (source[at] === "\n") line++;
		const said = found[1] ?? docText(source, found.index, found[0]);
		if (said === undefined) continue;
		said.split("\n").forEach((text, i) => {
			if (/[\p{L}\d]/u.test(text)) lines.push(line + i);
		});
	}
	return lines;
}

/** A text of three quote marks that is a statement of its own. */
function docText(source: string, at: number, text: string): string | undefined {
	if (!/^(?:"""|''')/.test(text)) return undefined;
	const before = source.slice(source.lastIndexOf("\n", at - 1) + 1, at);
	const after = /^[^\n]*/.exec(source.slice(at + text.length))?.[0] ?? "";
	return before.trim() === "" && after.trim() === "" ? text : undefined;
}
