import { describe, expect, test } from "vitest";
import { draw } from "../draw.ts";

const figures = (source: string) => draw(source, { frames: 0 }).drawing.figures;
/** Area that two discs of radius r have in common at a distance d (the lens of two circular segments). */
const lens = (r: number, d: number) => 2 * r * r * Math.acos(d / (2 * r)) - (d / 2) * Math.sqrt(4 * r * r - d * d);

describe("shares seen come within a hundredth of the exact areas, for figures above 20 across", () => {
	const cases: [string, string, number][] = [];
	for (const size of [21, 34, 60, 150]) {
		for (const part of [0.1, 0.37, 0.5, 0.81]) {
			const shift = size * part;
			cases.push([
				`rects of ${size}, ${part} apart`,
				`pen none\nfill red\nrect corner 50.3, 40.7 size ${size}, ${size}\nfill blue\nrect corner ${50.3 + shift}, 30 size 200, 250`,
				part,
			]);
			const r = size / 2;
			const hidden = lens(r, shift) / (Math.PI * r * r);
			cases.push([
				`discs of ${size}, ${part} apart`,
				`pen none\nfill red\ncircle centre 150.2, 150.9 radius ${r}\nfill blue\ncircle centre ${150.2 + shift}, 150.9 radius ${r}`,
				1 - hidden,
			]);
		}
	}
	test.each(cases)("%s", (_, source, wanted) => {
		expect(Math.abs((figures(source)[0]?.visible as number) - wanted)).toBeLessThan(0.01);
	});

	test.each([
		["a rect a third off the sheet", "pen none\nfill red\nrect corner -20, 50 size 60, 60", 2 / 3],
		["a disc half off it", "pen none\nfill red\ncircle centre 0, 100 radius 37", 0.5],
		["a hollow square half off it, by its line", "rect centre 0, 100 size 40, 40", 0.5],
		["a large rect of which a corner is on it", "pen none\nfill red\nrect corner -900, -900 size 1000, 1000", 0.01],
	])("%s", (_, source, wanted) => {
		expect(Math.abs((figures(source)[0]?.onSheet as number) - wanted)).toBeLessThan(0.01);
	});

	test("many on one another are counted on a grid and come near", () => {
		const [under] = figures(
			"pen none\nfill red\ncircle centre 200, 150 radius 80\nfill blue\nrepeat 200\n  circle centre 200, 150 radius 40\nend",
		);
		expect(under?.visible).toBeCloseTo(0.75, 1);
	});
});

test("the visible width is measured, of small dots too", () => {
	expect(figures("dot at 50, 50 size 1")[0]?.seenAcross).toBeCloseTo(1, 6);
	expect(
		figures("pen none\nfill red\nrect corner 0, 0 size 100, 10\nfill blue\nrect corner 0, 0 size 60, 10")[0]
			?.seenAcross,
	).toBeCloseTo(40, 6);
	expect(
		figures("pen none\nfill red\nrect corner 10, 10 size 10, 10\nfill blue\nrect corner 0, 0 size 60, 60")[0],
	).toMatchObject({ visible: 0, seenAcross: 0 });
});

describe("contrast is the ratio to what surrounds most of a figure", () => {
	const contrast = (source: string, i = 0) => figures(source)[i]?.contrast as number;
	test("paper, and what is under it", () => {
		expect(contrast("pen none\nfill black\ncircle centre 200, 150 radius 20")).toBeCloseTo(21, 5);
		expect(contrast("paper black\npen none\nfill white\ncircle centre 200, 150 radius 20")).toBeCloseTo(21, 5);
		expect(
			contrast(
				"pen none\nfill navy\nrect corner 100, 100 size 200, 100\nfill midnightblue\ncircle centre 200, 150 radius 20",
				1,
			),
		).toBeLessThan(1.3);
		expect(contrast("pen none\nfill red\nrect corner 5, 5 size 90, 90")).toBeCloseTo(4, 1);
	});

	test("a figure that is hard to see on its background has a low contrast", () => {
		const [, disc] = figures(
			"pen none\nfill navy\nrect corner 100, 100 size 200, 100\nfill #000085\ncircle centre 200, 150 radius 20",
		);
		expect(disc?.contrast).toBeLessThan(1.1);
	});
});

test("paper and wipe take away what was before, and what covers the sheet first is paper", () => {
	expect(figures("circle centre 9, 9 radius 5\nwipe\nwalk 5").map((f) => f.kinds[0])).toEqual(["line"]);
	expect(figures("circle centre 9, 9 radius 5\npaper red\nwalk 5").map((f) => f.kinds[0])).toEqual(["line"]);
	const drawn = draw("pen none\nfill red\nrect corner 0, 0 size 400, 300\ncircle centre 90, 90 radius 20");
	expect([drawn.drawing.paper, drawn.drawing.figures.length]).toEqual([0xff0000ff, 1]);
});
