import { describe, expect, test } from "vitest";
import { draw } from "../draw.ts";
import { counted, listed, num, sentence, withArticle } from "./lists.ts";
import { figureSentence, lineWords } from "./readback.ts";

const said = (source: string) => draw(source).drawing.figures.map(figureSentence);

describe("a figure is read back in the class's own coordinates", () => {
	test.each([
		[
			"fill crimson\npen width 4\ncircle centre 200, 150 diameter 80",
			"circle, 80 across, red #dc143c, outline black #000000, 4 wide, centre 200, 150, line 3",
		],
		[
			"sheet 400, 300 origin centre\ncircle centre -20, 30 radius 10",
			"circle, 20 across, outline black #000000, 2 wide, centre -20, 30, line 2",
		],
		["line from 10, 20 to 40, 60", "line, 50 long, black #000000, 2 wide, from 10, 20 to 40, 60, line 1"],
		[
			"pen none\nfill gold\nrect corner 0, 0 size 60, 40 round 5",
			"rounded rect, 60 by 40, yellow #ffd700, centre 30, 20, line 3",
		],
		[
			"repeat 3\n  walk 60\n  turn left 120\nend",
			"equilateral triangle, sides 60, 60 and 60, outline black #000000, 2 wide, centre 230, 132.7, line 2",
		],
		[
			"polygon sides 6 centre 100, 100 radius 30",
			"regular 6-sided polygon, side 30, outline black #000000, 2 wide, centre 100, 100, line 1",
		],
		[
			"rect centre 100, 100 size 40, 40 turned 30",
			"square, side 40, outline black #000000, 2 wide, centre 100, 100, turned 30°, line 1",
		],
		[
			"repeat 8\n  walk 50\n  turn left 90\nend",
			"square, side 50, outline black #000000, 2 wide, centre 225, 125, drawn over once more, line 2",
		],
		[
			"repeat 10\n  walk 50\n  turn left 90\nend",
			"square, side 50, outline black #000000, 2 wide, centre 225, 125, drawn over 1.5 times more, line 2",
		],
		[
			"rect corner 500, 0 size 20, 20",
			"square, side 20, outline black #000000, 2 wide, centre 510, 10, off the sheet, line 1",
		],
		['fill navy\ntext "Plover" at 50, 50', "text, “Plover”, 16 high, dark blue #000080, centre 72, 45.2, line 2"],
		[
			"walk 50\nturn left 90\nwalk 50",
			"polyline of 2 sides, 50 by 50, black #000000, 2 wide, centre 225, 125, lines 1 and 3",
		],
	])("%s", (source, wanted) => {
		expect(said(source)).toEqual([wanted]);
	});

	test("twins and hidden figures say so", () => {
		const [under, over] = said("fill red\ncircle centre 99, 99 radius 9\ncircle centre 99, 99 radius 9");
		expect(under).toContain("hidden");
		expect(over).toContain("exactly on figure 1");
	});
});

test("lines of source in words", () => {
	expect([lineWords([7]), lineWords([2, 5]), lineWords([3, 4, 5, 6]), lineWords([1, 3, 5, 7, 9, 11, 13])]).toEqual([
		"line 7",
		"lines 2 and 5",
		"lines 3 to 6",
		"lines 1, 3, 5, 7, 9 and 11 …",
	]);
});

test("small words", () => {
	expect([
		listed(["a", "b", "c"]),
		listed(["a"]),
		listed([], "or"),
		counted(1, "line"),
		counted(2, "line"),
		withArticle("ellipse"),
		withArticle("rect"),
		sentence("one"),
		num(98.96),
	]).toEqual(["a, b and c", "a", "", "1 line", "2 lines", "an ellipse", "a rect", "One", "99"]);
});
