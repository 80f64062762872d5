import { describe, expect, test } from "vitest";
import { draw } from "../draw.ts";
import { figureData } from "../figure-data.ts";
import { ENTRY } from "../tape/layout.ts";
import { PATH } from "../tape/path.ts";
import { TapeWriter } from "../tape/writer.ts";
import { recognise } from "./recognise.ts";

const figures = (source: string) => {
	const drawn = draw(source, { frames: 0 });
	expect(drawn.errors).toEqual([]);
	return drawn.drawing.figures;
};
const only = (source: string) => {
	const [figure, ...more] = figures(source);
	expect(more).toEqual([]);
	if (!figure) throw new Error("nothing was drawn");
	return figureData(figure);
};
const kindsIn = (source: string) => figures(source).map((f) => f.kinds[0]);

describe("curves", () => {
	test.each([
		["one whole curve", "curve left radius 40 sweep 360"],
		["two halves", "curve left radius 40 sweep 180\ncurve left radius 40 sweep 180"],
		["a half, backwards, and the rest", "curve left radius 40 sweep -90\ncurve left radius 40 sweep -270"],
		["thirty-six pieces", "repeat 36\n  curve left radius 40 sweep 10\nend"],
		["a placed whole arc", "arc centre 200, 110 radius 40 from 30 to 390"],
	])("a circle by %s", (_, source) => {
		const circle = only(source);
		expect(circle.kinds.slice(0, 2)).toEqual(["circle", "ellipse"]);
		expect(circle).toMatchObject({ centre: [200, 110], diameter: 80, radius: 40, overdrawn: 0 });
	});

	test("a curve that goes round more than once is one circle, gone over", () => {
		expect(only("curve left radius 40 sweep 900")).toMatchObject({ overdrawn: 1.5 });
		expect(only("repeat 72\n  curve right radius 40 sweep 10\nend")).toMatchObject({ overdrawn: 1 });
	});

	test("an arc keeps its circle, where it begins and how far it was walked, from pieces too", () => {
		expect(only("curve left radius 50 sweep 120")).toMatchObject({
			kinds: ["arc"],
			radius: 50,
			startAngle: 270,
			sweep: 120,
			centre: [200, 100],
			closed: false,
		});
		expect(only("curve right radius 50 sweep 120")).toMatchObject({ startAngle: 90, sweep: -120 });
		expect(only("repeat 12\n  curve left radius 50 sweep 10\nend")).toMatchObject({ kinds: ["arc"], sweep: 120 });
	});

	test("a segment, a sector, a rounded rect and a stadium, walked", () => {
		expect(only("walk 80\nturn left 90\ncurve left radius 40 sweep 180")).toMatchObject({
			kinds: ["arc"],
			closed: true,
			radius: 40,
			sweep: 180,
			sentence: expect.stringContaining("segment of a circle"),
		});
		expect(only("walk 50\nturn left 90\ncurve left radius 50 sweep 90\nturn left 90\nwalk 50")).toMatchObject({
			closed: true,
			centre: [200, 150],
			sentence: expect.stringContaining("sector"),
		});
		const rounded = only(
			"repeat 2\n  walk 60\n  curve left radius 10 sweep 90\n  walk 30\n  curve left radius 10 sweep 90\nend",
		);
		expect(rounded).toMatchObject({ kinds: ["rounded-rect"], rounding: 10, width: 80, height: 50, centre: [230, 125] });
		expect(rounded.area).toBeCloseTo(80 * 50 - (4 - Math.PI) * 100, 5);
		expect(only("repeat 2\n  walk 60\n  curve left radius 20 sweep 180\nend")).toMatchObject({
			kinds: ["rounded-rect"],
			rounding: 20,
			width: 100,
			height: 40,
			centre: [230, 130],
		});
	});

	test("a bend whose ends a line joins is a segment", () => {
		expect(only("arc centre 100, 100 radius 40 from 0 to 180\nline from 60, 100 to 140, 100")).toMatchObject({
			kinds: ["arc"],
			closed: true,
		});
	});

	test("small steps along a circle are an arc, coarse ones a polyline too, large ones no arc", () => {
		expect(only("repeat 30\n  walk 2\n  turn left 3\nend").kinds).toEqual(["arc"]);
		expect(only("repeat 8\n  walk 10\n  turn left 15\nend").kinds).toEqual(["arc", "polyline"]);
		expect(only("repeat 4\n  walk 40\n  turn left 60\nend").kinds).toEqual(["polyline"]);
	});

	test("the area and length of arcs are theirs", () => {
		const sector = only("fill red\narc centre 100, 100 radius 40 from 0 to 90 closed sector");
		expect([sector.area, sector.perimeter]).toEqual([
			expect.closeTo((Math.PI * 1600) / 4, 5),
			expect.closeTo(20 * Math.PI + 80, 5),
		]);
		const segment = only("fill red\narc centre 100, 100 radius 40 from 0 to 90 closed segment");
		expect(segment.area).toBeCloseTo((Math.PI * 1600) / 4 - 800, 5);
	});
});

