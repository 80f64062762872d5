import { expect, test } from "vitest";
import { rimOf } from "../geometry/ellipse.ts";
import { type Bounds, boundsOf, type Point } from "../geometry/points.ts";
import type { Region } from "./region.ts";
import { seen } from "./visible.ts";

const SHEET: Bounds = { left: 0, low: 0, right: 400, high: 300 };

function region(points: Point[], opaque = true): Region {
	return { areas: () => [[points]], bounds: boundsOf(points) as Bounds, opaque };
}

const rect = (x: number, y: number, w: number, h: number) =>
	region([
		[x, y],
		[x + w, y],
		[x + w, y + h],
		[x, y + h],
	]);
const disc = (x: number, y: number, r: number) => region(rimOf(x, y, r, r, 0, 1, 360));

test("what nothing covers is seen whole", () => {
	expect(seen([rect(10, 10, 50, 40), rect(100, 10, 50, 40)], SHEET)).toEqual([
		{ inside: 1, visible: 1, across: 50 },
		{ inside: 1, visible: 1, across: 50 },
	]);
});

test("a rect half covered by a later one is half seen, and the later one whole", () => {
	const [under, over] = seen([rect(100, 100, 60, 60), rect(130, 90, 60, 80)], SHEET);
	expect(under?.visible).toBeCloseTo(0.5, 2);
	expect(over?.visible).toBe(1);
});

test("a disc in the middle of a larger one hides the square of the ratio of their radii", () => {
	const [under] = seen([disc(200, 150, 80), disc(200, 150, 40)], SHEET);
	expect(under?.visible).toBeCloseTo(0.75, 2);
});

test("two discs of one size, a radius apart: the exact area of their lens is hidden", () => {
	const [under] = seen([disc(180, 150, 40), disc(220, 150, 40)], SHEET);
	const lens = 2 * Math.acos(0.5) - Math.sqrt(3) / 2;
	expect(under?.visible).toBeCloseTo(1 - lens / Math.PI, 2);
});

test("small figures come within a hundredth too", () => {
	const [under] = seen([rect(100, 100, 20, 20), rect(105, 100, 20, 20)], SHEET);
	expect(under?.visible).toBeCloseTo(0.25, 2);
});

test("what sticks out of the sheet is inside by its share", () => {
	expect(seen([rect(-30, 100, 60, 60)], SHEET)[0]?.inside).toBeCloseTo(0.5, 2);
	expect(seen([rect(500, 100, 60, 60)], SHEET)[0]?.inside).toBe(0);
});

test("see-through paint hides nothing", () => {
	const glass = { ...rect(100, 100, 60, 60), opaque: false };
	expect(seen([rect(100, 100, 60, 60), glass], SHEET)[0]?.visible).toBe(1);
});

test("ten thousand discs on one another are resolved in a moment", () => {
	const many = Array.from({ length: 10_000 }, () => disc(200, 150, 60));
	const found = seen(many, SHEET);
	expect(found[0]?.visible).toBe(0);
	expect(found.at(-1)?.visible).toBe(1);
});
