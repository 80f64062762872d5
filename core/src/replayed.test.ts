import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { tapeOf } from "./draw.ts";
import { readExercise } from "./exercise/read.ts";
import { pictureOf } from "./picture/picture.ts";
import { type Replayed, replayed } from "./replayed.ts";

const of = (source: string, watch: readonly string[] = []) => replayed(source, { watch }) as Replayed;

/** The paths that are seen once everything up to a row is drawn, with what was covered left out. */
function shownAt({ replay }: Replayed, row: number): string[] {
	const cover = replay.covers.findLast((c) => c.row <= row);
	return replay.shapes
		.filter((_, i) => i >= (cover?.under ?? 0) && (replay.appears[i] as number) <= row)
		.map((s) => `${s.fill} ${s.ink} ${s.d}`);
}

describe("a replay", () => {
	test("shows every step of a walk with its own row and line", () => {
		const made = of("walk 50\nturn left 90\nwalk 30\ncircle centre 20, 20 diameter 10\n");
		expect([...made.replay.lines]).toEqual([1, 2, 3, 4]);
		expect([0, 1, 2, 3].map((row) => shownAt(made, row).length)).toEqual([1, 1, 2, 3]);
		expect(made.marks.map((m) => m.row)).toEqual([0, 3]);
	});

	test("knows where the pen is and faces after each row", () => {
		const made = of("walk 50\nturn left 90\nwalk 30\n");
		const { pen } = made.replay;
		const at = (row: number) => [...pen.slice(3 * row, 3 * row + 3)].map((v) => Math.round(v));
		const [x, y, facing] = at(0) as [number, number, number];
		expect(at(1)).toEqual([x, y, facing + 90]);
		const [x2, y2] = at(2) as [number, number, number];
		// 90° to the left of where it faced, and y grows downwards in the picture.
		expect([Math.round(Math.cos((facing * Math.PI) / 180) * 50), Math.round(Math.hypot(x2 - x, y2 - y))]).toEqual([
			expect.any(Number),
			30,
		]);
		expect(made.walks).toBe(true);
		expect(of("rect corner 5, 5 size 10, 10").walks).toBe(false);
	});

	test("covers the earlier drawing when the paper is set again", () => {
		const made = of("circle centre 50, 50 diameter 10\npaper lightblue\ncircle centre 90, 50 diameter 10\n");
		expect([0, 1, 2].map((row) => shownAt(made, row).length)).toEqual([1, 0, 1]);
		expect(made.replay.covers.map((c) => c.paper)).toEqual(["#add8e6"]);
	});

	test("fills an area when it is closed, under what was walked in it", () => {
		const made = of("fill red\narea\n  repeat 3 times\n    walk 60\n    turn left 120\n  end\nend\n");
		const last = made.replay.rows - 1;
		const before = shownAt(made, last - 1);
		const after = shownAt(made, last);
		expect(before.some((s) => s.startsWith("#ff0000"))).toBe(false);
		expect(after[0]).toMatch(/^#ff0000/);
		expect(after).toHaveLength(before.length + 1);
	});

	test("tells the changes of watched names with the rows that they come before", () => {
		const made = of("let size = 10\nrepeat 3 times\n  circle centre 50, 50 diameter size\n  size = size + 5\nend\n", [
			"size",
		]);
		expect(made.changes.map((c) => [c.value, c.entry])).toEqual([
			["10", 0],
			["15", 1],
			["20", 2],
			["25", 3],
		]);
	});

	test("is nothing where a program can't be read, and ends with its clock", () => {
		expect(replayed("wlak 5")).toBeUndefined();
		const made = replayed("while true\n  dot at 1, 1 size 1\nend", { stop: () => true });
		expect(made?.replay.rows).toBeGreaterThanOrEqual(0);
	});

	const folder = new URL("../../demo/exercises/", import.meta.url);
	test.each(readdirSync(folder).filter((name) => name.endsWith(".exercise.yaml")))(
		"of the model of %s shows at its end as much as the picture",
		(name) => {
			const reading = readExercise(readFileSync(new URL(name, folder), "utf8"));
			if (!reading.ok) throw new Error(name);
			const { model, sheet, run } = reading.exercise;
			const options = {
				...(sheet && { sheet: { width: sheet.width, height: sheet.height, origin: sheet.origin } }),
				...(run?.frames && { frames: run.frames }),
			};
			const made = replayed(model, options) as Replayed;
			const tape = tapeOf(model, options);
			const painted = (shapes: readonly { d: string; fill: string }[]) =>
				shapes.filter((s) => s.fill !== "none").map((s) => s.d);
			const cover = made.replay.covers.at(-1);
			expect(painted(made.replay.shapes.slice(cover?.under ?? 0))).toEqual(tape ? painted(pictureOf(tape).shapes) : []);
		},
	);
});
