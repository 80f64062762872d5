import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { canvasLanguage } from "../../examples/canvas-language.mjs";
import { readExercise } from "../exercise/read.ts";
import type { ExerciseFile } from "../exercise/schema.ts";
import type { Language, LanguageId } from "../languages/language.ts";
import { NIB_ALONE } from "../languages/nib/nib.ts";
import { SVG } from "../languages/svg/svg.ts";
import { REWRITING_WORDS, trialDoubt, trialProblem } from "../words/trial.ts";
import { REWRITINGS } from "./rewrite/index.ts";
import { tryExercise } from "./try.ts";

const FOLDER = new URL("../../../demo/exercises/", import.meta.url);

function exerciseOf(text: string): ExerciseFile {
	const reading = readExercise(text);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	return reading.exercise;
}

const source = (name: string) => readFileSync(new URL(name, FOLDER), "utf8");
const buoy = source("mooring-buoy.exercise.yaml");

const JAVASCRIPT = await canvasLanguage();
const LANGUAGES = new Map<LanguageId, Language>([...NIB_ALONE, ["svg", SVG], ["javascript", JAVASCRIPT]]);

/** The same exercise in two languages. */
const lamps = (language: LanguageId, model: string) =>
	exerciseOf(`format: markpen/exercise@1
id: lamps
title: Lamps
brief: Four gold lamps 30 across in a row, 60 apart, and a navy quay 240 wide below them.
language: ${language}
sheet: { width: 400, height: 300 }
model: |
${model.replace(/^/gm, "  ")}
criteria:
  - { id: four, check: count, of: { kind: circle }, exactly: 4, points: 1 }
  - { id: gold, check: colour, of: { kind: circle }, what: fill, is: gold, points: 1 }
  - { id: across, check: measure, of: { kind: circle }, what: diameter, is: 30, points: 1 }
  - { id: row, check: arrangement, of: { kind: circle }, as: row, step: 60, points: 1 }
  - { id: first, check: position, of: { kind: circle, pick: leftmost }, at: [80, 100], points: 1 }
  - { id: quay, check: colour, of: { kind: rect }, what: fill, is: navy, points: 1 }
  - { id: long, check: measure, of: { kind: rect }, what: width, is: 240, points: 1 }
  - { id: high, check: measure, of: { kind: rect }, what: height, is: 40, points: 1 }
  - { id: below, check: position, of: { kind: rect }, at: [170, 170], points: 1 }
  - { id: line, check: measure, of: { kind: rect }, what: outline width, is: 6, points: 1 }
  - { id: black, check: colour, of: { kind: rect }, what: outline, is: black, points: 1 }
  - { id: neat, check: nothing else, points: 1 }
`);

const inSvg = lamps(
	"svg",
	`<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">
  <circle id="lamp" cx="80" cy="100" r="15" fill="gold"/>
  <use href="#lamp" x="60"/>
  <use href="#lamp" x="120"/>
  <use href="#lamp" x="180"/>
  <rect x="50" y="150" width="240" height="40" fill="navy" stroke="black" stroke-width="6"/>
</svg>
`,
);
const inJavaScript = lamps(
	"javascript",
	`const ctx = canvas.getContext("2d");
ctx.fillStyle = "gold";
for (let i = 0; i < 4; i++) {
  ctx.beginPath();
  ctx.arc(80 + i * 60, 100, 15, 0, 2 * Math.PI);
  ctx.fill();
}
ctx.fillStyle = "navy";
ctx.fillRect(50, 150, 240, 40);
ctx.lineWidth = 6;
ctx.strokeRect(50, 150, 240, 40);
`,
);

const CURLEW = new URL("../../../demo/curlew/", import.meta.url);

