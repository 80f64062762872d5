import { describe, expect, test } from "vitest";
import { PROBLEM_CODES, problemSentence } from "../words/problems.ts";
import type { Problem } from "./problem.ts";
import { read } from "./read.ts";
import { run } from "./runner.ts";

/** A source with one mistake: its code, where it is told, words that the message must hold, and whether its fix makes it read. */
interface Case {
	readonly source: string;
	readonly at: string;
	readonly holds?: string;
	readonly fixed?: string;
}

/** Applies a fix to a source. */
function applied(source: string, { fix }: Problem): string {
	if (!fix) return source;
	const lines = source.split("\n");
	const line = lines[fix.place.line - 1] as string;
	lines[fix.place.line - 1] = line.slice(0, fix.place.column - 1) + fix.text + line.slice(fix.place.column - 1 + fix.place.length);
	return lines.join("\n");
}

/** Spaces side by side and at the ends of lines don't matter. */
const plain = (source: string) => source.replace(/ +/g, " ").replace(/ $/gm, "").trim();

const READING: Readonly<Record<string, Case>> = {
	"comment-space": { source: "--hello", at: "1:1", fixed: "-- hello" },
	"comment-sign": { source: "walk 5 // on", at: "1:8", holds: "//", fixed: "walk 5 -- on" },
	"minus-minus": { source: "walk 5--3", at: "1:7", fixed: "walk 5 - -3" },
	"number-power": { source: "walk 1e2", at: "1:6", holds: "1e2", fixed: "walk 100" },
	"number-point": { source: "walk .5", at: "1:6", holds: ".5", fixed: "walk 0.5" },
	"number-unit": { source: "turn left 90°", at: "1:11", holds: "90°", fixed: "turn left 90" },
	"number-comma": { source: "walk 2,5", at: "1:6", holds: "2,5", fixed: "walk 2.5" },
	"text-open": { source: 'print "hi', at: "1:7", holds: "hi", fixed: 'print "hi"' },
	"quote-sign": { source: "print 'hi'", at: "1:7", fixed: 'print "hi"' },
	"colour-code": { source: "fill #12", at: "1:6", holds: "#12" },
	"sign-exchange": { source: "walk 3 × 4", at: "1:8", holds: "×", fixed: "walk 3 * 4" },
	"sign-drop": { source: "walk 5;", at: "1:7", holds: ";", fixed: "walk 5" },
	"sign-unknown": { source: "walk 5 ~", at: "1:8", holds: "~" },
	"sign-out-of-place": { source: "walk 5 )", at: "1:8", holds: ")" },
	"statement-missing": { source: "5", at: "1:1", holds: "5" },
	"statement-unknown": { source: "wlak 90", at: "1:1", holds: "walk", fixed: "walk 90" },
	"statement-case": { source: "Walk 90", at: "1:1", holds: "walk", fixed: "walk 90" },
	"statement-other": { source: "forward 90", at: "1:1", holds: "walk", fixed: "walk 90" },
	"phrase-alone": { source: "size 20, 30", at: "1:1", holds: "rect" },
	"direction-missing": { source: "turn 90", at: "1:6", holds: "left or right" },
	"direction-unknown": { source: "turn lft 90", at: "1:6", holds: "left", fixed: "turn left 90" },
	"value-missing": { source: "walk", at: "1:5", holds: "walk" },
	"value-missing-before": { source: "pen colour width 3", at: "1:12", holds: "width" },
	"value-too-few": { source: "rect corner 1, 2 size 5", at: "1:24", holds: "size W, H" },
	"value-too-many": { source: "go to 1, 2, 3", at: "1:11", holds: "to X, Y" },
	"value-too-many-here": { source: "walk 5 6", at: "1:8", holds: "6" },
	"value-alone": { source: "routine f()\n  return 1\nend\nf() + 1", at: "4:1" },
	"comma-missing": { source: "go to 10 20", at: "1:10", fixed: "go to 10 , 20" },
	"comma-before-phrase": { source: "rect corner 1, 2, size 3, 4", at: "1:17", holds: "size", fixed: "rect corner 1, 2 size 3, 4" },
	"pair-for-place": { source: "go to [1, 2]", at: "1:7", holds: "to X, Y" },
	"place-for-pair": { source: "polygon at 1, 2, 3", at: "1:12", holds: "[10, 20]" },
	"pair-count": { source: "polygon at [1, 2, 3], [4, 5], [6, 7]", at: "1:12", holds: "3" },
	"phrase-unknown": { source: "circle centre 1, 2 raduis 3", at: "1:20", holds: "radius", fixed: "circle centre 1, 2 radius 3" },
	"phrase-twice": { source: "circle centre 1, 2 centre 3, 4", at: "1:20", holds: "centre" },
	"phrase-missing": { source: "rect corner 10, 20", at: "1:1", holds: "size W, H" },
	"phrase-conflict": { source: "circle centre 1, 2 radius 3 diameter 4", at: "1:1", holds: "diameter" },
	"choice-unknown": { source: "sheet 10, 10 origin middle", at: "1:21", holds: "middle" },
	"words-two": { source: "walk big step", at: "1:10", holds: "step" },
	"colour-words": { source: "fill light blue", at: "1:6", holds: "lightblue", fixed: "fill lightblue" },
	"colour-quoted": { source: 'fill "red"', at: "1:6", holds: "red", fixed: "fill red" },
	"equals-lone": { source: "fill = blue", at: "1:6", holds: "fill", fixed: "fill blue" },
	"equals-missing": { source: "let x 5", at: "1:7", holds: "let x", fixed: "let x = 5" },
	"equals-compare": { source: "if 3 = 4\nend", at: "1:6", fixed: "if 3 == 4\nend" },
	"compare-chain": { source: "if 1 < 2 < 3\nend", at: "1:10", holds: "<" },
	"compare-each": { source: "let x = 3\nif x == 3 or 4\nend", at: "2:14", holds: "x ==", fixed: "let x = 3\nif x == 3 or x == 4\nend" },
	"word-missing": { source: "for i to 5\nend", at: "1:7", holds: "from" },
	"word-drop": { source: "if true then\nend", at: "1:9", holds: "then", fixed: "if true\nend" },
	"line-goes-on": { source: "let x = 3 4", at: "1:11", holds: "4" },
	"body-on-line": { source: "repeat 4 walk 5\nend", at: "1:10", holds: "walk" },
	"change-short": { source: "let x = 1\nx += 1", at: "2:1", holds: "x = x +", fixed: "let x = 1\nx = x + 1" },
	"property-missing": { source: "print pen.", at: "1:11", holds: "pen." },
	"property-unknown": { source: "print pen.facng", at: "1:7", holds: "facing" },
	"property-of": { source: "let a = 1\nprint a.x", at: "2:7", holds: "a" },
	"property-set": { source: "pen.x = 5", at: "1:1", holds: "go to" },
	"bracket-open": { source: "print (1 + 2", at: "1:7", holds: ")", fixed: "print (1 + 2)" },
	"bracket-other": { source: "print (1 + 2]", at: "1:13", holds: "]", fixed: "print (1 + 2)" },
	"brackets-missing": { source: "routine f\nend", at: "1:10", holds: "f()", fixed: "routine f()\nend" },
	"end-missing": { source: "repeat 4\n  walk 5", at: "1:1", holds: "repeat of line 1" },
	"end-extra": { source: "walk 5\nend", at: "2:1", fixed: "walk 5" },
	"end-not-alone": { source: "repeat 4\nend repeat", at: "2:5", holds: "repeat" },
	"else-alone": { source: "else", at: "1:1" },
	"else-after-else": { source: "if true\nelse\nelse\nend", at: "3:1", holds: "1" },
	"nesting-deep": { source: `print ${"(".repeat(200)}1${")".repeat(200)}`, at: "1:107", holds: "100" },
	"value-long": { source: `print ${"1 + ".repeat(600)}1`, at: "1:7", holds: "500" },
	"name-missing": { source: "let = 5", at: "1:5", holds: "let" },
	"name-reserved": { source: "let pen = 5", at: "1:5", holds: "pen" },
	"name-unknown": { source: "let size = 3\nwalk sise", at: "2:6", holds: "sise", fixed: "let size = 3\nwalk size" },
	"name-case": { source: "let side = 3\nwalk Side", at: "2:6", holds: "Side", fixed: "let side = 3\nwalk side" },
	"name-ended": { source: "repeat 2\n  let r = 3\nend\nwalk r", at: "4:6", holds: "lines 1 to 3" },
	"let-again": { source: "let x = 1\nlet x = 2", at: "2:5", holds: "line 1", fixed: "let x = 1\nx = 2" },
	"set-undeclared": { source: "x = 2", at: "1:1", holds: "let", fixed: "let x = 2" },
	"loop-name-set": { source: "for i from 1 to 3\n  i = 2\nend", at: "2:3", holds: "line 1" },
	"value-name-twice": { source: "routine f(a, a)\nend", at: "1:14", holds: "a" },
	"routine-unknown": { source: "routine boat()\nend\nbaot()", at: "3:1", holds: "boat", fixed: "routine boat()\nend\nboat()" },
	"routine-twice": { source: "routine f()\nend\nroutine f()\nend", at: "3:9", holds: "line 1" },
	"function-unknown": { source: "print sqr(4)", at: "1:7", holds: "sqrt", fixed: "print sqrt(4)" },
	"call-count": { source: "routine f(a, b)\nend\nf(1)", at: "3:1", holds: "f(a, b)" },
	"return-outside": { source: "return 5", at: "1:1" },
	"break-outside": { source: "break", at: "1:1" },
	"sheet-not-first": { source: "walk 5\nsheet 10, 10", at: "2:1" },
	"kind-wrong": { source: 'walk "far"', at: "1:6", holds: "a text" },
	"kind-changed": { source: 'let x = 1\nx = "one"', at: "2:5", holds: "x" },
	"value-of-nothing": { source: "routine f()\nend\nlet x = f()", at: "3:9", holds: "f" },
	"list-here": { source: "let x = [1, 2]", at: "1:9" },
	"limit-source": { source: `print "${"x".repeat(300_000)}"`, at: "1:1", holds: "262144" },
};

