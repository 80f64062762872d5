import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { measured, shifted, wholeView, zoomed } from "./view.ts";

const SHEET = { width: 400, height: 300 };
const sizes = fc.record({ width: fc.integer({ min: 50, max: 2000 }), height: fc.integer({ min: 50, max: 2000 }) });

describe("a view of a sheet", () => {
	test("of the whole shows all of it, in the frame's proportions", () => {
		fc.assert(
			fc.property(sizes, sizes, (sheet, frame) => {
				const view = wholeView(sheet, frame);
				expect(view.x).toBeLessThanOrEqual(0);
				expect(view.y).toBeLessThanOrEqual(0);
				expect(view.x + view.width).toBeGreaterThanOrEqual(sheet.width);
				expect(view.y + view.height).toBeGreaterThanOrEqual(sheet.height);
				expect(view.width / view.height).toBeCloseTo(frame.width / frame.height, 6);
			}),
		);
	});

	test("zoomed about a point keeps it where it is", () => {
		const whole = wholeView(SHEET, { width: 500, height: 375 });
		fc.assert(
			fc.property(
				fc.double({ min: 0.5, max: 4, noNaN: true }),
				fc.integer({ min: 0, max: 400 }),
				fc.integer({ min: 0, max: 300 }),
				(by, x, y) => {
					const view = zoomed(whole, by, { x, y }, SHEET);
					expect((x - view.x) / view.width).toBeCloseTo((x - whole.x) / whole.width, 6);
					expect((y - view.y) / view.height).toBeCloseTo((y - whole.y) / whole.height, 6);
				},
			),
		);
	});

	test("goes neither endlessly close nor endlessly far, and back again", () => {
		let view = wholeView(SHEET, SHEET);
		for (let i = 0; i < 100; i++) view = zoomed(view, 1.5, { x: 200, y: 150 }, SHEET);
		expect(view.width).toBeGreaterThan(5);
		for (let i = 0; i < 200; i++) view = zoomed(view, 1 / 1.5, { x: 200, y: 150 }, SHEET);
		expect(view.width).toBeLessThan(1000);
	});

	test("never loses the sheet out of sight", () => {
		fc.assert(
			fc.property(
				fc.double({ min: -1e5, max: 1e5, noNaN: true }),
				fc.double({ min: -1e5, max: 1e5, noNaN: true }),
				(dx, dy) => {
					const view = shifted(wholeView(SHEET, SHEET), dx, dy, SHEET);
					expect(view.x).toBeLessThan(SHEET.width);
					expect(view.x + view.width).toBeGreaterThan(0);
					expect(view.y).toBeLessThan(SHEET.height);
					expect(view.y + view.height).toBeGreaterThan(0);
				},
			),
		);
	});

	test("measures distance and direction as they are seen", () => {
		expect(measured({ x: 0, y: 100 }, { x: 60, y: 20 })).toEqual({
			distance: 100,
			direction: expect.closeTo(53.13, 2),
		});
		expect(measured({ x: 0, y: 0 }, { x: 0, y: 10 }).direction).toBe(270);
		expect(measured({ x: 5, y: 5 }, { x: 5, y: 5 }).distance).toBe(0);
	});
});