describe.each(readdirSync(CURLEW).filter((n) => n.endsWith(".exercise.yaml")))("8 Curlew's %s", (name) => {
	test("notices 95 of a hundred changed models, and marks none down that is drawn another way", () => {
		const trial = tryExercise(exerciseOf(readFileSync(new URL(name, CURLEW), "utf8")), LANGUAGES);
		expect(trial.wrong).toEqual([]);
		expect(trial.strength).toBeGreaterThanOrEqual(0.95);
		expect(trial.rewritings.filter((r) => r.lost.length > 0).map((r) => `${r.id}: ${r.lost.join()}`)).toEqual([]);
		expect(trial.rewritings.length).toBeGreaterThanOrEqual(6);
	});
});

describe.each(readdirSync(FOLDER).filter((n) => n.endsWith(".yaml")))("%s", (name) => {
	const trial = tryExercise(exerciseOf(source(name)));

	test("its model earns everything that can be tried, and what draws nothing of it earns nothing", () => {
		expect(trial.wrong).toEqual([]);
		expect(trial.model.missed).toEqual([]);
		expect(trial.nothing.map((n) => [n.id, n.earned])).toEqual([
			["empty program", 0],
			["one dot", 0],
			["painted sheet", 0],
		]);
	});

	test("95 of a hundred typical mistakes noticed, and no model drawn another way is marked down", () => {
		const unseen = trial.alterations
			.filter((a) => a.missed.length === 0 && a.free === null)
			.map((a) => `${a.id}, line ${a.line}`);
		expect(trial.strength ?? 0, unseen.join("; ")).toBeGreaterThanOrEqual(0.95);
		expect(trial.rewritings.filter((r) => r.lost.length > 0).map((r) => `${r.id}: ${r.lost.join()}`)).toEqual([]);
		expect(trial.fairness).toBe(1);
		expect(trial.alterations.length).toBeGreaterThanOrEqual(15);
		expect(trial.rewritings.length).toBeGreaterThanOrEqual(5);
	});
});

