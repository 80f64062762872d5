import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { draw } from "../draw.ts";
import { figureData } from "../figure-data.ts";
import type { Figure } from "./figure.ts";
import { KINDS } from "./figure.ts";
import { KIND_RULES } from "./kinds/index.ts";

function figuresOf(source: string): readonly Figure[] {
	const drawn = draw(source);
	expect(drawn.errors).toEqual([]);
	return drawn.drawing.figures;
}

function only(source: string): Figure {
	const figures = figuresOf(source);
	expect(figures.map((f) => f.kinds[0])).toHaveLength(1);
	return figures[0] as Figure;
}

const kindsIn = (source: string) => figuresOf(source).map((f) => f.kinds[0]);

/** One square of 60 with a corner at 100, 100, in every way. */
const SQUARES: Readonly<Record<string, string>> = {
	"walked to the left": "pen up\ngo to 100, 160\npen down\nrepeat 4\n  walk 60\n  turn left 90\nend",
	"walked to the right, from another corner":
		"pen up\ngo to 160, 160\nturn left 180\npen down\nrepeat 4\n  walk 60\n  turn right 90\nend",
	"walked in short steps":
		"pen up\ngo to 100, 160\npen down\nrepeat 4\n  repeat 12\n    walk 5\n  end\n  turn left 90\nend",
	"walked from the middle of a side":
		"pen up\ngo to 130, 160\npen down\nwalk 30\nturn left 90\nwalk 60\nturn left 90\nwalk 60\nturn left 90\nwalk 60\nturn left 90\nwalk 30",
	"gone to by coordinates":
		"pen up\ngo to 100, 100\npen down\ngo to 160, 100\ngo to 160, 160\ngo to 100, 160\ngo to 100, 100",
	"placed by its corner": "rect corner 100, 100 size 60, 60",
	"placed by its middle": "rect centre 130, 130 size 60, 60",
	"turned by a right angle": "rect centre 130, 130 size 60, 60 turned 90",
	"a polygon": "polygon at [100, 100], [160, 100], [160, 160], [100, 160]",
	"a polygon with a point too many on a side":
		"polygon at [100, 100], [130, 100], [160, 100], [160, 160], [100, 160], [100, 100]",
	"a regular polygon": "polygon sides 4 centre 130, 130 radius 30 * sqrt(2)",
	"four separate lines, in no order":
		"line from 100, 100 to 160, 100\nline from 160, 160 to 160, 100\nline from 100, 160 to 160, 160\nline from 100, 100 to 100, 160",
	"two walks that meet":
		"pen up\ngo to 100, 100\npen down\nwalk 60\npen up\ngo to 100, 100\npen down\nface 270\nwalk 60\nface 0\nwalk 60\nface 90\nwalk 60",
};

describe("a square is a square however it was drawn", () => {
	test.each(Object.entries(SQUARES))("%s", (_, source) => {
		const square = only(source);
		expect(square.kinds).toEqual([
			"square",
			"rect",
			"rhombus",
			"parallelogram",
			"kite",
			"trapezium",
			"quadrilateral",
			"regular-polygon",
			"polygon",
		]);
		const { centre, width, height, sides, angles, rotation, closed, gap } = figureData(square);
		expect({ centre, width, height, rotation, closed, gap }).toEqual({
			centre: [130, 130],
			width: 60,
			height: 60,
			rotation: 0,
			closed: true,
			gap: 0,
		});
		expect([sides.length, ...sides.map(Math.round)]).toEqual([4, 60, 60, 60, 60]);
		expect(angles.map(Math.round)).toEqual([90, 90, 90, 90]);
		expect([square.outline, square.outlineWidth, square.fill]).toEqual([0x000000ff, 2, -1]);
	});
});

const CIRCLES: Readonly<Record<string, string>> = {
	"placed by its radius": "circle centre 200, 110 radius 40",
	"placed by its diameter": "circle centre 200, 110 diameter 80",
	"an ellipse as wide as high": "ellipse corner 160, 70 size 80, 80",
	"360 steps of one degree": "turn left 0.5\nrepeat 360\n  walk 3.14159265 * 80 / 360\n  turn left 1\nend",
	"72 steps of five degrees": "turn left 2.5\nrepeat 72\n  walk 80 * sin(2.5)\n  turn left 5\nend",
	"a polygon of many sides": "polygon sides 90 centre 200, 110 radius 40",
};

