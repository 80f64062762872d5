import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { applied } from "../../test-fix.ts";
import { PROBLEM_CODES, problemSentence } from "../../words/problems.ts";
import type { Problem } from "../problem.ts";
import { read } from "./read.ts";
import { run } from "./runner.ts";

/** A program with one mistake: the problem's code and place, a word in the message, and the program after its fix. */
interface Case {
	readonly code: string;
	readonly when: "reading" | "running" | "remark";
	readonly source: string;
	readonly at: string;
	readonly holds: string;
	readonly fixed?: string;
	/** Statements that the exercise leaves out. */
	readonly without?: readonly string[];
}

/** Spaces side by side and at the ends of lines don't matter. */
const plain = (source: string) => source.replace(/ +/g, " ").replace(/ $/gm, "").trim();

/** A program for each code, and the few whose programs are too long to be written out. */
const CASES: readonly Case[] = [
	...(parse(readFileSync(new URL("../../../examples/problems.yaml", import.meta.url), "utf8")) as Case[]),
	{
		code: "nesting-deep",
		when: "reading",
		source: `print ${"(".repeat(200)}1${")".repeat(200)}`,
		at: "1:107",
		holds: "100",
	},
	{ code: "number-long", when: "reading", source: `walk ${"9".repeat(400)}`, at: "1:6", holds: "999999999999…" },
	{ code: "value-long", when: "reading", source: `print ${"1 + ".repeat(600)}1`, at: "1:7", holds: "500" },
	{ code: "limit-source", when: "reading", source: `print "${"x".repeat(300_000)}"`, at: "1:1", holds: "262144" },
	{
		code: "statement-left-out",
		when: "reading",
		source: "circle centre 9, 9 radius 5",
		without: ["circle"],
		at: "1:1",
		holds: "circle",
	},
	{ code: "limit-frames", when: "running", source: "each frame\n  walk 1\nend", at: "1:1", holds: "3600" },
];

function found(source: string, when: Case["when"], without?: readonly string[]): Problem[] {
	const reading = read(source, undefined, without);
	if (!reading.ok) return [...reading.problems];
	const { problem, remarks } = run(reading.checked, { frames: 5_000 });
	if (when === "remark") return [...reading.remarks, ...remarks];
	return problem ? [problem] : [];
}

describe.each(["reading", "running", "remark"] as const)("each code of %s has a test", (when) => {
	test.each(CASES.filter((c) => c.when === when).map((c) => [c.code, c] as const))(
		"%s",
		(code, { source, at, holds, fixed, without }) => {
			const problems = found(source, when, without);
			expect(problems.map((p) => p.code)).toEqual([code]);
			const problem = problems[0] as Problem;
			expect(`${problem.place.line}:${problem.place.column}`).toBe(at);
			const sentence = problemSentence(problem);
			expect(sentence).toContain(holds);
			expect(sentence).toMatch(/^[“A-Z].*[.?…]$/);
			expect(sentence).not.toContain("undefined");
			expect(read(source, undefined, without).ok).toBe(when !== "reading");
			if (fixed === undefined)
				return expect(problem.fix === undefined || when === "remark" || read(applied(source, problem)).ok).toBe(true);
			expect(plain(applied(source, problem))).toBe(plain(fixed));
			expect(read(applied(source, problem)).ok).toBe(true);
		},
	);
});

const TOLD_ELSEWHERE = ["limit-time", "limit-time-lost", "thread-died", "report-not-kept", "sheet-overruled"];

test("every code with words has a case, and every case has words", () => {
	const cases = new Set([...CASES.map((c) => c.code), ...TOLD_ELSEWHERE]);
	expect(PROBLEM_CODES.filter((code) => !cases.has(code))).toEqual([]);
	expect([...cases].filter((code) => !PROBLEM_CODES.includes(code))).toEqual([]);
});

test("one mistake a line is reported, and reading goes on", () => {
	const reading = read("wlak 5\nwalk 5 6 7\nlet = 3\nfill red");
	expect(reading.ok ? [] : reading.problems.map((p) => p.place.line)).toEqual([1, 2, 3]);
});

test("an unknown name is reported once, however often it occurs", () => {
	const reading = read("walk far\nwalk far\nwalk far");
	expect(reading.ok ? [] : reading.problems.length).toBe(1);
});

test("at most fifty mistakes are reported", () => {
	const reading = read("wlak 5\n".repeat(80));
	expect(reading.ok ? 0 : reading.problems.length).toBe(50);
});

test("with ends that don't match, indentation tells which block lacks its own", () => {
	const reading = read("repeat 4\n  if true\n    walk 5\n  turn left 90\nend");
	expect(reading.ok ? [] : reading.problems.map((p) => [p.code, p.place.line])).toEqual([["end-missing", 2]]);
});

test("a routine met inside a block means that an end is missing before it", () => {
	const reading = read("repeat 4\n  walk 5\nroutine f()\nend");
	expect(reading.ok ? [] : reading.problems.map((p) => [p.code, p.data.before])).toEqual([["end-missing", 3]]);
});

test("remarks tell what is never used", () => {
	const reading = read("let a = 1\nroutine f()\nend");
	expect(reading.ok && reading.remarks.map((r) => problemSentence(r))).toEqual([
		"“a” is never used.",
		"The routine “f” is never called.",
	]);
});
