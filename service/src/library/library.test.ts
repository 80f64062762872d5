import { fileURLToPath } from "node:url";
import { LanguageLoader, mark, optionsOf, readCollection, readExercise, tryExercise } from "@markpen/core";
import { INTERPRETERS } from "@markpen/threads";
import { beforeEach, describe, expect, test } from "vitest";
import { readLibrary } from "./read-library.ts";

const library = await readLibrary(fileURLToPath(new URL("../../../library", import.meta.url)));

const loader = new LanguageLoader(INTERPRETERS);
const languages = await loader.ready(["nib", "python", "javascript", "svg"]);
// A sandbox broken by a program is recreated for the next one.
beforeEach(async () => {
	await loader.ready(languages.keys());
});

test("the library has six collections of six exercises in Nib, one each of six in JavaScript and Python, and one of four in SVG", () => {
	const collections = library.collections.map((source) => {
		const reading = readCollection(source);
		if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
		return reading.collection;
	});
	expect(collections.map((c) => c.exercises.length)).toEqual([6, 6, 6, 6, 6, 6, 6, 4, 6]);
	expect(collections.flatMap((c) => c.exercises).sort()).toEqual(library.exercises.map((e) => e.id).sort());
});

describe.each(library.exercises)("$id", ({ id, source, trials }) => {
	const reading = readExercise(source);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	const { exercise } = reading;
	const asked = exercise.criteria.filter((c) => optionsOf(c, "by teacher") === undefined);
	const possible = asked.reduce((sum, c) => sum + (c.bonus ? 0 : c.points), 0);

	test("has topics, a level and a time, and hints in three steps", () => {
		expect([exercise.id, exercise.teaches?.length, exercise.level, exercise.minutes]).toEqual([
			id,
			expect.toSatisfy((n) => n >= 1),
			expect.any(Number),
			expect.any(Number),
		]);
		expect(exercise.criteria.some((c) => Array.isArray(c.hint) && c.hint.length === 3)).toBe(true);
	});

	test("notices 95 % of what can go wrong, and marks nothing right down", () => {
		const { strength, fairness, wrong } = tryExercise(exercise, languages);
		expect(wrong).toEqual([]);
		expect(strength).toBeGreaterThanOrEqual(0.95);
		expect(fairness).toBe(1);
	});

	test("has a program that is right in another way, one with a mistake, and an unusual one", () => {
		expect(trials.map((t) => t.mistake !== undefined)).toEqual([false, true, false]);
		const found = trials.map((trial) => {
			const { points, causes } = mark(trial.source, exercise, { causes: true, languages });
			return { name: trial.name, earned: points.earned, causes: causes?.map((c) => `${c.id} ${c.line}`) };
		});
		expect(found).toEqual(
			trials.map(({ name, expects, mistake, line }) => ({
				name,
				earned: mistake ? expects : possible,
				causes: mistake ? [`${mistake} ${line}`] : [],
			})),
		);
		expect(trials.filter((t) => t.mistake).every((t) => t.expects < possible)).toBe(true);
	});
});
