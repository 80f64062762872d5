import { describe, expect, test } from "vitest";
import { draw } from "../draw.ts";
import { match } from "./matching.ts";
import { type Facts, Selection } from "./selection.ts";
import type { Selector } from "./selector.ts";
import type { StatedProperties } from "./stated-properties.ts";

const NO_FACTS: Facts = { routines: () => [], has: () => false, follows: () => false };
const SHEET = { width: 400, height: 300, origin: "top left" } as const;

function taken(
	source: string,
	wanted: Record<string, Selector>,
	stated: Record<string, StatedProperties> = {},
): Record<string, (number | undefined)[]> {
	const drawn = draw(source);
	expect(drawn.errors).toEqual([]);
	const names = new Map(Object.entries(wanted));
	const selection = new Selection({ drawing: drawn.drawing, sheet: SHEET }, { position: 4, size: 4 }, names, NO_FACTS);
	const found = match(drawn.drawing.figures, { figures: names, stated: new Map(Object.entries(stated)) }, selection);
	return Object.fromEntries([...found].map(([name, { slots }]) => [name, slots.map((f) => f?.index)]));
}

const at = (...places: [number, number][]): StatedProperties => ({
	places: [{ at: places, of: (f) => f.centre }],
	sizes: [],
});

test("a green buoy of the right size in the right place is the buoy", () => {
	const source = "fill red\ncircle centre 30, 30 radius 5\nfill green\ncircle centre 200, 150 radius 40";
	expect(taken(source, { buoy: { kind: "circle", fill: "red", diameter: 80 } }, { buoy: at([200, 150]) })).toEqual({
		buoy: [1],
	});
});

test("figures are matched all at once: neither takes the other's", () => {
	const source = "circle centre 100, 100 radius 20\ncircle centre 200, 100 radius 40";
	expect(taken(source, { big: { kind: "circle", diameter: 80 }, small: { kind: "circle", diameter: 40 } })).toEqual({
		big: [1],
		small: [0],
	});
	expect(taken(source, { small: { kind: "circle", diameter: 40 }, big: { kind: "circle", diameter: 80 } })).toEqual({
		small: [0],
		big: [1],
	});
});

test("a wanted figure stays empty rather than take something of another kind far off", () => {
	expect(taken("line from 0, 0 to 9, 9", { buoy: { kind: "circle" } })).toEqual({ buoy: [undefined] });
	expect(taken("ellipse centre 99, 99 size 60, 40", { buoy: { kind: "circle" } })).toEqual({ buoy: [0] });
});

describe("several of one name", () => {
	test("are taken each once, by their places", () => {
		const source = "rect centre 300, 50 size 20, 20\nrect centre 100, 50 size 20, 20\nrect centre 200, 50 size 20, 20";
		expect(
			taken(source, { plank: { kind: "rect", number: 3 } }, { plank: at([100, 50], [200, 50], [300, 50]) }),
		).toEqual({ plank: [1, 2, 0] });
	});

	test("leave empty slots where some are missing", () => {
		const source = "rect centre 100, 50 size 20, 20\nrect centre 300, 50 size 20, 20";
		expect(
			taken(source, { plank: { kind: "rect", number: 3 } }, { plank: at([100, 50], [200, 50], [300, 50]) }),
		).toEqual({ plank: [0, undefined, 1] });
	});
});

test("where a choice is left, the one drawn first is taken", () => {
	expect(taken("circle centre 50, 50 radius 9\ncircle centre 350, 250 radius 9", { buoy: { kind: "circle" } })).toEqual(
		{ buoy: [0] },
	);
});

test("lines match without direction", () => {
	const rope: StatedProperties = { places: [{ at: [[80, 60]], of: (f) => f.centre }], sizes: [] };
	for (const source of ["line from 60, 60 to 100, 60", "line from 100, 60 to 60, 60"])
		expect(taken(source, { rope: { kind: "line" } }, { rope })).toEqual({ rope: [0] });
});

test("a thousand figures are matched in a moment", () => {
	const source = "for i from 0 to 999\n  circle centre i mod 40 * 10, floor(i / 40) * 10 radius 3\nend";
	expect(taken(source, { buoy: { kind: "circle", number: 3 } }, { buoy: at([0, 0], [390, 0], [390, 240]) })).toEqual({
		buoy: [0, 39, 999],
	});
});