describe("a circle is a circle however it was drawn", () => {
	test.each(Object.entries(CIRCLES))("%s", (_, source) => {
		const circle = only(source);
		expect(circle.kinds.slice(0, 2)).toEqual(["circle", "ellipse"]);
		expect(circle.centre[0]).toBeCloseTo(200, 0);
		expect(circle.centre[1]).toBeCloseTo(110, 0);
		expect(circle.width).toBeCloseTo(80, 0);
	});

	test("twelve sides stay a polygon, thirty are both, ninety are a circle alone", () => {
		const kinds = (n: number) => only(`polygon sides ${n} centre 200, 150 radius 60`).kinds;
		expect(kinds(12)).toEqual(["regular-polygon", "polygon"]);
		expect(kinds(30)).toEqual(["circle", "ellipse", "regular-polygon", "polygon"]);
		expect(kinds(90)).toEqual(["circle", "ellipse"]);
	});
});

test("triangles by their sides and angles", () => {
	expect(only("polygon at [0, 0], [60, 0], [60, 80]").kinds).toEqual([
		"right-triangle",
		"scalene-triangle",
		"triangle",
		"polygon",
	]);
	expect(only("repeat 3\n  walk 60\n  turn left 120\nend").kinds).toEqual([
		"equilateral-triangle",
		"isosceles-triangle",
		"triangle",
		"regular-polygon",
		"polygon",
	]);
	expect(only("polygon at [0, 0], [120, 10], [20, 90]").kinds).toEqual(["scalene-triangle", "triangle", "polygon"]);
});

test("rounded numbers are right: 70, 100, 70 with 135, 135 and 90 is a right isosceles triangle with a gap of about 1", () => {
	const triangle = only("walk 70\nturn left 135\nwalk 100\nturn left 135\nwalk 70\nturn left 90");
	expect(triangle.kinds).toEqual(["right-triangle", "isosceles-triangle", "triangle", "polygon"]);
	expect(triangle.gap).toBeCloseTo(1.005, 2);
	expect(triangle.fit).toBeGreaterThan(0);
});

test("an open walk is a polyline, one piece is a line, and both have their ends", () => {
	expect(only("walk 50\nturn left 90\nwalk 50").kinds).toEqual(["polyline"]);
	const line = only("face 45\nwalk 10\nwalk 10");
	expect([line.kinds[0], figureData(line).rotation, line.sides.map(Math.round)]).toEqual(["line", 45, [20]]);
});

test("ellipses keep their axes, and their width is as seen", () => {
	const upright = only("ellipse centre 100, 100 size 40, 80");
	expect([upright.kinds, upright.width, upright.height, upright.rotation]).toEqual([["ellipse"], 40, 80, 0]);
	const turned = only("ellipse centre 100, 100 size 80, 40 turned 90");
	expect([Math.round(turned.width), Math.round(turned.height)]).toEqual([40, 80]);
});

describe("strokes", () => {
	const square = "repeat 4\n  walk 40\n  turn left 90\nend";

	test("three squares joined by a forgotten pen-up are three squares and two stray lines", () => {
		const source = `pen up\ngo to 40, 100\npen down\n${square}\nwalk 70\n${square}\nwalk 70\n${square}`;
		expect(kindsIn(source)).toEqual(["square", "line", "square", "line", "square"]);
	});

	test("a joining line that lies on a side just drawn is still there", () => {
		const figures = figuresOf(`${square}\nwalk 40\n${square}`);
		expect(figures.map((f) => [f.kinds[0], f.sides.length])).toEqual([
			["square", 4],
			["line", 1],
			["square", 4],
		]);
	});

	test("a lead-in in the direction of the first side is a line of its own", () => {
		expect(kindsIn(`walk 30\n${square}`)).toEqual(["line", "square"]);
		expect(kindsIn("walk 70\nturn left 90\nwalk 40\nturn left 90\nwalk 40\nturn left 90\nwalk 40")).toEqual([
			"line",
			"square",
		]);
	});

	test("a loop with too many rounds is one figure with its overdrawing", () => {
		const figure = only("repeat 10\n  walk 50\n  turn left 90\nend");
		expect([figure.kinds[0], figure.overdrawn]).toEqual(["square", 1.5]);
	});

	test("rays out and back from one point are lines", () => {
		const figures = figuresOf("repeat 8\n  walk 50\n  walk -50\n  turn left 45\nend");
		expect(figures.map((f) => [f.kinds[0], f.overdrawn])).toEqual(Array(8).fill(["line", 1]));
	});
});

test("a fill and an outline of one geometry, one after the other, are one figure with both paints", () => {
	const figure = only(
		"pen none\nfill red\nrect corner 50, 50 size 60, 40\nfill none\npen colour black width 3\nrect corner 50, 50 size 60, 40",
	);
	expect([figure.fill, figure.outline, figure.outlineWidth, figure.lines]).toEqual([0xff0000ff, 0x000000ff, 3, [3, 6]]);
	expect(
		kindsIn(
			"pen none\nfill red\nrect corner 50, 50 size 60, 40\nfill none\npen colour black\nrect corner 50, 50 size 64, 40",
		),
	).toHaveLength(2);
});

