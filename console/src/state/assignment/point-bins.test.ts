import { expect, test } from "vitest";
import { pointBins } from "./point-bins.ts";

const counts = (points: readonly number[], possible: number) => pointBins(points, possible).map((bin) => bin.count);

test("everybody is in one bin, full points too", () => {
	expect(counts([11, 10.5, 10, 10, 8.5, 11, 3, 9, 8, 10.25, 11, 11], 11)).toEqual([0, 0, 0, 1, 0, 0, 0, 0, 2, 1, 8]);
	expect(counts([0, 4, 4], 4)).toEqual([1, 0, 0, 0, 0, 0, 0, 2]);
});

test("points above what is possible, by a bonus, are in the last bin", () => {
	expect(counts([12.5], 11).at(-1)).toBe(1);
});

test.each([
	[4, 0.5],
	[11, 1],
	[16, 2],
	[60, 5],
	[100, 10],
	[0, 0.5],
])("bins of %i points are %d wide, and at most twelve", (possible, width) => {
	const bins = pointBins([], possible);
	expect(bins.every((bin) => bin.to - bin.from === width)).toBe(true);
	expect(bins.length).toBeLessThanOrEqual(12);
	expect(bins.at(-1)?.to).toBeGreaterThanOrEqual(possible);
});
