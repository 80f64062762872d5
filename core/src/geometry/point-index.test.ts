import fc from "fast-check";
import { expect, test } from "vitest";
import { PointIndex } from "./point-index.ts";
import { distance, type Point } from "./points.ts";

test("it finds just the points that trying every one would find", () => {
	const grid = fc.integer({ min: -40, max: 40 }).map((n) => n * 3e-6 + (n % 3) * 1e6);
	const point = fc.tuple(grid, grid) as fc.Arbitrary<Point>;
	fc.assert(
		fc.property(fc.array(point, { maxLength: 40 }), point, (points, asked) => {
			const index = new PointIndex(4e-6);
			points.forEach((p, i) => {
				index.add(p, i);
			});
			const near = points
				.map((p, i) => ({ i, near: distance(p[0], p[1], asked[0], asked[1]) <= 4e-6 }))
				.filter((p) => p.near);
			const found = index.find(asked);
			if (near.length === 0) expect(found).toBeUndefined();
			else expect(near.map((p) => p.i)).toContain(found);
		}),
	);
});

test("a point that was removed isn't found", () => {
	const index = new PointIndex(1e-6);
	index.add([5, 5], 1);
	index.remove([5, 5]);
	expect(index.find([5, 5])).toBeUndefined();
});
