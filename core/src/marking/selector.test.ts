import { describe, expect, test } from "vitest";
import { namedColour } from "../colour/colour.ts";
import { markingOf } from "../exercise/marking-spec-of.ts";
import { readExercise } from "../exercise/read.ts";
import { NIB, NIB_ALONE } from "../languages/nib/nib.ts";
import { mark } from "../mark.ts";
import { BudgetedRuns } from "./budgeted-runs.ts";
import { isColour } from "./paint-words.ts";
import { RecordedRun } from "./program-run.ts";

import { circleOf } from "./selection.ts";
import { type Selector, selector } from "./selector.ts";
import { Program } from "./source/program.ts";

/** Indices of the figures of a program that a selector takes. */
function found(source: string, of: Selector, names: Record<string, Selector> = {}): number[] {
	const reading = readExercise(
		"format: markpen/exercise@1\nid: x\ntitle: X\nbrief: X\nmodel: walk 1\ncriteria:\n  - { id: a, check: nothing else, points: 1 }\n",
	);
	if (!reading.ok) throw new Error("it doesn't read");
	const { spec, references } = markingOf(reading.exercise);
	const run = new RecordedRun({
		program: new Program(NIB.read(source)),
		languages: NIB_ALONE,
		spec: { ...spec, figures: new Map(Object.entries(names)), tolerances: { position: 3, size: 3, angle: 2 } },
		runs: new BudgetedRuns({ seed: 1 }),
		references,
	});
	return run.scene.selection.all(of).map((f) => f.index);
}

const SQUARE = "fill crimson\npen colour navy width 3\nrect corner 10, 10 size 60, 60";
const OVAL = "ellipse centre 99, 99 size 80, 40";
const NAME = 'text "Plover II" at 50, 50';

describe("a selector is met in full or not at all", () => {
	test.each([
		["a kind", { kind: "square" }, SQUARE, true],
		["a wider kind", { kind: "rect" }, SQUARE, true],
		["another kind", { kind: "circle" }, SQUARE, false],
		["one of several kinds", { kind: ["circle", "square"] }, SQUARE, true],
		["a number of sides", { sides: 4 }, SQUARE, true],
		["another number of sides", { sides: 5 }, SQUARE, false],
		["a fill", { fill: "red" }, SQUARE, true],
		["another fill", { fill: "blue" }, SQUARE, false],
		["an outline", { outline: "blue" }, SQUARE, true],
		["filled", { filled: true }, SQUARE, true],
		["not filled", { filled: false }, OVAL, true],
		["a width within the tolerance", { width: 62 }, SQUARE, true],
		["a width beyond it", { width: 66 }, SQUARE, false],
		["a width in a range", { width: { between: [50, 70] } }, SQUARE, true],
		["a width outside a range", { width: { between: [80, 90] } }, SQUARE, false],
		["a height of its own", { width: 80, height: 40 }, OVAL, true],
		["a side", { side: 60 }, SQUARE, true],
		["a diameter, the mean of both", { diameter: 60 }, OVAL, true],
		["a radius", { radius: 30 }, OVAL, true],
		["wider than high", { "wider than high": true }, OVAL, true],
		["not wider than high", { "wider than high": true }, SQUARE, false],
		["not higher than wide", { "higher than wide": true }, OVAL, false],
		["words", { text: { is: "Plover II" } }, NAME, true],
		["words in another case", { text: { is: "plover ii" } }, NAME, false],
		["words, case and spaces left out", { text: { is: "PLOVERII", ignoring: ["case", "spaces"] } }, NAME, true],
		["words of a figure without any", { text: { is: "Plover" } }, SQUARE, false],
		["a part of the sheet", { zone: "upper left quarter" }, SQUARE, true],
		["another part of it", { zone: "right half" }, SQUARE, false],
		["a rectangle of the sheet", { zone: [0, 0, 50, 50] }, SQUARE, true],
		["no other selector", { not: { kind: "circle" } }, SQUARE, true],
		["one that is left out", { not: { fill: "red" } }, SQUARE, false],
		["nothing stated", {}, OVAL, true],
	] as [string, Selector, string, boolean][])("%s", (_, of, source, wanted) => {
		expect(found(source, of).length > 0).toBe(wanted);
	});
});

