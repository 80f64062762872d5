import { describe, expect, test } from "vitest";
import type { Point } from "../geometry/points.ts";
import { assemble } from "./assemble.ts";
import { corners, type Outline } from "./outline.ts";
import { StrokeCutter } from "./strokes.ts";
import { CLASS_TOLERANCE } from "./tolerance.ts";

const line = (entry: number, ...points: Point[]): Outline => ({
	points,
	entries: [entry],
	closed: false,
	gap: 0,
	overdrawn: 0,
});
const onePaint = () => "black";

describe("lines are put together where their ends meet two by two", () => {
	const triangle = [line(1, [0, 0], [40, 0]), line(2, [0, 30], [40, 0]), line(3, [0, 0], [0, 30])];

	test("whatever their order and direction", () => {
		const [made, ...rest] = assemble(triangle, onePaint, 1);
		expect([rest.length, made?.closed, made?.points.length, made?.entries]).toEqual([0, true, 3, [1, 2, 3]]);
	});

	test("a little apart, with the gap measured", () => {
		const [made] = assemble(
			[line(1, [0, 0], [40, 0]), line(2, [40.5, 0], [0, 30]), line(3, [0, 30], [0, 0])],
			onePaint,
			1,
		);
		expect([made?.closed, made?.gap]).toEqual([true, 0.5]);
	});

	test("not where the chain doesn't close, nor in two inks", () => {
		expect(assemble(triangle.slice(0, 2), onePaint, 1)).toHaveLength(2);
		expect(assemble(triangle, (o) => String(o.entries[0]), 1)).toHaveLength(3);
	});

	test("not where three or more ends meet in one point", () => {
		const rays = [
			line(1, [0, 0], [40, 0]),
			line(2, [0, 0], [0, 40]),
			line(3, [0, 0], [-40, 0]),
			line(4, [40, 0], [0, 40]),
		];
		expect(assemble(rays, onePaint, 1).every((o) => !o.closed)).toBe(true);
	});

	test("not with a stray line that another stroke left", () => {
		const stray = { ...(triangle[0] as Outline), stray: true as const };
		expect(assemble([stray, ...triangle.slice(1)], onePaint, 1).every((o) => !o.closed)).toBe(true);
	});

	test("twenty thousand lines with one end in common take little time", () => {
		const many = Array.from({ length: 20_000 }, (_, i) => line(i, [0, 0], [1 + i, 7]));
		expect(assemble(many, onePaint, 0.1)).toHaveLength(20_000);
	});
});

describe("corners", () => {
	test("leave out what a side runs through, repeated points, and the last that is the first", () => {
		const points: Point[] = [
			[0, 0],
			[5, 0],
			[10, 0],
			[10, 0],
			[10, 10],
			[0, 10],
			[0, 5],
			[0, 0],
		];
		expect(corners(points, true)).toEqual([
			[0, 0],
			[10, 0],
			[10, 10],
			[0, 10],
		]);
		expect(corners(points.slice(0, 5), false)).toEqual([
			[0, 0],
			[10, 0],
			[10, 10],
		]);
	});

	test("keep a point at which a line turns back", () => {
		expect(
			corners(
				[
					[0, 0],
					[10, 0],
					[5, 0],
				],
				false,
			),
		).toHaveLength(3);
	});
});

describe("a stroke is cut", () => {
	function cut(...points: Point[]): Outline[] {
		const cutter = new StrokeCutter(points[0] as Point, CLASS_TOLERANCE, 1);
		points.slice(1).forEach((p, i) => {
			cutter.add(p, i);
		});
		cutter.finish();
		return cutter.outlines;
	}

	test("where it comes back to a point of its own", () => {
		const outlines = cut([-20, 0], [0, 0], [30, 0], [30, 30], [0, 30], [0, 0], [0, -20]);
		expect(outlines.map((o) => [o.closed, o.entries, o.stray ?? false])).toEqual([
			[false, [0], true],
			[true, [1, 2, 3, 4], false],
			[false, [5], true],
		]);
	});

	test("not for a point gone over at once: that is one line, twice", () => {
		expect(cut([0, 0], [30, 0], [0, 0]).map((o) => [o.closed, o.overdrawn, o.points])).toEqual([
			[
				false,
				1,
				[
					[0, 0],
					[30, 0],
				],
			],
		]);
	});

	test("pieces of no length leave no trace", () => {
		expect(cut([5, 5], [5, 5], [5, 5])).toEqual([]);
	});
});
