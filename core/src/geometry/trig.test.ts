import fc from "fast-check";
import { expect, test } from "vitest";
import { acosDeg, asinDeg, atanDeg, cosDeg, directionDeg, sinDeg, tanDeg } from "./trig.ts";

const RADIANS = Math.PI / 180;

test("sine and cosine are exact at multiples of 30 and 45", () => {
	expect([0, 30, 90, 150, 180, 210, 270, 330, 360].map(sinDeg)).toEqual([0, 0.5, 1, 0.5, 0, -0.5, -1, -0.5, 0]);
	expect([0, 60, 90, 120, 180, 240, 270, 300, 360].map(cosDeg)).toEqual([1, 0.5, 0, -0.5, -1, -0.5, 0, 0.5, 1]);
	expect(sinDeg(45)).toBe(cosDeg(45));
	expect(sinDeg(-30)).toBe(-0.5);
	expect(Object.is(sinDeg(180), 0)).toBe(true);
});

test("they agree with the engine's own to the last bits, at any angle", () => {
	fc.assert(
		fc.property(fc.double({ min: -720, max: 720, noNaN: true }), (angle) => {
			expect(sinDeg(angle)).toBeCloseTo(Math.sin(angle * RADIANS), 13);
			expect(cosDeg(angle)).toBeCloseTo(Math.cos(angle * RADIANS), 13);
		}),
	);
});

test("directions agree with the engine's arctangent and lie from 0 up to 360", () => {
	const side = fc.double({ min: -1e6, max: 1e6, noNaN: true });
	fc.assert(
		fc.property(side, side, (x, y) => {
			fc.pre(Math.abs(x) + Math.abs(y) > 1e-6);
			const found = directionDeg(x, y);
			expect(found).toBeGreaterThanOrEqual(0);
			expect(found).toBeLessThan(360);
			const off = Math.abs(found - ((Math.atan2(y, x) / RADIANS + 360) % 360));
			expect(Math.min(off, 360 - off)).toBeLessThan(1e-9);
		}),
	);
});

test("directions along the axes and diagonals are whole", () => {
	expect([
		directionDeg(1, 0),
		directionDeg(0, 1),
		directionDeg(-1, 0),
		directionDeg(0, -1),
		directionDeg(1, 1),
		directionDeg(-2, 2),
		directionDeg(0, 0),
	]).toEqual([0, 90, 180, 270, 45, 135, 0]);
});

test("inverse functions answer in degrees, and not at all where there is no answer", () => {
	expect(asinDeg(0.5)).toBeCloseTo(30, 10);
	expect(acosDeg(0.5)).toBeCloseTo(60, 10);
	expect(atanDeg(-1)).toBe(-45);
	expect(asinDeg(1.1)).toBeNaN();
	expect(tanDeg(90)).toBe(Number.POSITIVE_INFINITY);
	expect(tanDeg(45)).toBeCloseTo(1, 14);
});
