import { beforeAll, expect, test } from "vitest";
import { canvasLanguage } from "../../../examples/canvas-language.mjs";
import { readExercise } from "../../exercise/read.ts";
import type { ExerciseFile } from "../../exercise/schema.ts";
import { causesIn } from "../../mark.ts";
import type { Languages } from "../language.ts";
import type { JavaScript } from "./javascript.ts";

const RIGHT = `const c = canvas.getContext("2d");
c.fillStyle = "gold";
c.beginPath();
c.arc(200, 120, 40, 0, 2 * Math.PI);
c.fill();
c.fillStyle = "navy";
c.fillRect(140, 180, 120, 30);
`;
/** An exercise that names no figures, so that only the model's drawing can decide between two mends. */
const BEACON = `format: markpen/exercise@1
id: beacon
title: Beacon
brief: A gold light 80 across at 200, 120, and a navy rect below it.
language: javascript
sheet: { width: 400, height: 300 }
model: |
${RIGHT.replace(/^/gm, "  ")}
criteria:
  - { id: one, check: count, of: { kind: circle }, exactly: 1, points: 1 }
  - { id: gold, check: colour, of: { kind: circle }, what: fill, is: gold, points: 1 }
  - { id: across, check: measure, of: { kind: circle }, what: diameter, is: 80, points: 2 }
  - { id: band, check: colour, of: { kind: rect }, what: fill, is: navy, points: 1 }
`;

let language: JavaScript;
let exercise: ExerciseFile;
let languages: Languages;
beforeAll(async () => {
	language = await canvasLanguage();
	languages = new Map([["javascript", language]]);
	const reading = readExercise(BEACON);
	if (!reading.ok) throw new Error(JSON.stringify(reading));
	exercise = reading.exercise;
});

/** The causes of a program that differs from the right one, as a teacher reads them. */
async function causesFor(right: string, wrong: string): Promise<string[]> {
	await language.ready();
	const source = RIGHT.replace(right, wrong);
	expect(source).not.toBe(RIGHT);
	return causesIn(source, exercise, { language: "javascript", languages }).causes.map((c) => c.teacher ?? "");
}

test.each([
	["40, 0", "80, 0", "Line 4: the number is the radius; the number 40 meets 1 more criterion."],
	["2 * Math.PI", "Math.PI", "Line 4: it goes round by Math.PI; 2 * Math.PI meets 3 more criteria."],
	["2 * Math.PI", "3", "Line 4: it goes round by 3; 2 * Math.PI meets 3 more criteria."],
	['"gold"', '"tomato"', 'Line 2: the fill is "tomato"; "gold" meets 1 more criterion.'],
	["c.fill()", "c.stroke()", "Line 5: `stroke` sets the line; `fill` meets 1 more criterion."],
])("%s written as %s has its cause, at its line and in the program's own words", async (right, wrong, sentence) => {
	expect(await causesFor(right, wrong)).toEqual([sentence]);
});

test("a name that is misspelt says so itself: nothing else is blamed for what is missing", async () => {
	expect(await causesFor("c.fill()", "c.fil()")).toEqual([]);
});
