import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { readExercise } from "./exercise/read.ts";
import { mark } from "./mark.ts";
import { fitReport, jsonBytes, MAX_REPORT_BYTES } from "./report-size.ts";

const reading = readExercise(
	readFileSync(new URL("../../demo/exercises/mooring-buoy.exercise.yaml", import.meta.url), "utf8"),
);
if (!reading.ok) throw new Error("the exercise can't be read");
const { exercise } = reading;
const bytesOf = (value: unknown) => new TextEncoder().encode(JSON.stringify(value)).length;
const MANY_TEXTS = "for i from 1 to 6000\n  text t at i, i\nend\n";
const long = (letter: string, count: number) => `let t = "${letter.repeat(count)}"\n`;

describe("bytes of a report", () => {
	test.each([
		["plain", "harbour"],
		["three bytes", "港"],
		["four bytes", "🚣"],
		["half a pair", "\ud83d"],
		["signs that are escaped", '"\\\n\u0001'],
		["numbers", [1, -2.5, 1e21, 0]],
		["nothing", [null, true, false, undefined]],
		["objects", { a: { b: [] }, c: "d" }],
	])("of %s are counted as JSON has them, or a little more", (_, value) => {
		const counted = jsonBytes(value);
		expect(counted).toBeGreaterThanOrEqual(bytesOf(value) - 2);
		expect(counted).toBeLessThanOrEqual(2 * bytesOf(value) + 20);
	});

	test("aren't counted to the end where there are too many", () => {
		const huge = Array.from({ length: 100_000 }, () => "港".repeat(100));
		expect(jsonBytes(huge)).toBeGreaterThan(MAX_REPORT_BYTES);
		expect(jsonBytes(huge)).toBeLessThan(2 * MAX_REPORT_BYTES);
	});
});

describe("a report too large to keep", () => {
	test.each([
		["one long text many times", `${long("a", 10_000)}for i from 1 to 6000\n  text t at i, i\nend\n`],
		["the same of letters with three bytes", `${long("港", 10_000)}for i from 1 to 6000\n  text t at i, i\nend\n`],
		["the same of half pairs", `${long("🚣", 5_000)}for i from 1 to 6000\n  text t at i, i\nend\n`],
		["long messages", `${long("港", 900)}for i from 1 to 1000\n  print t\nend\n`],
		["a walk of very many steps", "for i from 1 to 300000\n  walk 1.37\n  turn left 1.01\nend\n"],
		[
			"many figures of many corners",
			"for i from 1 to 900\n  polyline at [1, 1], [i, 2], [3, i], [9, 9]\n  pen width 1 + i\nend\n".replace(
				"pen width 1 + i",
				"circle centre i, 40 radius 3",
			),
		],
	])("is cut to what is kept: %s", (_, source) => {
		const report = mark(source, exercise);
		expect(bytesOf(report)).toBeLessThanOrEqual(MAX_REPORT_BYTES);
		expect(mark(source, exercise)).toEqual(report);
	});

	test("says how much is missing, and keeps verdicts and points", () => {
		const source = `${long("a", 10_000)}circle centre 200, 150 diameter 80\n${MANY_TEXTS}`;
		const report = mark(source, exercise);
		const bare = mark(source, exercise, { bare: true });
		expect(report.criteria.map((c) => [c.id, c.verdict])).toEqual(bare.criteria.map((c) => [c.id, c.verdict]));
		expect(report.points).toEqual(bare.points);
		expect(report.cut?.shapes).toBeGreaterThan(3_000);
		expect(report.cut?.letters).toBeGreaterThan(1_000_000);
		expect(report.cut?.sentence).toMatch(
			/^The drawing was too large to keep whole: [\d,]+ shapes, [\d,]+ figures and /,
		);
		expect(report.picture.shapes.length + report.picture.leftOut).toBe(6_001);
		expect(report.picture.shapes[1]?.text?.words).toMatch(/^a{1000}…$/);
	});

	test("ends a long walk on its way, with a path that can be painted", () => {
		const report = mark("for i from 1 to 300000\n  walk 1.37\n  turn left 1.01\nend\n", exercise);
		expect(report.picture.shapes.length).toBe(1);
		expect(report.picture.shapes[0]?.d).toMatch(/^M[-\d. ]+(?:L[-\d. ]+)+$/);
		expect(report.cut?.shapes).toBe(1);
	});

	test("is the same object where it fits", () => {
		const report = mark("circle centre 200, 150 diameter 80\n", exercise);
		expect(fitReport(report)).toBe(report);
		expect(report.cut).toBeUndefined();
	});

	test("doesn't part a pair of surrogates", () => {
		const source = `let t = "a${"🚣".repeat(4_000)}"\nfor i from 1 to 9000\n  text t at i, i\nend\n`;
		const words = mark(source, exercise).picture.shapes[0]?.text?.words ?? "";
		expect(words.isWellFormed()).toBe(true);
	});
});
