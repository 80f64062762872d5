import { describe, expect, test } from "vitest";
import { gridOf, gridStep, sheetPoint } from "./grid.ts";

describe("the grid", () => {
	test("has 1, 2 or 5 times a power of ten between its lines", () => {
		expect([400, 480, 100, 1000, 20].map((width) => gridStep({ width, height: 10, origin: "centre" }))).toEqual([
			20, 20, 5, 50, 1,
		]);
	});

	test("carries the sheet's own numbers, whichever way they count", () => {
		expect(gridOf({ width: 400, height: 300, origin: "centre" }).across.filter((l) => l.strong)).toEqual([
			{ at: 0, label: -200, strong: true },
			{ at: 100, label: -100, strong: true },
			{ at: 200, label: 0, strong: true },
			{ at: 300, label: 100, strong: true },
			{ at: 400, label: 200, strong: true },
		]);
		expect(gridOf({ width: 400, height: 300, origin: "bottom left" }).down.find((l) => l.label === 100)?.at).toBe(200);
		expect(gridOf({ width: 400, height: 300, origin: "top left" }).down.find((l) => l.label === 100)?.at).toBe(100);
	});

	test("a point of the picture is converted to the sheet's coordinates", () => {
		expect(sheetPoint({ width: 400, height: 300, origin: "centre" }, 250, 50)).toEqual({ x: 50, y: 100 });
		expect(sheetPoint({ width: 400, height: 300, origin: "bottom left" }, 250, 50)).toEqual({ x: 250, y: 250 });
	});
});

test.each(["top left", "bottom left", "centre"] as const)(
	"every line of a sheet from its %s lies on the sheet",
	(origin) => {
		for (const [width, height] of [
			[400, 300],
			[37, 900],
			[4096, 4096],
			[30, 20],
		] as const) {
			const sheet = { width, height, origin };
			const { across, down } = gridOf(sheet);
			expect(across.length + down.length).toBeGreaterThan(10);
			for (const line of across) {
				expect(line.at).toBeGreaterThanOrEqual(0);
				expect(line.at).toBeLessThanOrEqual(width);
				expect(sheetPoint(sheet, line.at, 0).x).toBeCloseTo(line.label, 9);
			}
			for (const line of down) expect(sheetPoint(sheet, 0, line.at).y).toBeCloseTo(line.label, 9);
		}
	},
);
