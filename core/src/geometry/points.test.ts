import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fitEllipse, rimOf } from "./ellipse.ts";
import { boundsOf, centroid, distance, distanceToSegment, type Point, signedArea } from "./points.ts";

const SQUARE: Point[] = [
	[10, 10],
	[30, 10],
	[30, 30],
	[10, 30],
];

test("area is positive anticlockwise where y grows upwards, and negative the other way", () => {
	expect([signedArea(SQUARE), signedArea([...SQUARE].reverse())]).toEqual([400, -400]);
});

test("the centre of an area, and the mean of the corners if there is no area", () => {
	expect(centroid(SQUARE)).toEqual([20, 20]);
	expect(
		centroid([
			[0, 0],
			[30, 0],
			[0, 30],
		]).map((v) => Math.round(v)),
	).toEqual([10, 10]);
	expect(
		centroid([
			[0, 0],
			[10, 0],
			[20, 0],
		]),
	).toEqual([10, 0]);
});

test("bounds and distances", () => {
	expect(boundsOf(SQUARE)).toEqual({ left: 10, low: 10, right: 30, high: 30 });
	expect(boundsOf([])).toBeUndefined();
	expect(distance(0, 0, 3, 4)).toBe(5);
	expect([
		distanceToSegment(5, 5, 0, 0, 10, 0),
		distanceToSegment(13, 4, 0, 0, 10, 0),
		distanceToSegment(3, 4, 0, 0, 0, 0),
	]).toEqual([5, 5, 5]);
});

describe("an ellipse is found again from points round it", () => {
	const shape = fc.record({
		x: fc.integer({ min: -100, max: 100 }),
		y: fc.integer({ min: -100, max: 100 }),
		rx: fc.integer({ min: 20, max: 80 }),
		ratio: fc.double({ min: 0.3, max: 0.9, noNaN: true }),
		turned: fc.integer({ min: 0, max: 179 }),
	});

	test("wherever it lies and however it is turned", () => {
		fc.assert(
			fc.property(shape, ({ x, y, rx, ratio, turned }) => {
				const fit = fitEllipse(rimOf(x, y, rx, rx * ratio, turned, 1, 180));
				expect(fit?.x).toBeCloseTo(x, 6);
				expect(fit?.y).toBeCloseTo(y, 6);
				expect((fit?.rx ?? 0) / rx).toBeCloseTo(1, 2);
				expect((fit?.ry ?? 0) / (rx * ratio)).toBeCloseTo(1, 2);
				const off = Math.abs((fit?.direction ?? 0) - turned);
				expect(Math.min(off, 180 - off)).toBeLessThan(0.1);
				expect(fit?.error).toBeLessThan(0.01);
			}),
		);
	});

	test("a square is none", () => {
		expect(fitEllipse(SQUARE)?.error).toBeGreaterThan(0.15);
		expect(
			fitEllipse([
				[0, 0],
				[10, 0],
				[20, 0],
			]),
		).toBeUndefined();
	});
});