test("a criterion taken away lets what it noticed through", () => {
	const trial = tryExercise(exerciseOf(buoy.replace(/^ {2}- \{ id: red,.*\n/m, "")));
	expect(trial.alterations.filter((a) => a.missed.length === 0 && a.free === null).map((a) => a.id)).toContain(
		"fill-other-colour",
	);
	expect(trial.strength).toBeLessThan(1);
});

test("what the brief leaves free isn't counted against an exercise", () => {
	const trial = tryExercise(
		exerciseOf(buoy.replace(/^ {2}- \{ id: (red|band-white),.*\n/gm, "").replace("figures:", "free: colour\nfigures:")),
	);
	const recoloured = trial.alterations.filter((a) => a.id === "fill-other-colour");
	expect(recoloured.some((a) => a.free === "colour" && a.missed.length === 0)).toBe(true);
	expect(trial.strength).toBe(1);
});

test("a criterion that asks for one way of drawing marks the others down", () => {
	const trial = tryExercise(
		exerciseOf(
			buoy.replace(
				"criteria:",
				"criteria:\n  - { id: names, check: code, colour written as: name, points: 1 }\n  - { id: fixed, check: code, written: { rect: 1 }, points: 1 }\n  - { id: plain, check: code, avoids: [comment], points: 1 }",
			),
		),
	);
	expect(trial.rewritings.find((r) => r.id === "a-comment-more")?.lost).toEqual(["plain"]);
	expect(trial.fairness).toBeLessThan(1);
});

describe("mistakes of an exercise are reported", () => {
	const of = (text: string) => tryExercise(exerciseOf(text)).wrong.map(trialProblem);

	test.each([
		[
			"a model that can't be read",
			buoy.replace("circle centre 200", "circl centre 200"),
			"The model can't be read: see line 4. Nothing else was tested.",
		],
		[
			"a model that stops",
			buoy.replace("  fill white\n", "  fill white\n  print 1 / 0\n"),
			"The model stops at an error in line 6. Nothing else was tested.",
		],
		[
			"a lost minus sign",
			buoy.replace("at: [200, 150]", "at: [100, 150]"),
			"The model misses “The buoy is in the middle of the sheet”: wanted 100, 150, found it at 200, 150. " +
				"Change the model or the criterion. Nothing else was tested.",
		],
		[
			"a starter that is all",
			buoy.replace(
				"figures:",
				"starter: |\n  paper lightsteelblue\n  pen colour black width 4\n  fill crimson\n  circle centre 200, 150 diameter 80\n  fill white\n  rect centre 200, 150 size 60, 14\nfigures:",
			),
			"The starter program already earns every point.",
		],
		[
			"a criterion that a dot meets",
			buoy.replace("criteria:", "criteria:\n  - { id: easy, check: count, at least: 1, points: 5 }"),
			"One dot earns points for “One figure or more”.",
		],
	])("%s", (_, text, told) => {
		expect(of(text)).toContain(told);
	});
});

describe("models in other languages are tried as those in Nib are", () => {
	test.each([
		["svg", () => inSvg],
		["javascript", () => inJavaScript],
	] as const)("%s", (_, file) => {
		const { strength, fairness, alterations, rewritings, nothing, wrong } = tryExercise(file(), LANGUAGES);
		expect(wrong).toEqual([]);
		expect(nothing.map((n) => n.earns)).toEqual([[], [], []]);
		expect(strength).toBe(1);
		expect([fairness, rewritings.flatMap((r) => r.lost)]).toEqual([1, []]);
		expect(alterations.length).toBeGreaterThan(10);
		expect(rewritings.length).toBeGreaterThanOrEqual(8);
	});
});

test("there are words for every alteration and rewriting, and for nothing else", () => {
	const ids = new Set(REWRITINGS.map((r) => r.id));
	for (const { rewritings } of [tryExercise(inSvg, LANGUAGES), tryExercise(inJavaScript, LANGUAGES)])
		for (const { id } of rewritings) ids.add(id);
	expect([...REWRITING_WORDS].sort()).toEqual([...ids].sort());
});

test("a model that misses something is all that is tried: nothing is claimed of what wasn't", () => {
	const trial = tryExercise(exerciseOf(buoy.replace("at: [200, 150]", "at: [100, 150]")));
	expect([trial.modelOnly, trial.strength, trial.fairness]).toEqual([true, null, null]);
	expect([trial.alterations, trial.rewritings]).toEqual([[], []]);
});

test("what waits for a teacher isn't missed by the model", () => {
	const trial = tryExercise(
		exerciseOf(
			buoy.replace("criteria:", "criteria:\n  - { id: tidy, check: by teacher, scale: { 0: no, 2: yes }, points: 2 }"),
		),
	);
	expect([trial.modelOnly, trial.wrong, trial.untried]).toEqual([false, [], ["tidy"]]);
});

describe("a program written otherwise", () => {
	const dotted = `-- the buoy's lamp
pen colour navy width 3
dot at 200, 100 size 12
pen none
fill #ff000080
circle centre 200, 150 diameter 60 -- see-through`;
	const text = `format: markpen/exercise@1
id: lamp
title: Lamp
brief: A dot of 12 and a red disc 60 across.
model: |
${dotted.replace(/^/gm, "  ")}
criteria:
  - { id: lamp, check: measure, of: { kind: dot }, what: diameter, is: 12, points: 1 }
  - { id: disc, check: measure, of: { kind: circle }, what: diameter, is: 60, points: 1 }
  - { id: rim, check: colour, of: { kind: circle }, what: outline, is: none, points: 1 }
  - { id: said, check: code, uses: comment, at least: 2, points: 1 }
`;
	test("keeps comments, dots, shapes without an outline, and fills that let something through", () => {
		const trial = tryExercise(exerciseOf(text));
		expect(trial.wrong).toEqual([]);
		expect(trial.rewritings.filter((r) => r.lost.length > 0).map((r) => `${r.id}: ${r.lost}`)).toEqual([]);
		const sums = trial.rewritings.find((r) => r.id === "sums-for-numbers")?.source ?? "";
		expect(sums).toContain("-- the buoy's lamp\npen colour");
		expect(sums).toMatch(/^circle .* -- see-through$/m);
		expect(trial.rewritings.find((r) => r.id === "placed-for-walked")?.source).toContain("pen colour #000080");
	});
	test("counts only where it is right: numbers that an exercise wants to a tenth aren't rounded", () => {
		const exact = exerciseOf(
			text
				.replace("diameter 60 --", "diameter 60.4 --")
				.replace("is: 60", "is: 60.4, within: 0.1")
				.replace("criteria:", "tolerance: { position: 0, size: 0 }\ncriteria:"),
		);
		const ids = tryExercise(exact).rewritings.map((r) => r.id);
		expect(ids).toContain("sums-for-numbers");
		expect(ids).not.toContain("rounded-to-whole-numbers");
	});
});

describe("doubts: where brief and criteria disagree", () => {
	const doubtsOf = (text: string) => tryExercise(exerciseOf(text)).doubts.map(trialDoubt);
	test("the demo's buoy raises none", () => expect(doubtsOf(buoy)).toEqual([]));
	test.each([
		[
			"a number and a colour of the brief that nothing asks for",
			buoy.replace(/brief: \|\n/, "brief: |\n  Draw nine green gulls, 33 wide.\n"),
			"The brief says 9, green and 33, but no criterion checks them.",
		],
		[
			"numbers that only the criteria say",
			buoy.replace(/brief: \|\n(?: .*\n)+/, "brief: Draw the buoy.\n"),
			"The brief doesn't give the numbers or colours of",
		],
		[
			"a name that nothing uses",
			buoy.replace("figures:\n", "figures:\n  gull: { kind: line }\n"),
			"No criterion uses the figure gull.",
		],
		[
			"two names for one figure",
			buoy
				.replace("figures:\n", "figures:\n  ring: { kind: rect, fill: white }\n")
				.replace("criteria:\n", "criteria:\n  - { id: ring, check: filling, of: ring, is: filled, points: 1 }\n"),
			"ring and band have the same description. Add a property that tells them apart.",
		],
		[
			"a criterion that pays nothing",
			buoy.replace("criteria:\n", "criteria:\n  - { id: free, check: count, of: { kind: line }, at most: 9 }\n"),
			"“At most nine lines” gives no points.",
		],
		[
			"the same asked twice",
			buoy.replace(/^( {2}- \{ id: red,.*)$/m, (line) => `${line}\n${line.replace("id: red", "id: red-too")}`),
			"is checked twice.",
		],
	])("%s", (_, text, said) => {
		expect(
			doubtsOf(text).some((doubt) => doubt.includes(said)),
			doubtsOf(text).join("\n"),
		).toBe(true);
	});
});

test("trying is the same twice", () => {
	const file = exerciseOf(source("lighthouse.exercise.yaml"));
	expect(JSON.stringify(tryExercise(file))).toBe(
		JSON.stringify(tryExercise(exerciseOf(source("lighthouse.exercise.yaml")))),
	);
});

test("what an exercise leaves out is left out for its model too, and is no other way to draw the same", () => {
	const [whole, left] = [
		buoy,
		buoy.replace("figures:", "statements: { without: [polygon, curve, repeat] }\nfigures:"),
	].map((text) => tryExercise(exerciseOf(text)));
	expect(left?.wrong).toEqual([]);
	expect(left?.fairness).toBe(1);
	const ways = (trial: typeof whole) => trial?.rewritings.map((r) => r.id) ?? [];
	expect(ways(left).length).toBeLessThan(ways(whole).length);
	expect(ways(whole)).toEqual(expect.arrayContaining(ways(left)));
	const without = tryExercise(exerciseOf(buoy.replace("figures:", "statements: { without: [circle] }\nfigures:")));
	expect(without.wrong.map((w) => w.code)).toContain("model-unreadable");
});