describe("stars and spirals", () => {
	test.each([
		["walked across itself", "repeat 5\n  walk 90\n  turn right 144\nend", 5, 2],
		["placed", "star points 5 centre 100, 100 radius 50", 5, 2],
		["of seven, every third", "repeat 7\n  walk 90\n  turn right 360 * 3 / 7\nend", 7, 3],
		["with dents of its own", "star points 6 centre 100, 100 radius 50 inner 20", 6, 0],
	])("a star %s is one star, by points and step", (_, source, points, step) => {
		expect(only(source)).toMatchObject({ kinds: ["star", "polygon"], points, step });
	});

	test("a star has one point up, and its rotation is measured from there", () => {
		expect(only("star points 5 centre 100, 100 radius 50").rotation).toBe(0);
		expect(only("star points 5 centre 100, 100 radius 50 turned 20").rotation).toBeCloseTo(20, 6);
		expect(only("sheet 200, 200 origin centre\nstar points 5 centre 0, 0 radius 50 turned 20").rotation).toBeCloseTo(
			20,
			6,
		);
	});

	test("a spiral is a spiral, by walks, by small steps and by curves; neither zigzags nor rings are", () => {
		expect(only("for i from 1 to 20\n  walk i * 4\n  turn left 90\nend").kinds).toEqual(["spiral", "polyline"]);
		expect(only("for i from 20 to 1 by -1\n  walk i * 4\n  turn right 90\nend").kinds[0]).toBe("spiral");
		expect(only("for i from 1 to 300\n  walk i / 20\n  turn left 5\nend").kinds).toEqual(["spiral"]);
		expect(only("for i from 1 to 8\n  curve left radius i * 6 sweep 180\nend").kinds[0]).toBe("spiral");
		expect(only("for i from 1 to 8\n  walk 20\n  turn left 60\n  walk 20\n  turn right 60\nend").kinds).toEqual([
			"polyline",
		]);
	});
});

describe("areas", () => {
	const square = "repeat 4\n    walk 30\n    turn left 90\n  end";

	test("three walked sides closed by an area are a rect with its fill and ink", () => {
		expect(only("fill tan\narea\n  walk 60\n  turn left 90\n  walk 30\n  turn left 90\n  walk 60\nend")).toMatchObject({
			kinds: ["rect", "parallelogram", "trapezium", "quadrilateral", "polygon"],
			width: 60,
			height: 30,
			fill: { code: "#d2b48c", name: "light brown" },
			outline: { name: "black" },
			turns: [90, 90],
		});
	});

	test("a fill and then an outline of one geometry are one figure, of two geometries two", () => {
		const outline = (side: number) =>
			`fill tan\npen up\narea\n  repeat 4\n    walk 60\n    turn left 90\n  end\nend\npen down\nrepeat 4\n  walk ${side}\n  turn left 90\nend`;
		expect(only(outline(60))).toMatchObject({ fill: { code: "#d2b48c" }, outline: { code: "#000000" } });
		expect(kindsIn(outline(50))).toEqual(["square", "square"]);
	});

	test("loops that close in one area are figures of their own, and a line between them is there if it has ink", () => {
		expect(kindsIn(`fill tan\narea\n  ${square}\n  pen up\n  walk 60\n  pen down\n  ${square}\nend`)).toEqual([
			"square",
			"square",
		]);
		expect(kindsIn(`fill tan\narea\n  ${square}\n  walk 60\n  ${square}\nend`)).toEqual(["square", "line", "square"]);
	});

	test("an area without a fill leaves what was walked", () => {
		expect(kindsIn("area\n  walk 60\n  turn left 90\n  walk 30\nend")).toEqual(["polyline"]);
	});

	test("a half disc by an area is the segment that an arc places", () => {
		expect(only("fill gold\narea\n  walk 80\n  turn left 90\n  curve left radius 40 sweep 180\nend")).toMatchObject({
			kinds: ["arc"],
			closed: true,
			fill: { name: "yellow" },
		});
	});
});

