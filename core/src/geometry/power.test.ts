import fc from "fast-check";
import { expect, test } from "vitest";
import { cubeRoot, exp, log, power } from "./power.ts";

const close = (found: number, wanted: number): void => {
	expect(Math.abs(found - wanted)).toBeLessThanOrEqual(Math.abs(wanted) * 1e-12 + 1e-300);
};

test("exp and log agree with the engine's own", () => {
	fc.assert(fc.property(fc.double({ min: -700, max: 700, noNaN: true }), (x) => void close(exp(x), Math.exp(x))));
	fc.assert(
		fc.property(
			fc.double({ min: 1e-300, max: 1e300, noNaN: true }),
			(x) => void expect(Math.abs(log(x) - Math.log(x))).toBeLessThan(1e-12),
		),
	);
});

test("powers agree with the engine's own", () => {
	fc.assert(
		fc.property(
			fc.double({ min: 0.001, max: 1000, noNaN: true }),
			fc.double({ min: -20, max: 20, noNaN: true }),
			(base, exponent) => {
				const wanted = base ** exponent;
				expect(Math.abs(power(base, exponent) - wanted)).toBeLessThanOrEqual(wanted * 1e-11);
			},
		),
	);
});

test("whole powers of whole numbers are exact", () => {
	expect([power(2, 10), power(-3, 3), power(2, -1), power(5, 0), power(0, 3), power(10, 15)]).toEqual([
		1024, -27, 0.5, 1, 0, 1e15,
	]);
});

test("where there is no real answer there is no number", () => {
	expect(power(-2, 0.5)).toBeNaN();
	expect(power(-8, 1 / 3)).toBeNaN();
	expect(Number.isFinite(power(0, -1))).toBe(false);
});

test("cube roots", () => {
	fc.assert(fc.property(fc.double({ min: -1e9, max: 1e9, noNaN: true }), (x) => void close(cubeRoot(x), Math.cbrt(x))));
});