test("a filled shape over the whole sheet before all others is paper; paper wipes what was before", () => {
	const drawn = draw(
		"pen none\nfill skyblue\nrect corner 0, 0 size 400, 300\nfill red\ncircle centre 100, 100 radius 20",
	);
	expect([drawn.drawing.figures.length, drawn.drawing.paper]).toEqual([1, 0x87ceebff]);
	expect(kindsIn("circle centre 50, 50 radius 20\npaper white")).toEqual([]);
});

test("shapes without size are reported and not counted; a twin names the figure under it", () => {
	const drawn = draw(
		"rect corner 10, 10 size 0, 50\nline from 5, 5 to 5, 5\ncircle centre 50, 50 radius 20\ncircle centre 50, 50 radius 20",
	);
	expect(drawn.drawing.sizeless.length).toBe(2);
	expect(drawn.drawing.figures.map((f) => f.twin)).toEqual([null, 0]);
	expect(drawn.drawing.figures.map((f) => f.visible)).toEqual([0, 1]);
});

test("the share off the sheet is reported; a line's width over the edge isn't", () => {
	expect(only("rect corner 380, 100 size 40, 40").onSheet).toBeCloseTo(0.5, 1);
	expect(only("pen width 8\nrect corner 0, 0 size 40, 40").onSheet).toBe(1);
	expect(draw("rect corner 900, 100 size 40, 40").state).toBe("off-the-sheet");
});

test("text has its words, its size and the box of its letters", () => {
	const text = only('text "Plover" at 100, 80 size 20 align centre');
	expect([text.kinds, text.lettering?.text, text.height, text.centre[0]]).toEqual([["text"], "Plover", 20, 100]);
	expect(text.width).toBeGreaterThan(40);
	expect(text.width).toBeLessThan(80);
});

test("every kind is defined once and in the order in which figures list them", () => {
	const ruled = KIND_RULES.map((r) => r.kind);
	expect(KINDS.filter((k) => ruled.includes(k))).toEqual(ruled);
	expect(KINDS.filter((k) => !ruled.includes(k))).toEqual(["text", "dot", "rounded-rect"]);
});

describe("laws", () => {
	const shape = fc.record({
		n: fc.integer({ min: 3, max: 12 }),
		radius: fc.integer({ min: 20, max: 60 }),
		turn: fc.integer({ min: 0, max: 359 }),
		x: fc.integer({ min: -50, max: 50 }),
		y: fc.integer({ min: -50, max: 50 }),
	});

	test("a turned and shifted regular polygon is of the same kinds and size", () => {
		fc.assert(
			fc.property(shape, ({ n, radius, turn, x, y }) => {
				const source = `sheet 400, 400 origin centre\npolygon sides ${n} centre ${x}, ${y} radius ${radius} turned ${turn}`;
				const moved = only(source);
				const plain = only(`sheet 400, 400 origin centre\npolygon sides ${n} centre 0, 0 radius ${radius}`);
				expect(moved.kinds).toEqual(plain.kinds);
				expect(moved.centre[0]).toBeCloseTo(x, 6);
				expect(moved.centre[1]).toBeCloseTo(y, 6);
				expect(moved.sides[0]).toBeCloseTo(plain.sides[0] as number, 6);
			}),
		);
	});

	test("walked and placed polygons are the same figure", () => {
		fc.assert(
			fc.property(fc.integer({ min: 3, max: 12 }), fc.integer({ min: 15, max: 50 }), (n, side) => {
				const walked = only(`sheet 500, 500 origin centre\nrepeat ${n}\n  walk ${side}\n  turn left 360 / ${n}\nend`);
				const [x, y] = walked.centre;
				const placed = only(
					`sheet 500, 500 origin centre\npolygon sides ${n} centre ${x.toFixed(9)}, ${y.toFixed(9)} radius ${side} / 2 / sin(180 / ${n})`,
				);
				expect(placed.kinds).toEqual(walked.kinds);
				expect(placed.width).toBeCloseTo(walked.width, 4);
				expect(placed.rotation).toBeCloseTo(walked.rotation, 4);
			}),
		);
	});

	test("degenerate drawings neither throw nor hang", () => {
		const number = fc.constantFrom(0, 1e-12, 1e-6, 1, 1, 50, 400, -30, 1e9, 1e11);
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.constantFrom("walk", "turn left", "turn right"), number), { maxLength: 30 }),
				(moves) => {
					const drawn = draw(moves.map(([word, n]) => `${word} ${n.toFixed(12)}`).join("\n"));
					for (const figure of drawn.drawing.figures) expect(figure.kinds.length).toBeGreaterThan(0);
				},
			),
		);
	});
});