const RUNNING: Readonly<Record<string, Case>> = {
	"size-negative": { source: "circle centre 1, 2 radius 3 - 23", at: "1:1", holds: "-20" },
	"not-whole": { source: "repeat 2.5\nend", at: "1:1", holds: "2.5" },
	"count-negative": { source: "repeat 0 - 3\nend", at: "1:1", holds: "-3" },
	"by-zero": { source: "for i from 1 to 3 by 0\nend", at: "1:1" },
	"divide-zero": { source: "let parts = 0\nwalk 10 / parts", at: "2:11", holds: "parts" },
	"power-none": { source: "print (0 - 8) ^ 0.5", at: "1:8" },
	"function-none": { source: "print sqrt(0 - 4)", at: "1:7", holds: "sqrt" },
	"not-finite": { source: "let x = 10 ^ 300\nx = x * x", at: "2:5", holds: "x" },
	"place-far": { source: "walk 10 ^ 13", at: "1:1" },
	"sides-few": { source: "polygon sides 2 centre 1, 1 radius 5", at: "1:1", holds: "2" },
	"corners-few": { source: "polygon at [1, 1], [2, 2]", at: "1:1", holds: "2" },
	"sheet-small": { source: "sheet 0, 5", at: "1:1", holds: "0 by 5" },
	"sheet-large": { source: "sheet 5000, 5", at: "1:1", holds: "4096" },
	"kind-wrong": { source: 'routine f(a)\n  walk a\nend\nf(1)\nf("x")', at: "2:8", holds: "a text" },
	"kind-plus": { source: "routine f(a)\n  print a + 1\nend\nf(1)\nf(true)", at: "2:3", holds: "true or false" },
	"name-not-yet": { source: "f()\nlet x = 1\nroutine f()\n  walk x\nend", at: "4:8", holds: "line 2" },
	"value-of-nothing": { source: "routine f(a)\n  if a\n    return 1\n  end\nend\nprint f(false)", at: "6:7", holds: "f" },
	"limit-steps": { source: "let x = 0\nwhile true\n  x = x + 1\nend", at: "2:1", holds: "5000000" },
	"limit-entries": { source: "while true\n  walk 1\nend", at: "1:1", holds: "200000" },
	"limit-calls": { source: "routine f()\n  f()\nend\nf()", at: "2:3", holds: "1000" },
	"limit-text": { source: 'let t = "ab"\nrepeat 20\n  t = t + t\nend', at: "3:3", holds: "10000" },
	"limit-messages": { source: 'repeat 100000\n  print "hello there"\nend', at: "2:3", holds: "65536" },
	"limit-cells": { source: 'let t = ""\nrepeat 9\n  t = t + "0123456789012345678901234567890123456789"\nend\nwhile true\n  let u = t + "!"\nend', at: "6:3", holds: "2000000" },
};

