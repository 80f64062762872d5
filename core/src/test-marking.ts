import { readExercise } from "./exercise/read.ts";
import type { SourceText } from "./languages/language.ts";
import { mark } from "./mark.ts";
import type { Submission } from "./marking/scene.ts";
import type { Report } from "./report.ts";

/** A source in Nib. */
export const inNib = (source: string): SourceText => ({ source, language: "nib" });

/** A program marked by figures and criteria in YAML, with a model of its own or itself as the model. */
export function marked(
	spec: string,
	program: string,
	{ model = program, brought = {} }: { readonly model?: string; readonly brought?: Submission } = {},
): Report {
	const source = `format: markpen/exercise@1
id: rule
title: Rule
brief: |
  A rule.
language: nib
sheet: { width: 400, height: 300, origin: bottom left }
tolerance: { position: 4, size: 3, angle: 2, colour: family }
model: |
${model.replace(/^/gm, "  ")}
${spec}
`;
	const reading = readExercise(source);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return mark(program, reading.exercise, brought);
}
/** The verdicts of a marked program, by its criteria's ids. */
export const verdicts = (spec: string, program: string) =>
	Object.fromEntries(marked(spec, program).criteria.map((c) => [c.id, c.verdict]));
/** What the report of a program says of one criterion. */
export const sentence = (spec: string, program: string, id: string) =>
	marked(spec, program).criteria.find((c) => c.id === id)?.sentence;
