import { describe, expect, test } from "vitest";
import { readExercise } from "../../exercise/read.ts";
import { mark } from "../../mark.ts";
import type { ReportCriterion } from "../../report.ts";
import { CRITERION_CODES } from "../../words/criteria.ts";
import { FINDING_CODES } from "../../words/findings.ts";
import { CHECKS } from "./index.ts";

/** One option of a check: the criterion, programs that meet and miss it, and what the report then says. */
interface Example {
	readonly criterion: string;
	readonly met: string;
	readonly missed: string;
	readonly asks: string;
	readonly says: string;
	readonly figures?: string;
}

const BUOY = "buoy: { kind: circle }";
const buoy = (more: string) => `fill red\npen colour black width 4\ncircle ${more}\nwalk 1`;

const EXAMPLES: Readonly<Record<string, Readonly<Record<string, Example>>>> = {
	count: {
		exactly: {
			criterion: "of: { kind: circle }, exactly: 2",
			met: "circle centre 9, 9 radius 5\ncircle centre 50, 50 radius 5",
			missed: "circle centre 9, 9 radius 5",
			asks: "Two circles",
			says: "Wanted 2, found 1.",
		},
		"at least": {
			criterion: "of: { kind: line }, at least: 1",
			met: "walk 5",
			missed: "circle centre 9, 9 radius 5",
			asks: "One line or more",
			says: "Wanted 1 or more, found none.",
		},
		"at most": {
			criterion: "of: { kind: line }, at most: 1",
			met: "circle centre 100, 100 radius 5\nwalk 5",
			missed: "circle centre 100, 100 radius 5\nwalk 5\nline from 1, 1 to 9, 9",
			asks: "At most one line",
			says: "Wanted at most 1, found 2.",
		},
	},
	measure: {
		what: {
			criterion: "of: buoy, what: width, is: 80",
			met: buoy("centre 100, 100 radius 40"),
			missed: buoy("centre 100, 100 radius 80"),
			asks: "Width of the buoy: 80",
			says: "Wanted a width of 80, found 160.",
		},
		is: {
			criterion: "of: buoy, what: [width, height], is: [80, 80]",
			met: buoy("centre 100, 100 diameter 80"),
			missed: buoy("centre 100, 100 diameter 20"),
			asks: "The buoy is 80 by 80",
			says: "Wanted a width of 80, found 20. So for 2 of 2.",
		},
		"in any order": {
			criterion: "of: sail, what: side lengths, is: [50, 30, 40], in any order: true",
			figures: "sail: { kind: triangle }",
			met: "polygon at [0, 0], [30, 0], [30, 40]",
			missed: "polygon at [0, 0], [60, 0], [60, 40]",
			asks: "Side lengths of the sail: 50, 30 and 40",
			says: "Wanted side lengths of 50, 30 and 40, found 60, 40 and 72.1.",
		},
		between: {
			criterion: "of: buoy, what: radius, between: [10, 20]",
			met: buoy("centre 100, 100 radius 15"),
			missed: buoy("centre 100, 100 radius 25"),
			asks: "Radius of the buoy: from 10 to 20",
			says: "Wanted a radius of 10 to 20, found 25.",
		},
		"at least": {
			criterion: "of: buoy, what: outline width, at least: 3",
			met: buoy("centre 100, 100 radius 15"),
			missed: "circle centre 100, 100 radius 15",
			asks: "Outline width of the buoy: 3 or more",
			says: "Wanted an outline width of 3 or more, found 2.",
		},
		"at most": {
			criterion: "of: sail, what: closing gap, at most: 2",
			figures: "sail: { kind: triangle }",
			met: "polygon at [0, 0], [30, 0], [30, 40]",
			missed: "walk 40\nturn left 120\nwalk 40\nturn left 90\nwalk 30",
			asks: "The sail closes",
			says: "Wanted a gap where it closes of 2 or less, found 20.5.",
		},
		same: {
			criterion: "of: planks, what: width, same: true",
			figures: "planks: { kind: rect, number: 2 }",
			met: "rect corner 0, 0 size 20, 60\nrect corner 50, 0 size 20, 60",
			missed: "rect corner 0, 0 size 20, 60\nrect corner 50, 0 size 30, 60",
			asks: "Width: the same in every planks",
			says: "Wanted 30 as in the others, found 20.",
		},
		as: {
			criterion: "of: small, what: diameter, as: { of: big, what: diameter, times: 0.5 }",
			figures: "big: { kind: circle, diameter: 80 }\n  small: { kind: circle, diameter: 40 }",
			met: "circle centre 100, 100 diameter 80\ncircle centre 250, 100 diameter 40",
			missed: "circle centre 100, 100 diameter 80\ncircle centre 250, 100 diameter 30",
			asks: "Diameter of the small: 0.5 times the diameter of the big",
			says: "Wanted a diameter of 40, found 30.",
		},
	},
	position: {
		anchor: {
			criterion: "of: planks, anchor: corner, at: [30, 90]",
			figures: "planks: { kind: rect }",
			met: "rect corner 30, 90 size 20, 60",
			missed: "rect centre 30, 90 size 20, 60",
			asks: "The corner of the planks is at 30, 90",
			says: "Wanted 30, 90, found it at 20, 60.",
		},
		at: {
			criterion: "of: planks, at: [[30, 50], [90, 50]]",
			figures: "planks: { kind: rect, number: 2 }",
			met: "rect centre 90, 50 size 20, 60\nrect centre 30, 50 size 20, 60",
			missed: "rect centre 30, 50 size 20, 60\nrect centre 30, 50 size 20, 60",
			asks: "Middles of the planks at 30, 50; 90, 50",
			says: "Wanted 90, 50, found it at 30, 50.",
		},
		in: {
			criterion: "of: buoy, in: upper left quarter",
			met: buoy("centre 100, 100 radius 15"),
			missed: buoy("centre 300, 200 radius 15"),
			asks: "The buoy is in the upper left quarter",
			says: "Wanted upper left quarter, found it at 300, 200.",
		},
		on: {
			criterion: "of: buoy, on: { y: 100 }",
			met: buoy("centre 100, 100 radius 15"),
			missed: buoy("centre 100, 140 radius 15"),
			asks: "The middle of the buoy is on the line y = 100",
			says: "Wanted y = 100, found it at 100, 140.",
		},
		from: {
			criterion: "of: band, from: buoy, offset: [0, 50]",
			figures: `${BUOY}\n  band: { kind: rect }`,
			met: "circle centre 100, 100 radius 15\nrect centre 100, 150 size 20, 10",
			missed: "circle centre 100, 100 radius 15\nrect centre 130, 150 size 20, 10",
			asks: "The middle of the band is 0, 50 from that of the buoy",
			says: "Wanted 0, 50 from the buoy, found it at 30, 50.",
		},
		offset: {
			criterion: "of: band, from: buoy, offset: [40, 0]",
			figures: `${BUOY}\n  band: { kind: rect }`,
			met: "circle centre 100, 100 radius 15\nrect centre 140, 100 size 20, 10",
			missed: "rect centre 130, 150 size 20, 10",
			asks: "The middle of the band is 40, 0 from that of the buoy",
			says: "The buoy, from which its place is measured, isn't there.",
		},
	},
	colour: {
		what: {
			criterion: "of: buoy, what: outline, is: blue",
			met: "pen colour navy\ncircle centre 99, 99 radius 9",
			missed: "circle centre 99, 99 radius 9",
			asks: "The buoy has a blue outline",
			says: "Wanted blue, found black #000000.",
		},
		is: {
			criterion: "of: buoy, what: fill, is: red",
			met: "fill firebrick\ncircle centre 99, 99 radius 9",
			missed: "fill green\ncircle centre 99, 99 radius 9",
			asks: "The buoy is red",
			says: "Wanted red, found green #008000.",
		},
		not: {
			criterion: "of: buoy, what: fill, not: red",
			met: "fill green\ncircle centre 99, 99 radius 9",
			missed: "fill red\ncircle centre 99, 99 radius 9",
			asks: "The buoy is some colour other than red",
			says: "Wanted not red, found vivid red #ff0000.",
		},
		"one of": {
			criterion: "of: buoy, what: fill, one of: [red, blue]",
			met: "fill navy\ncircle centre 99, 99 radius 9",
			missed: "fill green\ncircle centre 99, 99 radius 9",
			asks: "The buoy: fill red or blue",
			says: "Wanted red or blue, found green #008000.",
		},
		near: {
			criterion: 'of: buoy, what: fill, near: { colour: "#dc143c", by: 5 }',
			met: "fill crimson\ncircle centre 99, 99 radius 9",
			missed: "fill darkred\ncircle centre 99, 99 radius 9",
			asks: "The buoy is #dc143c",
			says: "Wanted #dc143c, found dark red #8b0000.",
		},
		same: {
			criterion: "of: two, what: fill, same: true",
			figures: "two: { kind: circle, number: 2 }",
			met: "fill red\ncircle centre 9, 9 radius 5\nfill crimson\ncircle centre 50, 50 radius 5",
			missed: "fill red\ncircle centre 9, 9 radius 5\nfill blue\ncircle centre 50, 50 radius 5",
			asks: "One fill colour for every two",
			says: "Wanted one colour for all, found vivid red #ff0000. So for 2 of 2.",
		},
		different: {
			criterion: "of: two, what: fill, different: true",
			figures: "two: { kind: circle, number: 2 }",
			met: "fill red\ncircle centre 9, 9 radius 5\nfill blue\ncircle centre 50, 50 radius 5",
			missed: "fill red\ncircle centre 9, 9 radius 5\ncircle centre 50, 50 radius 5",
			asks: "A fill colour of its own for every two",
			says: "Wanted a colour of its own, found vivid red #ff0000. So for 2 of 2.",
		},
		as: {
			criterion: "of: band, what: fill, as: buoy",
			figures: `${BUOY}\n  band: { kind: rect }`,
			met: "fill red\ncircle centre 99, 99 radius 15\nrect centre 100, 150 size 20, 10",
			missed: "fill red\ncircle centre 99, 99 radius 15\nfill blue\nrect centre 100, 150 size 20, 10",
			asks: "The band has the colour of the buoy",
			says: "Wanted the colour of the buoy, found vivid blue #0000ff.",
		},
	},
	sheet: {
		size: { criterion: "size: [200, 100]", met: "sheet 200, 100\nwalk 5", missed: "walk 5", asks: "The sheet is 200 by 100", says: "Wanted 200 by 100, found 400 by 300." },
		paper: {
			criterion: "paper: blue",
			met: "paper lightblue\ncircle centre 99, 99 radius 9",
			missed: "paper gold\ncircle centre 99, 99 radius 9",
			asks: "The paper is blue",
			says: "Wanted blue, found yellow #ffd700.",
		},
		"everything on it": {
			criterion: "everything on it: true",
			met: "circle centre 99, 99 radius 9",
			missed: "circle centre 99, 99 radius 9\nrect corner 380, 0 size 40, 40",
			asks: "Everything is on the sheet",
			says: "56 % of the square of line 2 off it.",
		},
	},
	filling: {
		is: {
			criterion: "of: buoy, is: not filled",
			met: "circle centre 99, 99 radius 20",
			missed: "fill red\ncircle centre 99, 99 radius 20",
			asks: "The buoy is not filled",
			says: "Wanted the buoy not filled, found it filled and outlined.",
		},
		outline: {
			criterion: "of: buoy, outline: { at least: 3, not: red }",
			met: "pen width 4\ncircle centre 99, 99 radius 20",
			missed: "pen width 2\ncircle centre 99, 99 radius 20",
			asks: "The buoy has an outline 3 wide or more and has an outline that isn't red",
			says: "Wanted an outline 3 wide or more, not red, found one 2 wide.",
		},
	},
	distinct: {
		what: {
			criterion: "of: everything, what: kind",
			met: "circle centre 99, 99 radius 20\nrect corner 9, 9 size 20, 10",
			missed: "circle centre 99, 99 radius 20\ncircle centre 9, 9 radius 5",
			asks: "Two different kinds",
			says: "Wanted 2 different in kind, found 1.",
		},
		"at least": {
			criterion: "of: { kind: circle }, what: diameter, at least: 3",
			met: "circle centre 99, 99 radius 20\ncircle centre 9, 9 radius 5\ncircle centre 199, 99 radius 40",
			missed: "circle centre 99, 99 radius 20\ncircle centre 9, 9 radius 20\ncircle centre 199, 99 radius 20",
			asks: "Three different diameters among the circles",
			says: "Wanted 3 different in diameter, found 1.",
		},
		among: {
			criterion: "what: fill, at least: 2, among: [buoy, band]",
			figures: "buoy: { kind: circle }\n  band: { kind: rect }",
			met: "fill red\ncircle centre 99, 99 radius 20\nfill blue\nrect corner 9, 9 size 20, 10",
			missed: "fill red\ncircle centre 99, 99 radius 20\nrect corner 9, 9 size 20, 10",
			asks: "Two different fills among the buoy and the band",
			says: "Wanted 2 different in fill, found 1.",
		},
		"no twins": {
			criterion: "no twins: true",
			met: "circle centre 99, 99 radius 20",
			missed: "circle centre 99, 99 radius 20\ncircle centre 99, 99 radius 20",
			asks: "None lies exactly on another",
			says: "Wanted no figure exactly on another, found a circle on another in line 2.",
		},
	},
	order: {
		first: {
			criterion: "first: buoy, then: band",
			figures: "buoy: { kind: circle }\n  band: { kind: rect }",
			met: "circle centre 99, 99 radius 20\nrect corner 9, 9 size 20, 10",
			missed: "rect corner 9, 9 size 20, 10\ncircle centre 99, 99 radius 20",
			asks: "The band is drawn after the buoy",
			says: "Wanted the band after the buoy, found the other way round.",
		},
		// biome-ignore lint/suspicious/noThenProperty: an option of the exercise file; nothing awaits it
		then: {
			criterion: "first: buoy, then: [band, sail]",
			figures: "buoy: { kind: circle }\n  band: { kind: rect }\n  sail: { kind: triangle }",
			met: "circle centre 99, 99 radius 20\npolygon at [9, 90], [50, 90], [9, 40]\nrect corner 9, 9 size 20, 10",
			missed: "polygon at [9, 90], [50, 90], [9, 40]\nrect corner 9, 9 size 20, 10\ncircle centre 99, 99 radius 20",
			asks: "The band and the sail are drawn after the buoy",
			says: "Wanted the band after the buoy, found the other way round. So for 2 of 2.",
		},
		"lies on top": {
			criterion: "first: buoy, then: band, lies on top: true",
			figures: "buoy: { kind: circle }\n  band: { kind: rect }",
			met: "fill red\ncircle centre 99, 99 radius 20\nrect corner 89, 95 size 20, 10",
			missed: "fill red\ncircle centre 99, 99 radius 20\nrect corner 9, 9 size 20, 10",
			asks: "The band lies on top of the buoy",
			says: "Wanted the band on top of the buoy, found the two apart.",
		},
	},
	visible: {
		"share at least": {
			criterion: "of: buoy, share at least: 0.9",
			met: "fill red\ncircle centre 99, 99 radius 20",
			missed: "fill red\ncircle centre 99, 99 radius 20\nrect corner 60, 60 size 40, 80",
			asks: "The buoy is seen to 90 % or more",
			says: "Wanted 90 % of the buoy to be seen, found 43.9 %.",
		},
		"on sheet": {
			criterion: "of: buoy, on sheet: true",
			met: "fill red\ncircle centre 99, 99 radius 20",
			missed: "fill red\npen none\ncircle centre 0, 99 radius 20",
			asks: "The buoy is on the sheet",
			says: "Wanted the buoy on the sheet, found 50 % of it there.",
		},
		"size at least": {
			criterion: "of: buoy, size at least: 10",
			met: "fill red\ncircle centre 99, 99 radius 20",
			missed: "fill red\npen none\ncircle centre 99, 99 radius 2",
			asks: "The buoy is 10 or more across where it is seen",
			says: "Wanted 10 across or more, found 4.",
		},
		"contrast at least": {
			criterion: "of: buoy, contrast at least: 3",
			met: "fill red\npen none\ncircle centre 99, 99 radius 20",
			missed: "paper red\npen none\nfill crimson\ncircle centre 99, 99 radius 20",
			asks: "The buoy stands out from what lies around it (contrast 3 or more)",
			says: "Wanted a contrast of 3 or more, found 1.2.",
		},
	},
	"nothing else": {
		but: {
			criterion: "but: { kind: line }",
			figures: BUOY,
			met: "circle centre 99, 99 radius 9\nwalk 5",
			missed: "circle centre 99, 99 radius 9\nrect corner 1, 1 size 9, 5",
			asks: "Nothing else is drawn",
			says: "One rect more than was asked for.",
		},
	},
};

