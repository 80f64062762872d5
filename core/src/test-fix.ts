import type { Problem } from "./languages/problem.ts";

/** A source with a problem's fix applied; unchanged where it has none. */
export function applied(source: string, problem: Problem | undefined): string {
	if (!problem?.fix) return source;
	const { place, text } = problem.fix;
	const lines = source.split("\n");
	const line = lines[place.line - 1] as string;
	lines[place.line - 1] = line.slice(0, place.column - 1) + text + line.slice(place.column - 1 + place.length);
	return lines.join("\n");
}
