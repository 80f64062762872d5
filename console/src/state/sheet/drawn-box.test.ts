import { expect, test } from "vitest";
import { drawnBox } from "./drawn-box.ts";

/** A picture of letters: a dot is paper. */
function picture(rows: readonly string[]) {
	const [width, height] = [(rows[0] as string).length, rows.length];
	const pixels = new Uint8ClampedArray(4 * width * height);
	rows.forEach((row, y) => {
		[...row].forEach((letter, x) => {
			pixels.set(letter === "." ? [250, 250, 240, 255] : [20, 30, 60, 255], 4 * (y * width + x));
		});
	});
	return { pixels, size: { width, height } };
}

test.each([
	[["......", "..##..", "..#...", "......"], 0, { x: 2, y: 1, width: 2, height: 2 }],
	[["......", "..##..", "..#...", "......"], 1, { x: 1, y: 0, width: 4, height: 4 }],
	[[".....#", "......", "......", "#....."], 2, { x: 0, y: 0, width: 6, height: 4 }],
])("the box round what is drawn in %j with a margin of %i", (rows, margin, box) => {
	const { pixels, size } = picture(rows);
	expect(drawnBox(pixels, size, margin)).toEqual(box);
});

test("a sheet with nothing on it has none", () => {
	const { pixels, size } = picture(["...", "..."]);
	expect(drawnBox(pixels, size, 1)).toBeUndefined();
});
