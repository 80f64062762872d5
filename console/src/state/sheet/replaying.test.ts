import { replayed } from "@markpen/core";
import { describe, expect, test } from "vitest";
import { Replaying } from "./replaying.svelte.ts";

function playing(source: string, names: readonly string[] = []): Replaying {
	const made = replayed(source, { watch: names });
	if (!made) throw new Error("it can't be read");
	const replaying = new Replaying({ ...made, names });
	replaying.play();
	return replaying;
}

/** Lets time pass in frames of a screen, and says how many milliseconds it took to come to a row. */
function until(replaying: Replaying, row: number): number {
	let passed = 0;
	while (replaying.row < row && passed < 60_000) {
		replaying.tick(10);
		passed += 10;
	}
	return passed;
}

describe("a replay", () => {
	test("plays the chosen number of steps a second, and stops at its end", () => {
		const r = playing("repeat 20\n  walk 5\nend\n");
		expect(r.speed).toBe(10);
		expect(Math.abs(until(r, 10) - 1_000)).toBeLessThanOrEqual(20);
		r.speed = 60;
		expect(Math.abs(until(r, 19) - 150)).toBeLessThanOrEqual(20);
		expect([r.playing, r.row, r.last]).toEqual([false, 19, 19]);
		r.play();
		expect([r.playing, r.row]).toEqual([true, 0]);
	});

	test("waits at each pause as long as the program says, at any speed, and goes on", () => {
		const r = playing("walk 5\nwalk 5\npause 0.5\nwalk 5\nwalk 5\n");
		r.speed = 400;
		until(r, 2);
		expect([r.row, r.waiting, r.line]).toEqual([2, true, 3]);
		expect(until(r, 3)).toBeGreaterThanOrEqual(500);
		until(r, 4);
		expect([r.row, r.playing, r.waiting]).toEqual([4, false, false]);
	});

	test("waits at a pause that is its beginning or its end, and no longer than five seconds", () => {
		const first = playing("pause 1\nwalk 5\nwalk 5\n");
		expect(first.waiting).toBe(true);
		expect(Math.abs(until(first, 1) - 1_100)).toBeLessThanOrEqual(20);
		const last = playing("walk 5\npause 60\n");
		until(last, 1);
		expect([last.row, last.playing]).toEqual([1, true]);
		let waited = 0;
		while (last.playing) {
			last.tick(100);
			waited += 100;
		}
		expect(waited).toBe(5_000);
	});

	test("who steps or moves the slider waits for nothing", () => {
		const r = playing("walk 5\npause 3\nwalk 5\n");
		r.step(1);
		r.step(1);
		expect([r.row, r.playing, r.waiting]).toEqual([2, false, false]);
		r.step(5);
		expect(r.row).toBe(2);
		r.step(-9);
		expect(r.row).toBe(0);
	});

	test("shows the pen where it walks, unless the program hides it", () => {
		const r = playing("walk 5\ncursor off\nwalk 5\ncursor on\nwalk 5\n");
		const shows = [0, 1, 2, 3, 4].map((row) => {
			r.go(row);
			return r.penShows;
		});
		expect(shows).toEqual([true, false, false, true, true]);
		expect(playing("circle centre 9, 9 radius 4\ndot at 5, 5\n").penShows).toBe(false);
	});

	test("is a film of thirty frames a second where there are frames, with pauses among them", () => {
		const r = playing(
			"let x = 0\neach frame\n  wipe\n  x = x + 1\n  dot at x, 50\n  if x == 10\n    pause 1\n  end\nend\n",
			["x"],
		);
		expect([r.byFrame, r.speed, r.frame, r.frames]).toEqual([true, 30, 1, 120]);
		let passed = 0;
		const toFrame = (frame: number) => {
			for (; r.frame < frame && passed < 60_000; passed += 10) r.tick(10);
		};
		toFrame(9);
		expect(passed).toBeGreaterThanOrEqual(260);
		expect(passed).toBeLessThanOrEqual(280);
		expect(r.values).toEqual([{ name: "x", value: "9" }]);
		toFrame(11);
		expect(passed).toBeGreaterThanOrEqual(1_300);
		toFrame(120);
		expect(r.values).toEqual([{ name: "x", value: "120" }]);
		for (let i = 0; i < 10; i++) r.tick(10);
		expect(r.playing).toBe(false);
		r.goFrame(5);
		expect([r.frame, r.values[0]?.value]).toEqual([5, "5"]);
	});
});
