import fc from "fast-check";
import { expect, test } from "vitest";
import { leastCost } from "./assignment.ts";

function best(cost: readonly (readonly number[])[], row = 0, used = new Set<number>()): number {
	if (row === cost.length) return 0;
	let least = Number.POSITIVE_INFINITY;
	(cost[row] as readonly number[]).forEach((c, column) => {
		if (used.has(column)) return;
		used.add(column);
		least = Math.min(least, c + best(cost, row + 1, used));
		used.delete(column);
	});
	return least;
}

test("it finds what trying every assignment finds", () => {
	const table = fc.integer({ min: 1, max: 5 }).chain((rows) =>
		fc.integer({ min: rows, max: 6 }).chain((columns) =>
			fc.array(fc.array(fc.integer({ min: 0, max: 50 }), { minLength: columns, maxLength: columns }), {
				minLength: rows,
				maxLength: rows,
			}),
		),
	);
	fc.assert(
		fc.property(table, (cost) => {
			const columns = leastCost(cost);
			expect(new Set(columns).size).toBe(cost.length);
			expect(columns.reduce((sum, column, row) => sum + (cost[row]?.[column] ?? Number.NaN), 0)).toBe(best(cost));
		}),
	);
});
