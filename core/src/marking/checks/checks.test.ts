import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { z } from "zod";
import { broughtWith, type CheckExample, exampleFile } from "../../../examples/example-file.mjs";
import { readExercise } from "../../exercise/read.ts";
import { mark } from "../../mark.ts";
import type { Report } from "../../report.ts";

import { CHECKS } from "./index.ts";

const FILE = "core/examples/checks.yaml";
const EXAMPLES = parse(
	readFileSync(new URL("../../../examples/checks.yaml", import.meta.url), "utf8"),
) as CheckExample[];

function reportOf(example: CheckExample, program: string, brought: CheckExample["brought"] = {}): Report {
	const reading = readExercise(exampleFile(example));
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	const report = mark(program, reading.exercise, broughtWith(brought));
	expect(report.errors).toEqual([]);
	return report;
}

/** An option's schema without what makes it optional. */
function inner(schema: z.ZodType): z.ZodType {
	return schema instanceof z.ZodOptional || schema instanceof z.ZodDefault
		? inner(schema.unwrap() as z.ZodType)
		: schema;
}

/** The options of a shape; those of options that are objects themselves are named with a point. */
function optionsOf(shape: z.ZodRawShape): string[] {
	return Object.entries(shape).flatMap(([name, schema]) => {
		const own = inner(schema as z.ZodType);
		const object =
			own instanceof z.ZodObject
				? own
				: own instanceof z.ZodUnion
					? own.options.map((o) => inner(o as z.ZodType)).find((o) => o instanceof z.ZodObject && name === "unchanged")
					: undefined;
		return object instanceof z.ZodObject && !WHOLE.has(name)
			? optionsOf(object.shape).map((more) => `${name}.${more}`)
			: [name];
	});
}

/** Options whose parts only make sense together: one example shows them whole. */
const WHOLE = new Set(["as", "more than", "less than", "near"]);

/** Options each of whose words has an example. */
const EVERY_WORD: Readonly<Record<string, string>> = { relation: "is", arrangement: "as", likeness: "to" };

/** The words that an option's schema allows. */
function wordsOf(schema: z.ZodType): string[] {
	const own = inner(schema);
	if (own instanceof z.ZodEnum) return own.options.map(String);
	if (own instanceof z.ZodUnion) return own.options.flatMap((o) => wordsOf(o as z.ZodType));
	return own instanceof z.ZodObject ? Object.keys(own.shape) : [];
}

for (const check of CHECKS) {
	const own = EXAMPLES.filter((e) => e.check === check.name);
	describe(check.name, () => {
		test("every option of the schema has an example, and nothing else has", () => {
			const options = optionsOf(check.options);
			const shown = own.map((e) => e.option);
			const lacking = options.filter((o) => !shown.includes(o));
			const unknown = shown.filter((o) => !options.includes(o));
			expect([
				...lacking.map((o) => `The option \`${o}\` of the check \`${check.name}\` has no example in ${FILE}`),
				...unknown.map((o) => `${FILE} has an example of \`${o}\`, which the check \`${check.name}\` hasn't`),
			]).toEqual([]);
		});

		const word = EVERY_WORD[check.name];
		if (word) {
			test(`every word of ${word} has an example`, () => {
				const shown = own.filter((e) => e.option === word).map((e) => e.criterion);
				const missing = wordsOf(check.options[word] as z.ZodType).filter(
					(w) => !shown.some((c) => c.includes(`${word}: ${w}`) || c.includes(`${word}: { ${w}`)),
				);
				expect(
					missing.map((w) => `\`${word}: ${w}\` of the check \`${check.name}\` has no example in ${FILE}`),
				).toEqual([]);
			});
		}

		test.each(own.map((e) => [`${e.option}: ${e.criterion}`, e] as const))("%s", (_, example) => {
			const met = reportOf(example, example.met, example.brought).criteria[0];
			const missed = reportOf(example, example.missed, example["brought missed"] ?? example.brought).criteria[0];
			expect([met?.verdict, met?.sentence]).toEqual(["met", "Met."]);
			expect([missed?.verdict, missed?.points]).toEqual(["missed", 0]);
			expect([missed?.asks, missed?.sentence]).toEqual([example.asks, example.says]);
		});
	});
}

test("every example is of a check that there is", () => {
	const names = new Set(CHECKS.map((c): string => c.name));
	const unknown = EXAMPLES.filter((e) => !names.has(e.check)).map((e) => e.check);
	expect(
		unknown.map((name) => `${FILE} has an example of the check \`${name}\`, which checks/index.ts doesn't list`),
	).toEqual([]);
});

test("no sentence of the examples holds a code, a lost value or a key of the file", () => {
	for (const { asks, says } of EXAMPLES)
		expect(`${asks} ${says}`).not.toMatch(/undefined|NaN|Infinity|\[object|[a-z]-[a-z]+-[a-z]+|-1\b(?!\.)/);
});
