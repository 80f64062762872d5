import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { type SlipExample, slipFile } from "../../../examples/slip-file.mjs";
import { readExercise } from "../../exercise/read.ts";
import type { ExerciseFile } from "../../exercise/schema.ts";
import { mark } from "../../mark.ts";
import type { Report } from "../../report.ts";
import { SLIP_WORDS } from "../../words/slips.ts";
import { SLIPS } from "./index.ts";

const { exercises, slips } = parse(readFileSync(new URL("../../../examples/slips.yaml", import.meta.url), "utf8")) as {
	exercises: Parameters<typeof slipFile>[0];
	slips: SlipExample[];
};

function exerciseOf(text: string): ExerciseFile {
	const reading = readExercise(text);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return reading.exercise;
}

const demo = (id: string) =>
	exerciseOf(readFileSync(new URL(`../../../../demo/exercises/${id}.exercise.yaml`, import.meta.url), "utf8"));
const programs = parse(readFileSync(new URL("../../../../demo/programs.yaml", import.meta.url), "utf8")) as {
	exercise: string;
	student: string;
	try: number;
	source: string;
	right?: string;
	mistake?: string;
}[];

test("every slip has an example and words, and nothing else has", () => {
	const ids = SLIPS.map((s) => s.id);
	const shown = slips.map((s) => s.id);
	const lacking = (of: readonly string[], what: string) =>
		ids.filter((id) => !of.includes(id)).map((id) => `The slip \`${id}\` has no ${what}`);
	const unknown = (of: readonly string[], where: string) =>
		of.filter((id) => !ids.includes(id)).map((id) => `${where} has \`${id}\`, which slips/index.ts doesn't list`);
	expect([
		...lacking(shown, "example in core/examples/slips.yaml"),
		...lacking(SLIP_WORDS, "sentences in core/src/words/slips.ts"),
		...unknown(shown, "core/examples/slips.yaml"),
		...unknown(SLIP_WORDS, "core/src/words/slips.ts"),
	]).toEqual([]);
});

test.each(Object.keys(exercises))("the model of %s earns everything, and shows no slip", (name) => {
	const exercise = exerciseOf(slipFile(exercises, { id: "", in: name, shows: "", not: "" }));
	const report = mark(exercise.model, exercise);
	expect(report.criteria.filter((c) => c.verdict !== "met").map((c) => c.id)).toEqual([]);
	expect(report.slips).toEqual([]);
});

describe("each slip is told where it was made, and not where it nearly was", () => {
	test.each(slips.map((s) => [s.id, s] as const))("%s", (id, example) => {
		const exercise = exerciseOf(slipFile(exercises, example));
		const options = example.before === undefined ? {} : { lastTry: example.before };
		const idsIn = (report: Report) => {
			expect(report.errors).toEqual([]);
			return report.slips.map((s) => s.id);
		};
		const shown = mark(example.shows, exercise, options);
		expect(idsIn(shown)).toContain(id);
		expect(idsIn(mark(example.not, exercise, options))).not.toContain(id);
		const slip = shown.slips.find((s) => s.id === id);
		expect(slip?.criteria.length).toBeGreaterThan(0);
		expect(slip?.evidence.length).toBeGreaterThan(0);
		for (const line of slip?.lines ?? []) expect(line).toBeLessThanOrEqual(example.shows.split("\n").length);
	});
});

test("two slips in one program are both told", () => {
	const exercise = exerciseOf(slipFile(exercises, { id: "", in: "disc", shows: "", not: "" }));
	const twice = mark(
		"pen width 4\ncircle centre 240, 90 radius 80\nfill red\nfill gold\nrect centre 60, 180 size 120, 40",
		exercise,
	);
	expect(twice.slips.map((s) => s.id)).toEqual(
		expect.arrayContaining(["middle-for-corner", "radius-for-diameter", "colour-after"]),
	);
	expect(twice.slips.map((s) => s.id)).not.toContain("setting-unused");
});