/** Marks a program against an exercise of one criterion, beside one that a circle meets for those that only forbid. */
function verdictOf(check: string, { criterion, figures }: Example, program: string): ReportCriterion {
	const needsBase = check === "sheet" || check === "nothing else" || criterion.includes("at most: 1") || criterion.includes("no twins");
	const file = `format: markpen/exercise@1
id: example
title: Example
brief: Draw it.
model: |
  circle centre 99, 99 radius 9
figures:
  ${figures ?? BUOY}
criteria:
  - { id: it, check: ${check}, points: 1, ${criterion} }
${needsBase && !criterion.startsWith("size") ? "  - { id: base, check: count, of: { kind: circle }, at least: 1, points: 1 }\n" : ""}`;
	const reading = readExercise(file);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	const report = mark(program, reading.exercise);
	expect(report.errors).toEqual([]);
	return report.criteria[0] as ReportCriterion;
}

for (const check of CHECKS) {
	describe(check.name, () => {
		test("every option of the schema has an example here", () => {
			expect(Object.keys(EXAMPLES[check.name] ?? {}).sort()).toEqual(Object.keys(check.options).sort());
		});

		test.each(Object.entries(EXAMPLES[check.name] ?? {}))("%s", (_, example) => {
			const [met, missed] = [verdictOf(check.name, example, example.met), verdictOf(check.name, example, example.missed)];
			expect([met.verdict, met.sentence]).toEqual(["met", "Met."]);
			expect([missed.verdict, missed.points]).toEqual(["missed", 0]);
			expect([missed.asks, missed.sentence]).toEqual([example.asks, example.says]);
		});
	});
}

test("there are words for every finding and criterion, and none too many", () => {
	expect(CRITERION_CODES.length).toBe(CHECKS.length);
	expect(new Set(FINDING_CODES).size).toBe(FINDING_CODES.length);
});
