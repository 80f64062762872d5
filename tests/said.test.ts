import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { type ExerciseFile, mark, type Report, readExercise } from "../core/dist/index.js";
import { demoPrograms } from "../demo/dist/index.js";

// What people read of a report must be sentences, in every report that there is to look at: the demo's programs, and
// every touchstone's model with one of its numbers, words or lines changed.

const read = (path: string): ExerciseFile => {
	const reading = readExercise(readFileSync(path, "utf8"));
	if (!reading.ok) throw new Error(`${path}: ${reading.problems[0]?.message}`);
	return reading.exercise;
};
const TOUCHSTONES = "core/examples/touchstones";
const exercises = new Map(
	readdirSync("demo/exercises").map((name) => [name.replace(".exercise.yaml", ""), read(`demo/exercises/${name}`)]),
);

/** A model with its nth number a third larger, or its nth line left out or written twice. */
function changes(source: string): string[] {
	const numbers = [...source.matchAll(/(?<![\w#.])\d+(?:\.\d+)?(?![\w.])/g)];
	const lines = source.split("\n");
	return [
		...numbers
			.slice(0, 12)
			.map(
				(m) =>
					`${source.slice(0, m.index)}${Math.round(Number(m[0]) * 1.34) + 1}${source.slice(m.index + m[0].length)}`,
			),
		...lines
			.slice(0, 10)
			.flatMap((_, n) => [lines.toSpliced(n, 1).join("\n"), lines.toSpliced(n, 0, lines[n] as string).join("\n")]),
	];
}

interface Said {
	readonly of: string;
	readonly report: Report;
}
const reports: Said[] = [
	...demoPrograms().map((p) => ({
		of: `${p.exercise} of ${p.student}, try ${p.try}`,
		report: mark(p.source, exercises.get(p.exercise) as ExerciseFile, { causes: true }),
	})),
	...readdirSync(TOUCHSTONES)
		.filter((name) => name.endsWith(".exercise.yaml"))
		.flatMap((name) => {
			const exercise = read(`${TOUCHSTONES}/${name}`);
			return changes(exercise.model).map((source, n) => ({
				of: `${name}, change ${n}`,
				// Looking for causes takes time: a few of each speak for the others.
				report: mark(source, exercise, { causes: n % 8 === 0 }),
			}));
		}),
];

/** What is wrong with a text as something that people read. */
function faults(text: string): string[] {
	const plain = text.replace(/`[^`]*`|“[^”]*”/g, "X");
	const found: [string, RegExp | boolean][] = [
		["a value that is none", /\b(?:undefined|NaN|Infinity|null)\b|\[object/],
		["two spaces, or one at an end", /\s{2}|^\s|\s$/],
		["a space before a sign", / [.,;:?!]/],
		["a sign twice", /[.,;:?!]{2}/],
		["a word twice", /\b(?!that\b|had\b)([a-z]{2,}) \1\b/i],
		["a for an", /\ba (?:[aeio]|hour|[8]\b)/i],
		["an for a", /\ban (?![aeiouh8]|X)/i],
		["one of several", /(?<!\bline |, |[\d.])\b1 (?!across\b)[a-z]+s\b/],
		["a number that goes on", /\d\.\d{4,}/],
		[
			"brackets or quotes that don't close",
			(text.match(/`/g)?.length ?? 0) % 2 === 1 ||
				text.split("“").length !== text.split("”").length ||
				text.split("(").length !== text.split(")").length,
		],
		["more than can be read at once", text.length > 400],
	];
	return found.filter(([, is]) => (is instanceof RegExp ? is.test(plain) : is)).map(([name]) => name);
}

/** What is said of why something is missed: the causes, and what may be where none is proved. */
const why = (report: Report) => [...(report.causes ?? []), ...report.slips];

/** Each text once, with where it is. */
function texts(of: (report: Report) => readonly (string | null | undefined)[]): [text: string, of: string][] {
	const all = new Map<string, string>();
	for (const { of: where, report } of reports) for (const text of of(report)) if (text) all.set(text, where);
	return [...all];
}

const PARTS: [name: string, of: (report: Report) => readonly (string | null | undefined)[]][] = [
	["what a criterion asks", (r) => r.criteria.map((c) => c.asks)],
	["what was found of a criterion", (r) => r.criteria.map((c) => c.sentence)],
	["a figure", (r) => r.figures.map((f) => f.sentence)],
	["a cause, to the student", (r) => why(r).map((s) => s.sentence)],
	["a cause, to the teacher", (r) => why(r).map((s) => s.teacher)],
	["a remark", (r) => r.remarks.map((m) => m.message)],
	["an error", (r) => r.errors.map((e) => e.message)],
];

describe("what people read of reports reads well", () => {
	test.each(PARTS)("%s", (_, of) => {
		const all = texts(of);
		expect(all.length).toBeGreaterThan(3);
		expect(all.flatMap(([text, where]) => faults(text).map((fault) => `${fault}: ${text} (${where})`))).toEqual([]);
	});

	test("what is said in whole sentences begins and ends as they do", () => {
		const whole = texts((r) => [
			...r.criteria.map((c) => c.sentence),
			...why(r).flatMap((s) => [s.sentence, s.teacher]),
			...r.remarks.map((m) => m.message),
			...r.errors.map((e) => e.message),
		]);
		expect(
			whole
				.filter(([text]) => !/^[A-Z“`\d]/.test(text) || !/[.?]$/.test(text))
				.map(([text, where]) => `${text} (${where})`),
		).toEqual([]);
	});

	test("a student reads nothing unkind, and no internal name", () => {
		const told = texts((r) => [
			...r.criteria.flatMap((c) => [c.asks, c.sentence]),
			...why(r).map((s) => s.sentence),
			...r.remarks.map((m) => m.message),
			...r.errors.map((e) => e.message),
		]);
		const ids = new Set(
			reports.flatMap(({ report }) =>
				[...why(report).map((s) => s.id), ...report.criteria.map((c) => c.check)].filter((id) => id.includes("-")),
			),
		);
		expect(ids.size).toBeGreaterThan(5);
		const unkind = /\b(?:stupid|silly|bad|fail(?:ed|ure)?|illegal|fatal|obviously|simply|just|invalid)\b/i;
		expect(
			told
				.filter(([text]) => unkind.test(text) || [...ids].some((id) => text.includes(id)))
				.map(([text, where]) => `${text} (${where})`),
		).toEqual([]);
	});

	test("a cause leads the student to look, and doesn't give the corrected line away", () => {
		for (const { of, report } of reports)
			for (const { sentence, teacher, mended } of report.causes ?? []) {
				expect([of, sentence, sentence === teacher]).toEqual([of, sentence, false]);
				expect([of, sentence, mended !== "" && sentence.includes(mended.trim())]).toEqual([of, sentence, false]);
				expect([of, sentence, /\?|look|count|read|compare|work|follow|draw|add|nothing|begin/i.test(sentence)]).toEqual(
					[of, sentence, true],
				);
			}
	});
});