test("a lead-in in the direction of the first side is a stray line, and so is a joining line on a side just drawn", () => {
	expect(kindsIn("walk 40\nrepeat 4\n  walk 40\n  turn left 90\nend")).toEqual(["line", "square"]);
	expect(
		kindsIn("repeat 4\n  walk 40\n  turn left 90\nend\nwalk 40\nrepeat 4\n  walk 40\n  turn left 90\nend"),
	).toEqual(["square", "line", "square"]);
});

test("ten rounds of a square are one square, gone over nine times more; a round line that closes late says its rounds", () => {
	expect(only("repeat 40\n  walk 40\n  turn left 90\nend")).toMatchObject({ overdrawn: 9 });
	const round = only("repeat 1000\n  walk 3\n  turn left 7\nend");
	expect(round.kinds[0]).toBe("circle");
	expect(round.overdrawn).toBeCloseTo((1000 * 7) / 360 - 1, 0);
});

test("dots answer to dot alone, lines drawn as a polyline that closes to polygons", () => {
	expect(only("pen colour red\ndot at 50, 60 size 20")).toMatchObject({
		kinds: ["dot"],
		centre: [50, 60],
		diameter: 20,
		fill: { code: "#ff0000" },
		outline: null,
	});
	expect(kindsIn("dot at 5, 5 size 0")).toEqual([]);
	expect(only("polyline at [0, 0], [40, 0], [40, 40], [0, 0]").kinds[0]).toBe("right-triangle");
});

test("the pen's facing before and after, and its turns, go with what was walked", () => {
	expect(only("face 30\nrepeat 4\n  walk 40\n  turn right 90\nend")).toMatchObject({
		facing: { before: 30, after: 120 },
		turns: [-90, -90, -90, -90],
		start: [200, 150],
		end: [200, 150],
	});
	expect(only("rect corner 5, 5 size 9, 9")).toMatchObject({ facing: null, turns: [] });
	expect(only("picture p\n  repeat 4\n    walk 40\n    turn left 90\n  end\nend\nlay p at 100, 100")).toMatchObject({
		facing: null,
	});
});

test("Bézier paths of another front end are figures too: four cubic curves a circle, sub-paths one each", () => {
	const writer = new TapeWriter(9);
	const put = (...values: number[]) => {
		for (const value of values) writer.put(value);
	};
	const k = 0.5522847498 * 40;
	writer.use(0x000000ff, 2, 0xff0000ff);
	writer.add(ENTRY.path, 1, 0);
	put(
		0,
		PATH.move,
		140,
		100,
		PATH.cubic,
		140,
		100 + k,
		100 + k,
		140,
		100,
		140,
		PATH.cubic,
		100 - k,
		140,
		60,
		100 + k,
		60,
		100,
	);
	put(PATH.cubic, 60, 100 - k, 100 - k, 60, 100, 60, PATH.cubic, 100 + k, 60, 140, 100 - k, 140, 100, PATH.close);
	put(PATH.move, 200, 20, PATH.line, 260, 20, PATH.line, 260, 80, PATH.line, 200, 80, PATH.close);
	const tape = writer.finish({ width: 400, height: 300, origin: "top left" }, [], {
		x: 0,
		y: 0,
		facing: 0,
		down: true,
	});
	const found = recognise(tape).figures.map((f) => [f.kinds[0], Math.round(f.width), f.fill === 0xff0000ff]);
	expect(found).toEqual([
		["circle", 80, true],
		["square", 60, true],
	]);
});