const HARBOUR = `fill tan
rect corner 20, 20 size 100, 80
fill white
circle centre 70, 60 radius 10
fill red
circle centre 200, 60 radius 25
routine gull(x, y)
  circle centre x, y radius random(3, 5)
end
gull(300, 40)
circle centre 200, 200 radius 15`;

describe("figures are chosen by their relation to the others", () => {
	test.each([
		["the largest", { kind: "circle", pick: "largest" }, [2]],
		["the two smallest", { kind: "circle", pick: "smallest", number: 2 }, [1, 3]],
		["the highest", { kind: "circle", pick: "highest" }, [3]],
		["the lowest", { pick: "lowest" }, [4]],
		["the leftmost circle", { kind: "circle", pick: "leftmost" }, [1]],
		["the rightmost", { pick: "rightmost" }, [3]],
		["the second circle drawn", { kind: "circle", drawn: 2 }, [2]],
		["the first drawn", { drawn: "first" }, [0]],
		["the last drawn", { drawn: "last" }, [4]],
		["inside another", { kind: "circle", inside: "shed" }, [1]],
		["on another", { on: "shed" }, [1]],
		["none that another name has", { not: "shed" }, [1, 2, 3, 4]],
		["in a part of another", { zone: "lower half", of: "shed" }, [0, 1]],
		["drawn by a routine", { "by routine": "gull" }, [3]],
		["drawn by any routine", { "by routine": "any" }, [3]],
		["whose statement follows chance", { "by variable": "random" }, [3]],
		["whose statement follows a name", { "by variable": "x" }, [3]],
	] as [string, Selector, number[]][])("%s", (_, of, wanted) => {
		expect(found(HARBOUR, of, { shed: { kind: "rect" } })).toEqual(wanted);
	});

	test("several taken as one have the box round all of them", () => {
		const reading = readExercise(`format: markpen/exercise@1
id: x
title: X
brief: X
model: walk 1
figures:
  plank: { kind: rect, number: 3 }
  pier: { group of: plank }
criteria:
  - { id: wide, check: measure, of: pier, what: [width, height], is: [220, 60], points: 1 }
  - { id: middle, check: position, of: pier, at: [150, 80], points: 1 }
`);
		if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
		const report = mark("for x from 40 to 240 by 100\n  rect corner x, 50 size 20, 60\nend", reading.exercise);
		expect(report.criteria.map((c) => [c.verdict, c.figures])).toEqual([
			["met", [0, 1, 2]],
			["met", [0, 1, 2]],
		]);
	});

	test("names that lean on one another in a circle are refused", () => {
		expect(
			circleOf(
				new Map<string, Selector>([
					["a", { inside: "b" }],
					["b", { not: { on: "a" } }],
				]),
			),
		).toEqual(["a", "b", "a"]);
	});
});

describe("a colour word", () => {
	test.each([
		["crimson", "red", true],
		["firebrick", "red", true],
		["red", "crimson", true],
		["navy", "blue", true],
		["green", "red", false],
		["saddlebrown", "brown", true],
		["brown", "brown", true],
		["hotpink", "pink", true],
		["lightcyan", "white", true],
		["lightcyan", "turquoise", true],
		["gold", "#ffd700", true],
		["black", "#ffd700", false],
	])("%s counts as %s: %s", (paint, word, wanted) => {
		expect(isColour(namedColour(paint) as number, word)).toBe(wanted);
	});

	test("no paint equals no paint only", () => {
		expect([isColour(-1, "none"), isColour(-1, "red"), isColour(namedColour("red") as number, "none")]).toEqual([
			true,
			false,
			false,
		]);
	});
});

test("what a selector can't hold is refused", () => {
	for (const wrong of [
		{ kind: "blob" },
		{ sides: 2 },
		{ number: 0 },
		{ fill: "reddish" },
		{ colour: "red" },
		{ text: "Plover" },
		{ width: "60" },
	])
		expect(selector.safeParse(wrong).success).toBe(false);
});
