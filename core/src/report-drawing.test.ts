import { expect, test } from "vitest";
import { draw } from "./draw.ts";
import { CLASS_LIMITS } from "./limits/limits.ts";
import { PathPen } from "./picture/paths.ts";
import { reportDrawing } from "./report-drawing.ts";

const corners = (outline: string) => outline.match(/[ML]/g)?.length ?? 0;

test("an outline to point at has at most some thousands of corners, from its first to its last", () => {
	const steps = (rounds: number) =>
		reportDrawing(
			draw(`repeat ${rounds}\n  walk 2\n  turn left 40\n  walk 3\n  turn right 40\nend`, {
				limits: { ...CLASS_LIMITS, steps: 1e6 },
			}),
		);
	const [short, long] = [steps(450), steps(25_000)];
	expect([short.figures.length, corners(short.figures[0]?.outline ?? "")]).toEqual([1, 901]);
	const outline = long.figures[0]?.outline ?? "";
	expect(corners(outline)).toBeGreaterThan(3_000);
	expect(corners(outline)).toBeLessThanOrEqual(4_001);
	// The picture itself leaves nothing out, and both end in one place.
	const drawn = long.picture.shapes[0]?.d ?? "";
	expect(corners(drawn)).toBe(50_001);
	expect(outline.split("L").at(-1)).toBe(drawn.split("L").at(-1));
	expect(outline.split("L")[0]).toBe(drawn.split("L")[0]);
});

test("coordinates have at most two decimals, as numbers are written", () => {
	const pen = new PathPen({ width: 400, height: 300, origin: "top left" });
	for (const value of [
		0, -0, 0.004, -0.004, 0.005, 0.05, -0.05, 0.5, 12, -12.3, 99.999, 1234.56, -0.994, 21_474_836.47, 21_474_836.48,
		1e15, -1e22,
	]) {
		const rounded = Math.round(value * 100) / 100;
		expect(pen.pair(value, -value)).toBe(
			`${String(rounded === 0 ? 0 : rounded)} ${String(Math.round(-value * 100) / 100 === 0 ? 0 : Math.round(-value * 100) / 100)}`,
		);
	}
});
