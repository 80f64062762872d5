/** A line without its comment; comments over several lines end where they begin. */
export function plainLine(line: string): string {
	const kept = /^(?:"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'|`[^`]*`|(?!\/\/|\/\*).)*/.exec(line)?.[0] ?? line;
	return kept.replace(/\s+/g, " ").trim();
}

/** Lines with words in a comment. */
export function commentLines(source: string): number[] {
	const lines: number[] = [];
	const pattern = /"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|`(?:[^`\\]|\\.)*`|\/\/([^\n]*)|\/\*([\s\S]*?)\*\//g;
	for (const found of source.matchAll(pattern)) {
		const said = found[1] ?? found[2];
		if (said === undefined) continue;
		const first = source.slice(0, found.index).split("\n").length;
		said.split("\n").forEach((text, i) => {
			if (/[\p{L}\d]/u.test(text)) lines.push(first + i);
		});
	}
	return lines;
}