describe("a student's program with a known mistake shows that slip and no other", () => {
	const ids = new Set(SLIPS.map((s) => s.id));
	const known = programs.filter((p) => p.mistake !== undefined && ids.has(p.mistake));

	test("and there are many of them", () => expect(new Set(known.map((p) => p.mistake)).size).toBeGreaterThan(20));

	test.each(known.map((p) => [p.exercise, p.student, p] as const))("%s of %s", (id, _, p) => {
		expect(mark(p.source, demo(id)).slips.map((s) => s.id)).toEqual([p.mistake]);
	});
});

describe("of what nothing was wanted for by name, the figure itself tells what was meant", () => {
	const walked = (...turns: string[]) =>
		[
			"pen colour black width 6",
			"fill gold",
			"area",
			...turns.flatMap((t) => ["  walk 60", `  turn ${t}`]),
			"end",
		].join("\n");
	const slips = (source: string) => mark(source, demo("harbour-scene")).slips.map((s) => s.id);

	test.each([
		["inside-angle", walked("left 60", "left 60", "left 60")],
		["turned-other-way", walked("left 90", "right 90", "left 90", "left 90")],
		["not-a-whole-turn", walked("left 100", "left 100", "left 100")],
	])("%s", (id, source) => expect(slips(source)).toContain(id));

	test.each([
		["no other turns would close it", "walk 60\nturn left 70\nwalk 25\nturn left 20\nwalk 90"],
		["it is closed", walked("left 120", "left 120", "left 120")],
	])("and where %s, nothing is said of turns", (_, source) => {
		expect(slips(source)).not.toEqual(expect.arrayContaining([expect.stringMatching(/turn|angle/)]));
	});
});

test("what follows from another slip isn't told beside it", () => {
	const ids = (source: string) => mark(source, demo("sail")).slips.map((s) => s.id);
	expect(ids("pen colour blue width 3\nrepeat 3\n  walk 90\n  turn left 45\nend")).not.toContain("off-the-sheet");
	expect(
		ids(
			'pen colour blue width 3\npen up\ngo to 160, 0\npen down\nwalk 90\nturn left 135\nwalk 127.3\nturn left 135\nwalk 90\ntext "Plover" at 20, -40',
		),
	).toContain("off-the-sheet");
});

test("a program that misses nothing shows no slip", () => {
	for (const p of programs.filter((q) => q.right !== undefined))
		expect(mark(p.source, demo(p.exercise)).slips).toEqual([]);
});

/** Numbers, colours and counts of sides that a brief names. */
const tokens = (text: string) => new Set(text.toLowerCase().match(/\d+(?:\.\d+)?|[a-z]+/g) ?? []);
const COLOURS =
	"red orange yellow green turquoise blue purple pink brown black grey white crimson firebrick gold navy sienna".split(
		" ",
	);

test("no sentence for students holds a wanted number or colour that isn't in the brief, and none repeats the criterion's own", () => {
	for (const p of programs) {
		const exercise = demo(p.exercise);
		const brief = tokens(exercise.brief);
		const report = mark(p.source, exercise);
		const lines = new Set(report.slips.flatMap((s) => s.lines.map(String)));
		for (const { sentence } of report.slips) {
			const plain = sentence.replace(/\blines? [\d, and]+/g, "");
			const told = [...tokens(plain)].filter(
				(t) => (/^\d/.test(t) || COLOURS.includes(t)) && !brief.has(t) && !lines.has(t),
			);
			expect(told, sentence).toEqual([]);
			for (const c of report.criteria) expect(sentence).not.toBe(c.asks);
		}
	}
});

test("the same program shows the same slips, byte for byte", () => {
	for (const p of programs.slice(0, 12))
		expect(JSON.stringify(mark(p.source, demo(p.exercise)).slips)).toBe(
			JSON.stringify(mark(p.source, demo(p.exercise)).slips),
		);
});
