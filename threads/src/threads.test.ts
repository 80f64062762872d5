import { readFileSync } from "node:fs";
import { mark, readExercise } from "@markpen/core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { parse } from "yaml";
import { BEACON, BEACON_CANVAS } from "../../tests/beacon.ts";
import { check, RUN_MILLISECONDS, sharedExercise, ThreadLost, Threads } from "../dist/index.js";

const threads = new Threads(2);
// Both threads have started before any time is measured.
beforeAll(() =>
	Promise.all([1, 2].map(() => threads.run({ do: "draw", source: "walk 5", seed: 1, milliseconds: RUN_MILLISECONDS }))),
);
afterAll(() => threads.close());

const reading = readExercise(
	readFileSync(new URL("../../demo/exercises/mooring-buoy.exercise.yaml", import.meta.url), "utf8"),
);
if (!reading.ok) throw new Error("the demo's exercise doesn't read");
const { exercise } = reading;

test("a program is marked in a thread", async () => {
	const report = await check(threads, exercise.model, exercise);
	expect(report.points).toEqual({ earned: 16, possible: 16, open: 0 });
});

test("the clock stops a run in its thread, which keeps its drawing and serves the next", async () => {
	const costly = `walk 90\nlet x = 0.5\nrepeat 5000000\n${"  x = sin(x * 57) + cos(x * 31)\n".repeat(60)}end`;
	const result = await threads.run({ do: "draw", source: costly, seed: 1, milliseconds: 300 });
	expect([result.ended, result.errors[0]?.code, result.figures.length]).toEqual(["clock", "limit-time", 1]);
	expect((await threads.run({ do: "draw", source: "walk 5", seed: 1, milliseconds: RUN_MILLISECONDS })).ended).toBe(
		"whole",
	);
});

test("a thread that doesn't answer is ended from outside, and another takes its place", async () => {
	// A time so far below zero that even the second of grace is over at once, while the source is still being read.
	const source = "circle centre 5, 5 radius 3\n".repeat(9_000);
	await expect(threads.run({ do: "draw", source, seed: 1, milliseconds: -1_000 })).rejects.toBeInstanceOf(ThreadLost);
	expect(
		(await threads.run({ do: "draw", source: "walk 5", seed: 1, milliseconds: RUN_MILLISECONDS })).figures.length,
	).toBe(1);
});

test("two threads give the same bytes, and those that are given without a thread", async () => {
	const programs = (
		parse(readFileSync(new URL("../../demo/programs.yaml", import.meta.url), "utf8")) as {
			exercise: string;
			source: string;
		}[]
	).filter((p) => p.exercise === exercise.id);
	expect(programs.length).toBeGreaterThan(10);
	const marked = (source: string) =>
		threads.run({ do: "mark", source, exercise: sharedExercise(exercise), milliseconds: RUN_MILLISECONDS });
	for (const { source } of programs) {
		const both = await Promise.all([marked(source), marked(source)]);
		const here = JSON.stringify(mark(source, exercise));
		expect(both.map(({ report }) => JSON.stringify(report))).toEqual([here, here]);
	}
});

test("a picture becomes a PNG with the product's own font", async () => {
	const svg = (text: string) =>
		`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 40" width="100" height="40"><text x="5" y="30" font-size="20" font-family="Atkinson Hyperlegible Next">${text}</text></svg>`;
	const [blank, written] = await Promise.all(
		["", "Plover"].map((text) =>
			threads.run({ do: "png", svg: svg(text), width: 200, milliseconds: RUN_MILLISECONDS }),
		),
	);
	expect(
		Buffer.from(written as Uint8Array)
			.subarray(1, 4)
			.toString(),
	).toBe("PNG");
	expect((written as Uint8Array).length).toBeGreaterThan((blank as Uint8Array).length + 200);
});

test("pictures of a thread give their pixels back: a hundred of 12 MB don't add up", async () => {
	const one = new Threads(1);
	const picture = (n: number) =>
		one.run({
			do: "png",
			svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 300"><rect width="${n}" height="300"/></svg>`,
			width: 2_000,
			milliseconds: RUN_MILLISECONDS,
		});
	await picture(1);
	const before = process.memoryUsage().rss;
	for (let n = 0; n < 100; n++) await picture(n);
	const grown = (process.memoryUsage().rss - before) / 1024 ** 2;
	await one.close();
	expect(grown).toBeLessThan(400);
});

describe("a program on a canvas that only its thread's end stops", () => {
	const reading = readExercise(BEACON);
	if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
	const beacon = reading.exercise;

	test("keeps what it drew: it is run again up to its last call", async () => {
		const [report, again] = await Promise.all(
			["'a'.repeat(3e6).indexOf('a'.repeat(15e5) + 'b');", "for (;;) 'ab'.repeat(3e6).indexOf('aab');"].map((hang) =>
				check(threads, `${BEACON_CANVAS}${hang}\nc.fillRect(0, 0, 400, 300);\n`, beacon),
			),
		);
		for (const found of [report, again]) {
			expect([found?.ended, found?.errors.map((e) => e.code), found?.figuresInAll]).toEqual([
				"clock",
				["limit-time"],
				2,
			]);
			expect(found?.points).toEqual({ earned: 5, possible: 5, open: 0 });
		}
	});

	test("has a report where it drew nothing", async () => {
		const report = await check(threads, "'a'.repeat(3e6).indexOf('a'.repeat(15e5) + 'b');", beacon);
		expect([report.state, report.errors.map((e) => e.code), report.points.earned]).toEqual([
			"drew-nothing",
			["limit-time-lost"],
			0,
		]);
	});
});