function problemOf(source: string): Problem[] {
	const reading = read(source);
	if (!reading.ok) return [...reading.problems];
	const { problem } = run(reading.checked);
	return problem ? [problem] : [];
}

describe.each([
	["reading", READING],
	["running", RUNNING],
] as const)("each mistake in %s is told", (kind, cases) => {
	test.each(Object.entries(cases))("%s", (code, { source, at, holds, fixed }) => {
		const problems = problemOf(source);
		expect(problems.map((p) => p.code)).toEqual([code]);
		const problem = problems[0] as Problem;
		expect(`${problem.place.line}:${problem.place.column}`).toBe(at);
		const sentence = problemSentence(problem);
		if (holds !== undefined) expect(sentence).toContain(holds);
		expect(sentence).toMatch(/^[“A-Z].*[.?…]$/);
		expect(sentence).not.toContain("undefined");
		expect(read(source).ok).toBe(kind === "running");
		if (fixed === undefined) return;
		expect(plain(applied(source, problem))).toBe(plain(fixed));
		expect(read(applied(source, problem)).ok).toBe(fixed !== "change");
	});
});

const TOLD_ELSEWHERE = ["limit-time", "limit-time-lost", "thread-died", "sheet-overruled", "routine-unused", "name-unused"];

test("every code with words has a case here, and every case has words", () => {
	const cases = new Set([...Object.keys(READING), ...Object.keys(RUNNING), ...TOLD_ELSEWHERE]);
	expect(PROBLEM_CODES.filter((code) => !cases.has(code))).toEqual([]);
	expect([...cases].filter((code) => !PROBLEM_CODES.includes(code))).toEqual([]);
});

test("one mistake a line is told, and reading goes on", () => {
	const reading = read("wlak 5\nwalk 5 6 7\nlet = 3\nfill red");
	expect(reading.ok ? [] : reading.problems.map((p) => p.place.line)).toEqual([1, 2, 3]);
});

test("an unknown name is told once, however often it stands there", () => {
	const reading = read("walk far\nwalk far\nwalk far");
	expect(reading.ok ? [] : reading.problems.length).toBe(1);
});

test("no more than fifty mistakes are told", () => {
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
	expect(reading.ok && reading.remarks.map((r) => problemSentence(r))).toEqual(["“a” is never used.", "The routine “f” is never called."]);
});
