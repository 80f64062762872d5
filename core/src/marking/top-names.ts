import type { ProgramRun } from "./scene.ts";

/** A name that a `let` at top level declares, with the number that it is given first. */
export interface TopName {
	readonly name: string;
	readonly line: number;
	readonly value: number;
}

/** Names that are tried at most. */
const MAX_NAMES = 24;

/**
 * The names at top level that hold numbers, with their first values; found by running the program once and watching
 * them.
 */
export function topNames({ program, runs, change }: ProgramRun): TopName[] {
	const lets = program.steps
		.flatMap((s) => (s.node === "let" && s.variable?.kind === "number" ? [{ name: s.name, line: s.place.line }] : []))
		.slice(0, MAX_NAMES);
	if (lets.length === 0) return [];
	const { watched } = runs.of(
		program.read,
		change,
		lets.map((l) => l.name),
	);
	return lets.flatMap(({ name, line }) => {
		const first = watched?.changes.find((c) => c.name === name && c.line === line);
		const value = first === undefined ? Number.NaN : Number(first.value);
		return Number.isFinite(value) ? [{ name, line, value }] : [];
	});
}
