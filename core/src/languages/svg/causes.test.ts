import { expect, test } from "vitest";
import { readExercise } from "../../exercise/read.ts";
import { causesIn } from "../../mark.ts";
import { SVG } from "./svg.ts";

const RIGHT = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">
  <circle cx="200" cy="120" r="40" fill="gold"/>
  <rect x="140" y="180" width="120" height="30" fill="navy"/>
  <polygon points="60,140 130,40 200,140" fill="seagreen" transform="translate(150 60)"/>
</svg>
`;
const languages = new Map([["svg", SVG]] as const);

const reading = readExercise(`format: markpen/exercise@1
id: beacon
title: Beacon
brief: A gold light 80 across at 200, 120, a navy rect below it, and a green triangle.
language: svg
sheet: { width: 400, height: 300 }
model: |
${RIGHT.replace(/^/gm, "  ")}
criteria:
  - { id: one, check: count, of: { kind: circle }, exactly: 1, points: 1 }
  - { id: gold, check: colour, of: { kind: circle }, what: fill, is: gold, points: 1 }
  - { id: across, check: measure, of: { kind: circle }, what: diameter, is: 80, points: 2 }
  - { id: place, check: position, of: { kind: circle }, at: [200, 120], points: 1 }
  - { id: band, check: colour, of: { kind: rect }, what: fill, is: navy, points: 1 }
  - { id: wide, check: measure, of: { kind: rect }, what: width, is: 120, points: 1 }
  - { id: sail, check: position, of: { kind: triangle }, at: [280, 167], points: 1 }
`);
if (!reading.ok) throw new Error(JSON.stringify(reading));
const { exercise } = reading;

/** The causes of a document that differs from the right one, as a teacher reads them. */
function causesFor(right: string, wrong: string): string[] {
	const source = RIGHT.replace(right, wrong);
	expect(source).not.toBe(RIGHT);
	return causesIn(source, exercise, { language: "svg", languages }).causes.map((c) => c.teacher ?? "");
}

test.each([
	['r="40"', 'r="80"', "Line 2: the number is the radius; the number 40 meets 1 more criterion."],
	['fill="gold"', 'fill="tomato"', "Line 2: the fill is tomato; gold meets 1 more criterion."],
	[' fill="gold"', "", 'Line 2: a colour or width is missing; `fill="gold"` meets 1 more criterion.'],
	['fill="gold"', 'stroke="gold"', "Line 2: `stroke` sets the line; `fill` meets 1 more criterion."],
	['cx="200" cy="120"', 'cx="120" cy="200"', "Line 2: the place is 120, 200; 200, 120 meets 1 more criterion."],
	[
		'width="120" height="30"',
		'width="30" height="120"',
		"Line 3: the size is 30, 120; 120, 30 meets 1 more criterion.",
	],
	["translate(150 60)", "translate(60 150)", "Line 4: the place is 60, 150; 150, 60 meets 1 more criterion."],
	['  <circle cx="200" cy="120" r="40" fill="gold"/>\n', "", ""],
])("%s written as %s has its cause, in the document's own words", (right, wrong, sentence) => {
	expect(causesFor(right, wrong)).toEqual(sentence === "" ? [] : [sentence]);
});

test("an unusual document that is right has none", () => {
	const other = RIGHT.replace(
		'<circle cx="200" cy="120" r="40" fill="gold"/>',
		'<g style="fill: gold"><path d="M 160 120 a 40 40 0 0 1 80 0 a 40 40 0 0 1 -80 0 Z"/></g>',
	);
	const found = causesIn(other, exercise, { language: "svg", languages });
	expect(found.causes).toEqual([]);
});
