import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { broughtWith, type CheckExample, exampleFile } from "../../examples/example-file.mjs";
import { readExercise } from "../exercise/read.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import { mark } from "../mark.ts";
import type { Report } from "../report.ts";
import { isPlural, plural, singular } from "./names.ts";

const EXAMPLES = parse(readFileSync(new URL("../../examples/checks.yaml", import.meta.url), "utf8")) as CheckExample[];
const PROGRAMS = EXAMPLES.flatMap((e) => [e.met, e.missed]);

/** An example's exercise; with its first name in the plural or the singular, where that is asked. */
function exerciseOf(example: CheckExample, rename?: (name: string) => string): ExerciseFile | undefined {
	const name = /^\s*([a-z-]+):/.exec(example.figures)?.[1] ?? "buoy";
	const other = rename?.(name) ?? name;
	const text = exampleFile(example).replaceAll(new RegExp(`\\b${name}\\b(?!\\()`, "g"), other);
	const reading = readExercise(text);
	return reading.ok ? reading.exercise : undefined;
}

/** What no sentence may have: what can't be read aloud, doesn't agree, or says nothing. */
const WRONG: readonly (readonly [RegExp, string])[] = [
	[/undefined|NaN|Infinity|\bnull\b|\[object/, "a value that isn't one"],
	[/ {2}| [.,;:]|,,|\.\.|\(\)/, "a gap"],
	[/\ba [aeio]|\ban (?![aeiou“])/i, "the wrong article"],
	[/\b1 (?!of|to|or|more|by|in|as|is|from|less|wide|high|across|beside|there|pass)[a-z]+s\b/, "one of several"],
	[
		/(?<!of the |of the \d+ )\b(?:eyes|planks|discs|lamps) (?:is|isn't|has|goes|closes|moves|stays|lies|keeps)\b/,
		"a plural that is singular",
	],
	[/^The (?:eye|plank|disc|lamp) (?:are|aren't|have|go|close|move|stay|lie|keep)\b/, "a singular that is plural"],
	[/found \.|found ,|Wanted ,|Wanted \.|of \.|at \.$|\bof of\b|\bthe the\b/, "a hole"],
	[/So for|speaks of|told|unless said/, "the private voice"],
];

function wrongIn(report: Report): string[] {
	const said = report.criteria.flatMap((c) => [
		{ of: c.id, text: c.asks },
		{ of: c.id, text: c.sentence, ends: true },
		...(c.inner ?? []).flatMap((i) => [
			{ of: i.id, text: i.asks },
			{ of: i.id, text: i.sentence, ends: true },
		]),
	]);
	return said.flatMap(({ text, ...one }) => [
		...WRONG.filter(([pattern]) => pattern.test(text)).map(([, what]) => `${what}: ${text}`),
		...(/^[\p{Lu}\d“"`]/u.test(text) || text.startsWith("What") ? [] : [`no capital: ${text}`]),
		...("ends" in one && !/[.?!”]$/.test(text) ? [`no end: ${text}`] : []),
		...(text.trim() === "" ? [`nothing said of ${one.of}`] : []),
	]);
}

/** A generator of whole numbers that is the same each time (mulberry32). */
function chance(seed: number): (below: number) => number {
	let state = seed;
	return (below) => {
		state = (state + 0x6d2b79f5) | 0;
		let t = Math.imul(state ^ (state >>> 15), 1 | state);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) % below;
	};
}

describe("every sentence can be read aloud", () => {
	test.each([
		["as it is", undefined],
		["of several", (name: string) => plural(name, 2)],
		["of one", singular],
	] as const)("each option of each check, met and missed: %s", (_, rename) => {
		const wrong = new Set<string>();
		for (const example of EXAMPLES) {
			const exercise = exerciseOf(example, rename);
			if (!exercise) continue;
			for (const [program, brought] of [
				[example.met, example.brought],
				[example.missed, example["brought missed"] ?? example.brought],
				["", {}],
				["dot at 20, 20 size 5", {}],
				["fill red\nrect corner 0, 0 size 400, 300", {}],
				["walk 5\nwlak 5", {}],
				["circle centre 900, 900 radius 5", {}],
			] as const)
				for (const text of wrongIn(mark(program, exercise, broughtWith(brought))))
					wrong.add(`${example.check} ${example.option}: ${text}`);
		}
		expect([...wrong]).toEqual([]);
	});

	test("two thousand reports of programs that were meant for something else", () => {
		const next = chance(20_261_129);
		const wrong = new Set<string>();
		const exercises = EXAMPLES.flatMap((e) => exerciseOf(e) ?? []);
		for (let n = 0; n < 2_000; n++) {
			const exercise = exercises[next(exercises.length)] as ExerciseFile;
			const [one, other] = [PROGRAMS[next(PROGRAMS.length)] as string, PROGRAMS[next(PROGRAMS.length)] as string];
			const program = next(3) === 0 && !one.includes("each frame") ? `${one}\n${other}` : one;
			for (const text of wrongIn(mark(program, exercise))) wrong.add(text);
		}
		expect([...wrong]).toEqual([]);
	});
});

test("criteria that differ in when, in what drew it, in its fill or size read differently", () => {
	const asks = (criterion: string) => {
		const reading = readExercise(exampleFile({ check: "measure", criterion, figures: "buoy: { kind: circle }" }));
		if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
		return mark("walk 5", reading.exercise).criteria[0]?.asks;
	};
	const of = (selector: string, more = "") => `of: { kind: circle${selector} }, what: width, is: 80${more}`;
	const all = [
		of(""),
		of(", filled: true"),
		of(", filled: false"),
		of(", by routine: lamp"),
		of(", by routine: any"),
		of(", by variable: random"),
		of(", zone: upper half"),
		of(", zone: upper half, of: buoy"),
		of(", inside: buoy"),
		of(", on: buoy"),
		of(", width: 40"),
		of(", diameter: { between: [10, 20] }"),
		of(", wider than high: true"),
		of(", outline: blue"),
		of(", outline: none"),
		of(", not: buoy"),
		of("", ", when: first frame"),
		of("", ", when: every frame"),
		of("", ", when: { frame: 40 }"),
		of("", ", when: { after: buoy }"),
		of("", ", for: any"),
	].map(asks);
	expect(new Set(all).size).toBe(all.length);
	expect(all.slice(3, 8)).toEqual([
		"Width of the circle drawn by lamp: 80",
		"Width of the circle drawn by a routine: 80",
		"Width of the circle drawn by chance: 80",
		"Width of the circle in the upper half: 80",
		"Width of the circle in the upper half of the buoy: 80",
	]);
	expect(all.slice(16, 20)).toEqual([
		"Width of the circle: 80, in the first frame",
		"Width of the circle: 80, in every frame",
		"Width of the circle: 80, in frame 40",
		"Width of the circle: 80, once the buoy is drawn",
	]);
});

test.each([
	["plank", 2, "planks"],
	["box", 2, "boxes"],
	["buoy", 2, "buoys"],
	["pantry", 2, "pantries"],
	["compass", 2, "compasses"],
	["eyes", 2, "eyes"],
	["circle in the upper half", 2, "circles in the upper half"],
	["text “Open”", 2, "texts “Open”"],
	["rect 40 by 20", 3, "rects 40 by 20"],
	["figure", 1, "figure"],
])("%s, %i of it: %s", (word, count, wanted) => expect(plural(word, count)).toBe(wanted));

test("names that mean several, and what one of them is called", () => {
	expect(["eyes", "planks", "boat and mast", "sails of the boat"].map(isPlural)).toEqual([true, true, true, true]);
	expect(["compass", "bus", "lens", "mast", "circle in the rectangles"].map(isPlural)).toEqual(Array(5).fill(false));
	expect(["eyes", "boxes", "pantries", "compass", "planks in the sheds"].map(singular)).toEqual([
		"eye",
		"box",
		"pantry",
		"compass",
		"plank in the sheds",
	]);
});
