import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { parse } from "yaml";
import { generatedProgram } from "../../../../tests/programs.ts";
import { figureData } from "../../figure-data.ts";
import { recognise } from "../../figures/recognise.ts";
import { CLASS_LIMITS } from "../../limits/limits.ts";
import { pictureOf } from "../../picture/picture.ts";
import { svgOf } from "../../picture/svg.ts";
import type { Tape } from "../../tape/tape.ts";
import { tapeProblem } from "../../tape/tape-problem.ts";
import { problemSentence } from "../../words/problems.ts";
import { chance } from "./chance.ts";
import { read } from "./read.ts";
import { run } from "./runner.ts";
import { STATEMENTS } from "./statements/index.ts";

const LIMITS = { ...CLASS_LIMITS, steps: 20_000, entries: 2_000, cells: 50_000 };
const PROGRAMS = (
	parse(readFileSync(new URL("../../../../demo/programs.yaml", import.meta.url), "utf8")) as { source: string }[]
).map((p) => p.source);
PROGRAMS.push(
	readFileSync(new URL("../../../examples/showcase.nib.txt", import.meta.url), "utf8"),
	...[...STATEMENTS.values()].map((s) => s.example),
);
const WORDS =
	'add area arc cursor curve dot each ellipse frame frame.number in inner lay list polyline pause picture p points xs ys radius segment closed sector star sweep wipe enlarged mirrored row column layers choose length p.width __defineGetter__ hasOwnProperty \u0441onst аrea sheet paper pen fill walk turn face go circle rect line polygon text print let repeat for if else routine return break while end up down none colour width left right toward to centre radius diameter corner size round turned at sides origin align from by times true false and or not mod x y n f g constructor __proto__ toString red blue 0 1 2 50 -3 0.5 1e9 .5 5. 90° "a" "" \' “ ( ) [ ] , + - * / ^ = == != < <= -- # #f00 { } ; : \u0000 \ud800 é ☃ pen.x sheet.width'.split(
		" ",
	);

/** Whatever is on a tape can be recognised, read back and painted; no measure is anything but a number. */
function isSeen(tape: Tape): void {
	for (const figure of recognise(tape).figures) {
		const { sentence, centre, width, height, area, perimeter, visible, contrast } = figureData(figure);
		expect([...centre, width, height, area, perimeter, visible, contrast].every((v) => Number.isFinite(v))).toBe(true);
		expect(sentence).not.toMatch(/NaN|undefined|Infinity/);
	}
	expect(svgOf(pictureOf(tape))).not.toMatch(/NaN|undefined|Infinity/);
}

/** Reads, runs and words a source; anything but a problem of ours is a failure of the test. */
function survives(source: string): void {
	const reading = read(source);
	if (!reading.ok) {
		expect(reading.problems.length).toBeGreaterThan(0);
		expect(reading.problems.length).toBeLessThanOrEqual(50);
		for (const problem of reading.problems) {
			expect(problemSentence(problem)).not.toContain("undefined");
			expect(problem.place.line).toBeGreaterThan(0);
		}
		return;
	}
	const { problem, tape } = run(reading.checked, { limits: LIMITS, frames: 5 });
	if (problem) expect(problemSentence(problem)).toMatch(/[.?…]$/);
	isSeen(tape);
	expect(tapeProblem(tape)).toBeUndefined();
}

/** How many programs of each kind; `npm run soak` asks for more. */
const COUNT = Number(process.env.MARKPEN_FUZZ ?? 5_000);

test(`${COUNT} programs of random words neither crash nor hang`, { timeout: 3_600_000 }, () => {
	const next = chance(20_260_101);
	const pick = <T>(list: readonly T[]) => list[Math.floor(next() * list.length)] as T;
	for (let i = 0; i < COUNT; i++) {
		const lines = Array.from({ length: 1 + Math.floor(next() * 8) }, () =>
			Array.from({ length: 1 + Math.floor(next() * 7) }, () => pick(WORDS)).join(next() < 0.9 ? " " : ""),
		);
		survives(lines.join("\n"));
	}
});

test(`${COUNT} damaged demo programs neither crash nor hang`, { timeout: 3_600_000 }, () => {
	const next = chance(7);
	const pick = <T>(list: readonly T[]) => list[Math.floor(next() * list.length)] as T;
	for (let i = 0; i < COUNT; i++) {
		let source = pick(PROGRAMS);
		for (let changes = 1 + Math.floor(next() * 3); changes > 0; changes--) {
			const at = Math.floor(next() * source.length);
			const kind = next();
			if (kind < 0.35) source = source.slice(0, at) + source.slice(at + 1 + Math.floor(next() * 4));
			else if (kind < 0.7) source = `${source.slice(0, at)}${pick(WORDS)}${source.slice(at)}`;
			else source = source.slice(0, at) + source.slice(Math.floor(next() * source.length));
		}
		survives(source);
	}
});

/** Generated programs are long and cost more each. */
const GENERATED = Math.ceil(COUNT / 10);

test(`${GENERATED} generated programs read, and run to their end or to an error of ours`, {
	timeout: 3_600_000,
}, () => {
	const ended = new Map<string, number>();
	for (let seed = 0; seed < GENERATED; seed++) {
		const source = generatedProgram(seed);
		const reading = read(source);
		if (!reading.ok)
			expect.fail(`${source}\n${reading.problems.map((p) => `${p.place.line}: ${problemSentence(p)}`).join("\n")}`);
		const { problem, tape } = run(reading.checked, { limits: LIMITS, frames: 3, watch: ["a1", "side2"] });
		expect(tapeProblem(tape)).toBeUndefined();
		if (seed % 10 === 0) isSeen(tape);
		ended.set(problem?.code ?? "whole", (ended.get(problem?.code ?? "whole") ?? 0) + 1);
	}
	expect(ended.get("whole") ?? 0).toBeGreaterThan(GENERATED / 3);
});

test("deep nesting in the source is an error, not a stack overflow", () => {
	for (const source of [
		`print ${"(".repeat(50_000)}1`,
		`print ${"-".repeat(0)}${"not ".repeat(50_000)}true`,
		"repeat 2\n".repeat(20_000),
		`print ${"[".repeat(30_000)}`,
		`print ${"- ".repeat(50_000)}1`,
		`print ${"2 ^ ".repeat(5_000)}1`,
	]) {
		survives(source.slice(0, 250_000));
	}
});

test("long sums, long lines and many lines are read", () => {
	survives(`print ${"1 + ".repeat(20_000)}1`);
	survives("walk 1\n".repeat(30_000));
	survives(`let ${"x".repeat(100_000)} = 1`);
});
