import { describe, expect, test } from "vitest";
import { type Arc, arcBounds, arcPoints, rimPoint } from "./arc.ts";
import { boundsOf, distance } from "./points.ts";

const CIRCLE: Arc = { x: 10, y: 20, rx: 30, ry: 30, turned: 0, start: 0, sweep: 90 };

test("angles are anticlockwise as seen whichever way y grows", () => {
	expect(rimPoint(CIRCLE, 90, 1)).toEqual([10, 50]);
	expect(rimPoint(CIRCLE, 90, -1)).toEqual([10, -10]);
	expect(rimPoint({ ...CIRCLE, ry: 10, turned: 90 }, 0, -1)).toEqual([10, -10]);
});

describe("an arc's box is the box of many points along it", () => {
	test.each([
		CIRCLE,
		{ ...CIRCLE, sweep: -200 },
		{ ...CIRCLE, rx: 12, turned: 37, start: 50, sweep: 250 },
		{ ...CIRCLE, rx: 50, turned: -20, start: 200, sweep: -30 },
		{ ...CIRCLE, ry: 4, turned: 123, start: 350, sweep: 360 },
	])("%o", (arc) => {
		for (const up of [1, -1]) {
			const box = arcBounds(arc, up);
			const near = boundsOf(arcPoints(arc, up, 0.01));
			for (const side of ["left", "low", "right", "high"] as const)
				expect(box[side]).toBeCloseTo(near?.[side] as number, 4);
		}
	});
});

test("points along an arc begin and end with it and lie on its rim", () => {
	const points = arcPoints({ ...CIRCLE, sweep: 100 }, 1, 5);
	expect(points.length).toBe(21);
	expect(points[0]).toEqual(rimPoint(CIRCLE, 0, 1));
	expect(points.at(-1)).toEqual(rimPoint(CIRCLE, 100, 1));
	for (const [x, y] of points) expect(distance(x, y, 10, 20)).toBeCloseTo(30, 12);
});
