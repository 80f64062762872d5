import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { COLOUR_NAMES } from "../colour/colour.ts";
import { CLASS_LIMITS } from "../limits/limits.ts";
import { textWidth } from "../tape/lettering.ts";
import { areasOf, endOf, messagesOf, styleOf, type Tape } from "../tape/tape.ts";
import { entryName } from "../tape/tape-problem.ts";
import { problemSentence } from "../words/problems.ts";
import type { Problem } from "./problem.ts";
import { read } from "./read.ts";
import { type Run, type RunOptions, run } from "./runner.ts";

/** Each test is named as docs/language.md says it; the last test holds the two together both ways. */

function runOf(source: string, options: RunOptions = {}): Run {
	const reading = read(source);
	if (!reading.ok) throw new Error(reading.problems.map((p) => `${p.place.line}: ${problemSentence(p)}`).join("\n"));
	return run(reading.checked, options);
}

/** What a program printed; it must come to its own end. */
function prints(source: string, options: RunOptions = {}): string[] {
	const { tape, problem } = runOf(source, options);
	if (problem) throw new Error(problemSentence(problem));
	return messagesOf(tape).map((m) => m.text);
}

/** What is wrong with a program, on reading or running. */
function problems(source: string, options: RunOptions = {}): readonly Problem[] {
	const reading = read(source);
	if (!reading.ok) return reading.problems;
	const { problem } = run(reading.checked, options);
	return problem ? [problem] : [];
}

const codes = (source: string, options: RunOptions = {}) => problems(source, options).map((p) => p.code);
const reads = (source: string) => read(source).ok;
const sentence = (source: string) => problems(source).map(problemSentence).join(" ");

/** A source after the first fix it is offered. */
function mended(source: string): string {
	const fix = problems(source)[0]?.fix;
	if (!fix) throw new Error("no fix");
	const lines = source.split("\n");
	const line = lines[fix.place.line - 1] as string;
	lines[fix.place.line - 1] = line.slice(0, fix.place.column - 1) + fix.text + line.slice(fix.place.column - 1 + fix.place.length);
	return lines.join("\n");
}

const RECORDED_ONLY = new Set(["callBegin", "callEnd", "turn", "face", "pen", "message"]);

/** What was drawn: each entry's name and coordinates, to nine digits. */
function drawn(tape: Tape): [string, ...number[]][] {
	const rows: [string, ...number[]][] = [];
	for (let i = 0; i < tape.length; i++) {
		const name = entryName(tape.kind[i] as number) as string;
		if (RECORDED_ONLY.has(name)) continue;
		rows.push([name, ...[...tape.coords.subarray(tape.at[i] as number, endOf(tape, i))].map((c) => Math.round(c * 1e9) / 1e9 + 0)]);
	}
	return rows;
}

const draws = (source: string, options: RunOptions = {}) => drawn(runOf(source, options).tape);
const remarks = (source: string, options: RunOptions = {}) => runOf(source, options).remarks.map((r) => r.code);

const told = new Set<string>();
function said(name: string, check: () => void): void {
	told.add(name);
	test(name, check);
}

describe("lines, words, signs", () => {
	said("A statement is one line.", () => {
		expect(codes("walk 5 walk 6")).not.toEqual([]);
		expect(codes("rect corner 1, 2\nsize 3, 4")).toEqual(["phrase-missing", "phrase-alone"]);
	});
	said("It runs on only inside `( )` or `[ ]`: there a line may end after the opening bracket, a comma or an operator, or before the closing bracket.", () => {
		expect(prints("print (\n  1 +\n  2\n)")).toEqual(["3"]);
		expect(prints("print [1,\n 2]")).toEqual(["[1, 2]"]);
		expect(reads("print (1\n + 2)")).toBe(false);
		expect(reads("print 1 +\n 2")).toBe(false);
	});
	said("A list may keep its last comma.", () => {
		expect(prints("print [1, 2,]")).toEqual(["[1, 2]"]);
	});
	said("Indentation means nothing to a run.", () => {
		expect(prints("   repeat 2\nprint 1\n      end\n  print 2")).toEqual(["1", "1", "2"]);
	});
	said("`--` is a comment at the start of a line, or with a space before it and a space, another `-` or the line's end behind it.", () => {
		expect(prints("-- all of it\n--- more\nprint 1 -- rest\nprint 2 ---- rest\nprint 3 --")).toEqual(["1", "2", "3"]);
	});
	said("Anywhere else `--` is an error that offers `5 - -3`.", () => {
		expect(codes("print 5--3")).toEqual(["minus-minus"]);
		expect(mended("print 5--3")).toBe("print 5 - -3");
	});
	said("Space, tab, no-break space, carriage return and a byte-order mark only separate.", () => {
		expect(prints("\ufeffprint\t1\u00a0+ 2\r\nprint 4\r")).toEqual(["3", "4"]);
	});
	said("A number is digits, or digits `.` digits.", () => {
		expect(prints("print 007, 2.50, 0.5")).toEqual(["7 2.5 0.5"]);
	});
	said("`.5`, `5.`, `1e3`, `50px`, `2r`, `90°`, `45%` and `2,5` are errors with a fix.", () => {
		const fixes = { ".5": "0.5", "5.": "5", "1e3": "1000", "50px": "50", "2r": "2", "90°": "90", "45%": "45", "2,5": "2.5" };
		for (const [wrong, right] of Object.entries(fixes)) expect(mended(`walk ${wrong}`)).toBe(`walk ${right}`);
	});
	said('Text stands in `"…"` on one line, and `""` inside it is one quote mark.', () => {
		expect(prints('print "a ""b"" -- c"')).toEqual(['a "b" -- c']);
		expect(codes('print "a\nb"')).toContain("text-open");
	});
	said("Single and curly quotes are errors with a fix.", () => {
		for (const [open, close] of ["''", "“”", "‘’", "``"].map((pair) => [...pair])) expect(mended(`print ${open}a${close}`)).toBe('print "a"');
	});
	said("A name is a letter or `_`, then letters, digits and `_`, of every alphabet.", () => {
		expect(prints("let größe = 1\nlet _a2 = 2\nlet 高さ = 3\nprint größe + _a2 + 高さ")).toEqual(["6"]);
		expect(reads("let 2a = 1")).toBe(false);
	});
	said("Case counts in names, and a name that misses a declared one only in case is told so.", () => {
		expect(codes("let side = 1\nprint Side")).toEqual(["name-case"]);
		expect(codes("routine boat()\nend\nBoat()")).toEqual(["name-case"]);
		expect(prints("let side = 1\nlet Side = 2\nprint side, Side")).toEqual(["1 2"]);
	});
	said("British and American spellings of the language's words are both read.", () => {
		for (const source of ["pen color gray", "pen colour grey", "circle center 5, 5 radius 2", "circle centre 5, 5 radius 2", "face towards 5, 5"]) expect(reads(source)).toBe(true);
	});
	said("Reserved are `let if else repeat for each while routine return break end pen sheet frame true false none and or not mod`.", () => {
		for (const word of "let if else repeat for each while routine return break end pen sheet frame true false none and or not mod".split(" "))
			expect(codes(`let ${word} = 1`)).toEqual(["name-reserved"]);
	});
	said("All other words are free as names.", () => {
		expect(prints("let size = 30\nlet times = 2\nrepeat times times\n  print size\nend")).toEqual(["30", "30"]);
		expect(draws("let size = 30\nrect corner 1, 2 size size, size")).toEqual([["rect", 16, 17, 30, 30, 0, 0]]);
		expect(draws("routine square(side)\n  walk side\nend\nsquare(5)")).toEqual([["segment", 200, 150, 205, 150]]);
		expect(prints("let add = 1\nlet in = [2]\nadd = add + 1\nadd add to in\nprint add, in")).toEqual(["2 [2, 2]"]);
	});
	said("`area` opens a block only when alone on its line, `picture` only before a name.", () => {
		expect(prints("let area = 2\narea = area * 3\nlet picture = area\npicture = picture + 1\nprint area, picture")).toEqual(["6 7"]);
		expect(draws("area\n  walk 5\nend").map(([name]) => name)).toEqual(["areaBegin", "segment", "areaEnd"]);
	});
	said("In a value, `NAME (` is a call, with or without the space.", () => {
		expect(prints("print abs(-2), abs (-3)")).toEqual(["2 3"]);
	});
	said("At the start of a line it is a call if the program has a routine of that name; otherwise the statement with a bracketed value.", () => {
		expect(draws("walk(50)\nturn right(90)")).toEqual([["segment", 200, 150, 250, 150]]);
		expect(prints('routine walk(n)\n  print "mine", n\nend\nwalk(50)')).toEqual(["mine 50"]);
	});
	said("Where a phrase is due a word is always the phrase.", () => {
		expect(draws("let radius = 1\ncircle centre 5, 5 radius (8 + 4) / 2")).toEqual([["ellipse", 5, 5, 6, 6, 0]]);
	});
	said("`[` touching a name, `)` or `]` picks an item; after a space it begins a new list.", () => {
		expect(prints("routine f()\n  return [[1, 2], [3]]\nend\nlet a = [4]\nprint a[0], f()[0][1]")).toEqual(["4 2"]);
		expect(codes("print [[1, 2] [3, 4]]")).toEqual(["comma-missing"]);
		expect(codes("let a = [4]\nprint a [0]")).not.toEqual([]);
	});
	said("A drawing statement is its head, then its direction word or bare values, then phrases in any order, each at most once.", () => {
		expect(draws("rect size 4, 6 corner 1, 2")).toEqual(draws("rect corner 1, 2 size 4, 6"));
		expect(codes("circle centre 1, 2 radius 3 radius 4")).toEqual(["phrase-twice"]);
	});
	said("A phrase takes exactly its number of values.", () => {
		expect(codes("circle centre 1 radius 3")).toEqual(["value-too-few"]);
		expect(codes("circle centre 1, 2, 3 radius 3")).toEqual(["value-too-many"]);
		expect(sentence("rect corner 1, 2 size 5")).toContain("size W, H");
	});
	said("A comma before a phrase is an error whose fix removes it.", () => {
		expect(mended("circle centre 1, 2, radius 3")).toBe("circle centre 1, 2 radius 3");
	});
	said("Fixed words are never values.", () => {
		expect(reads("let left = 1\nturn left 90")).toBe(true);
		expect(codes('let c = "left"\ntext "a" at 1, 2 align c')).toEqual(["choice-unknown"]);
		expect(reads('let centre = 2\ntext "a" at 1, 2 align centre')).toBe(true);
	});
	said("`end` stands alone.", () => {
		expect(codes("repeat 2\nend repeat")).toEqual(["end-not-alone"]);
	});
	said("When ends don't match, an `end` belongs to the opener with its own indentation, and the one left over is named.", () => {
		expect(problems("repeat 4\n  if true\n    walk 5\n  turn left 90\nend").map((p) => [p.code, p.place.line])).toEqual([["end-missing", 2]]);
		expect(problems("repeat 4\n  walk 5\nend\nend").map((p) => [p.code, p.place.line])).toEqual([["end-extra", 4]]);
	});
	said("`routine` or `each frame` met inside a block means that an `end` is missing before it.", () => {
		expect(problems("repeat 4\n  walk 5\nroutine f()\nend").map((p) => [p.code, p.data.before])).toEqual([["end-missing", 3]]);
		expect(problems("repeat 4\n  walk 5\neach frame\nend").map((p) => [p.code, p.data.before])).toEqual([["end-missing", 3]]);
	});
	said("A block whose first line is wrong still opens its block.", () => {
		expect(codes("repeat\n  walk 5\nend")).toEqual(["value-missing"]);
		expect(codes("for i from 1\n  walk 5\nend")).toEqual(["word-missing"]);
	});
});

describe("names", () => {
	said("Values and routines are two separate sets of names.", () => {
		expect(prints("routine boat()\n  return 3\nend\nlet boat = 4\nprint boat, boat()")).toEqual(["4 3"]);
		expect(prints("let red = 5\nprint red, blue")).toEqual(["5 #0000ff"]);
	});
	said("A routine may take the name of a statement or a built-in function and then hides it in calls.", () => {
		expect(prints('routine abs(n)\n  return "mine"\nend\nprint abs(-2)')).toEqual(["mine"]);
	});
	said("A name lives from its `let` to the end of its block.", () => {
		expect(codes("print a\nlet a = 1")).toEqual(["name-unknown"]);
		expect(codes("repeat 1\n  let a = 1\nend\nprint a")).toEqual(["name-ended"]);
		expect(prints("repeat 2\n  let a = 1\n  a = a + 1\n  print a\nend")).toEqual(["2", "2"]);
	});
	said("`let` of a name already visible is an error that offers to drop `let`.", () => {
		expect(codes("let a = 1\nrepeat 2\n  let a = 2\nend")).toEqual(["let-again"]);
		expect(mended("let a = 1\nlet a = 2")).toBe("let a = 1\na = 2");
	});
	said("A routine's values, loop names and names inside a routine may hide an outer one.", () => {
		expect(prints("let a = 1\nroutine f(a)\n  let b = a\n  return b\nend\nlet b = 7\nfor a from 8 to 8\n  print a\nend\nprint f(3), a, b")).toEqual(["8", "3 1 7"]);
	});
	said("Using a name of an ended block says where it lived.", () => {
		expect(sentence("let x = 1\n\nif x == 1\n  let r = 2\nend\nprint r")).toContain("“r” lived only in the if of lines 3 to 5");
	});
	said("Changing what was never declared is an error with the nearest name.", () => {
		expect(sentence("let side = 1\nsidee = 2")).toContain("“side”");
		expect(mended("gap = 2")).toBe("let gap = 2");
	});
	said("A name keeps the kind of its first value.", () => {
		expect(codes('let a = 1\na = "one"')).toEqual(["kind-changed"]);
		expect(codes('let a = [1]\na[0] = "one"')).toEqual([]);
	});
	said("A loop name can't be changed in its loop.", () => {
		expect(codes("for i from 1 to 3\n  i = 2\nend")).toEqual(["loop-name-set"]);
		expect(codes("for each i in [[1]]\n  add 2 to i\nend")).toEqual(["loop-name-set"]);
	});
	said("Bounds, step, count and list are worked out once before the first pass.", () => {
		expect(prints("let n = 3\nfor i from 1 to n by n - 2\n  n = n + 1\nend\nprint n")).toEqual(["6"]);
		expect(prints("let n = 2\nrepeat n\n  n = n + 5\nend\nprint n")).toEqual(["12"]);
	});
	said("Routines stand at top level, once each, and may call themselves.", () => {
		expect(prints("routine f(n)\n  if n < 2\n    return 1\n  end\n  return n * f(n - 1)\nend\nprint f(5)")).toEqual(["120"]);
		expect(codes("routine f()\nend\nroutine f()\nend")).toEqual(["routine-twice"]);
	});
	said("A routine sees the names declared at top level outside any block.", () => {
		expect(prints("let t = 1\nroutine f()\n  t = t + 1\nend\nrepeat 3\n  f()\n  t = t * 2\nend\nprint t")).toEqual(["22"]);
		expect(codes("repeat 1\n  let t = 1\n  f()\nend\nroutine f()\n  print t\nend")).toEqual(["name-unknown"]);
		expect(codes("f()\nlet t = 1\nroutine f()\n  print t\nend")).toEqual(["name-not-yet"]);
	});
	said("Too few or many values is a reading error.", () => {
		expect(reads("routine f(a, b)\nend\nf(1)")).toBe(false);
		expect(reads("routine f(a, b)\nend\nf(1, 2, 3)")).toBe(false);
	});
	said("A default may use the values before it.", () => {
		expect(prints("routine f(a, b = a * 2, c = a + b)\n  print a, b, c\nend\nf(1)\nf(1, 5)")).toEqual(["1 2 3", "1 5 6"]);
		expect(reads("routine f(a = b, b = 1)\nend")).toBe(false);
	});
	said("`return` outside a routine and `break` outside a loop are reading errors.", () => {
		expect([codes("return 1"), codes("break"), codes("routine f()\n  break\nend")]).toEqual([["return-outside"], ["break-outside"], ["break-outside"]]);
	});
	said("Neither `return` nor `break` may leave an `area` or `picture` block.", () => {
		expect(codes("repeat 2\n  area\n    break\n  end\nend")).toEqual(["leave-block"]);
		expect(codes("routine f()\n  picture p\n    return\n  end\nend")).toEqual(["leave-block"]);
		expect(codes("area\n  repeat 2\n    walk 5\n    break\n  end\nend")).toEqual([]);
	});
});

describe("lists", () => {
	said("`LIST[i] = VALUE` changes an item, also of a list in a list.", () => {
		expect(prints("let a = [1, 2]\na[1] = 5\nlet g = [[1, 2], [3, 4]]\ng[1][0] = 9\nprint a, g")).toEqual(["[1, 5] [[1, 2], [9, 4]]"]);
	});
	said("`add VALUE to LIST` puts one at the end.", () => {
		expect(prints("let a = []\nadd 1 to a\nadd [2] to a\nadd 3 to a[1]\nprint a")).toEqual(["[1, [2, 3]]"]);
	});
	said("`+` of two lists makes a new one.", () => {
		expect(prints("let a = [1]\nlet b = a + [2]\nb[0] = 7\nprint a, b")).toEqual(["[1] [7, 2]"]);
	});
	said("A list is a value like a number: storing or passing it gives a copy.", () => {
		expect(prints("let a = [1, 2]\nlet b = a\nb[0] = 9\nprint a, b")).toEqual(["[1, 2] [9, 2]"]);
		expect(prints("routine f(l)\n  l[0] = 5\n  return l\nend\nlet a = [1]\nlet b = f(a)\nb[0] = 6\nprint a, b, f(a)")).toEqual(["[1] [6] [5]"]);
		expect(prints("let row = [0, 0]\nlet g = [row, row]\ng[0][0] = 1\nrow[1] = 2\nprint g, row")).toEqual(["[[1, 0], [0, 0]] [0, 2]"]);
		expect(prints("let a = [1]\nadd a to a\na[1][0] = 7\nprint a")).toEqual(["[1, [7]]"]);
	});
	said("An index is whole, 0 to length − 1.", () => {
		expect(prints("let a = [5, 6]\nprint a[0.1 * 10]")).toEqual(["6"]);
		expect(codes("let a = [5, 6]\nprint a[2]")).toEqual(["index-outside"]);
		expect(codes("let a = [5, 6]\nprint a[-1]")).toEqual(["index-outside"]);
		expect(codes("let a = [5, 6]\nprint a[0.5]")).toEqual(["not-whole"]);
	});
	said("`for each` goes over the list as it was when the loop began.", () => {
		expect(prints("let a = [1, 2]\nfor each v in a\n  add v * 10 to a\n  a[1] = 0\n  print v\nend\nprint a")).toEqual(["1", "2", "[1, 0, 10, 20]"]);
	});
});

describe("operators and functions", () => {
	said("`+` adds numbers, joins lists, and joins as text when either side is text.", () => {
		expect(prints('print 1 + 2, "a" + 1, 1 + "a", true + "!", [1] + "x", red + ""')).toEqual(["3 a1 1a true! [1]x #ff0000"]);
	});
	said("Other arithmetic and `< <= > >=` take numbers only.", () => {
		for (const sign of ["-", "*", "/", "mod", "^", "<", "<=", ">", ">="]) expect(codes(`print 1 ${sign} "2"`)).toEqual(["kind-wrong"]);
	});
	said("Comparisons aren't chained.", () => {
		expect(codes("print 1 < 2 < 3")).toEqual(["compare-chain"]);
	});
	said("Text is never read as a number or a colour.", () => {
		expect(codes('walk "5"')).toEqual(["kind-wrong"]);
		expect(mended('fill "red"')).toBe("fill red");
	});
	said("`==` is exact: by value, colours by their four parts, lists item by item; different kinds are not equal.", () => {
		expect(prints('print 0.1 + 0.2 == 0.3, "a" == "a", red == rgb(255, 0, 0), red == rgb(255, 0, 0, 0.5), [1, [2]] == [1, [2]], [1] == [1, 2], 1 == "1"')).toEqual([
			"false true true false true false false",
		]);
	});
	said("`and or not` and conditions take true and false only, and `x == 3 or 4` shows `x == 3 or x == 4`.", () => {
		expect(codes("if 1\nend")).toEqual(["kind-wrong"]);
		expect(codes("print not 1")).toEqual(["kind-wrong"]);
		expect(mended("let x = 3\nif x == 3 or 4\nend")).toBe("let x = 3\nif x == 3 or x == 4\nend");
	});
	said("`^` goes from right to left and binds tighter than a minus before it.", () => {
		expect(prints("print 2 ^ 3 ^ 2, -2 ^ 2, 2 ^ -1")).toEqual(["512 -4 0.5"]);
	});
	said("`a mod b` has the sign of b.", () => {
		expect(prints("print -7 mod 3, 7 mod -3, 7 mod 3, -7 mod -3")).toEqual(["2 -2 1 -1"]);
	});
	said("A power or root without a real answer, a division by zero and a number that is not finite are running errors.", () => {
		const stop = (source: string) => [reads(source), ...codes(source)];
		expect(stop("print (0 - 8) ^ 0.5")).toEqual([true, "power-none"]);
		expect(stop("print sqrt(0 - 1)")).toEqual([true, "function-none"]);
		expect(stop("print 1 / (1 - 1)")).toEqual([true, "divide-zero"]);
		expect(stop("print 1 mod (1 - 1)")).toEqual([true, "divide-zero"]);
		expect(stop("let a = 10 ^ 300\nlet b = a * a")).toEqual([true, "not-finite"]);
	});
	said("−0 is 0 everywhere.", () => {
		expect(prints("let a = 0 * -1\nprint a, -0, round(-0.2), 0 == a")).toEqual(["0 0 0 true"]);
		const { coords } = runOf("go to 0 * -1, -0").tape;
		expect([...coords].some((c) => Object.is(c, -0))).toBe(false);
	});
	said("A count, index, number of sides or sheet size within 1e-9 of a whole number is that number.", () => {
		expect(prints("repeat 0.1 * 3 * 10\n  print 1\nend")).toEqual(["1", "1", "1"]);
		expect(runOf("sheet 0.1 * 3 * 1000, 200").tape.sheet.width).toBe(300);
		expect(draws("polygon sides 0.1 * 3 * 10 centre 0, 0 radius 5")[0]?.length).toBe(7);
	});
	said("Otherwise an error shows `floor( )` and `round( )`.", () => {
		expect(sentence("repeat 2.5\nend")).toMatch(/floor\( \).*round\( \)/);
	});
	said("`repeat` below 0 is an error.", () => {
		expect(codes("repeat 0\nend")).toEqual([]);
		expect(codes("repeat -1\nend")).toEqual(["count-negative"]);
	});
	said("`for` makes `floor((B − A) / S + 1e-9) + 1` passes, none if below 1.", () => {
		const passes = (head: string) => prints(`let n = 0\nfor i from ${head}\n  n = n + 1\nend\nprint n`)[0];
		expect(["0 to 1 by 0.1", "1 to 5", "5 to 1", "5 to 1 by -2", "0 to 0.9", "1 to 1"].map(passes)).toEqual(["11", "5", "0", "3", "1", "1"]);
	});
	said("Pass k of a `for` has the value `A + k * S`.", () => {
		expect(prints("for i from 0 to 1 by 0.1\n  if i == 3 * 0.1\n    print i\n  end\nend")).toEqual(["0.3"]);
	});
	said("`by 0` is an error.", () => {
		expect(codes("for i from 1 to 3 by 0\nend")).toEqual(["by-zero"]);
	});
	said("`round` takes halves away from zero.", () => {
		expect(prints("print round(0.5), round(-0.5), round(2.5), round(-2.4)")).toEqual(["1 -1 3 -2"]);
	});
	said("Sine, cosine and tangent are in degrees, exact at multiples of 30 and 45, and `tan(90)` is an error.", () => {
		expect(prints("print sin(30) == 0.5, cos(60) == 0.5, tan(45) == 1, sin(180) == 0, cos(270) == 0, asin(0.5), atan(1)")).toEqual(["true true true true true 30 45"]);
		expect(codes("print tan(90)")).toEqual(["function-none"]);
	});
	said("`angle(dx, dy)` is the facing, as seen, that goes dx along x and dy along y.", () => {
		expect(prints("print angle(0, 5), angle(5, 5)")).toEqual(["270 315"]);
		expect(prints("sheet 100, 100 origin centre\nprint angle(0, 5), angle(5, 5)")).toEqual(["90 45"]);
		expect(draws("face angle(30, 40)\nwalk 50")).toEqual([["segment", 200, 150, 230, 190]]);
	});
	said("`random(lo, hi)` is whole when both ends are whole, and both ends are possible.", () => {
		const rolls = new Set(prints("repeat 200\n  print random(1, 3)\nend"));
		expect([...rolls].sort()).toEqual(["1", "2", "3"]);
		expect(prints("let r = random(0.5, 1)\nprint r >= 0.5 and r <= 1, r == floor(r)")).toEqual(["true false"]);
	});
	said("`choose(list)` gives one of its items, `length` the number of items or characters.", () => {
		const chosen = new Set(prints('repeat 100\n  print choose(["a", "b"])\nend'));
		expect([...chosen].sort()).toEqual(["a", "b"]);
		expect(prints('print length([1, [2, 3]]), length("größe"), length("")')).toEqual(["2 5 0"]);
		expect(codes("print choose([])")).toEqual(["choose-empty"]);
	});
	said("`rgb(r, g, b)` takes 0 to 255, rounded, `rgb(v)` is a grey, and a fourth value is the opacity.", () => {
		expect(prints("print rgb(254.6, 0, 300), rgb(128), rgb(255, 0, 0, 0.5)")).toEqual(["#ff00ff #808080 #ff000080"]);
		expect(codes("print rgb(1, 2)")).toEqual(["call-count"]);
	});
	said("`hsl(h, s, l)` wraps its hue at 360.", () => {
		expect(prints("print hsl(0, 100, 50), hsl(480, 100, 50), hsl(-240, 100, 50)")).toEqual(["#ff0000 #00ff00 #00ff00"]);
	});
	said("Random numbers come from the run's seed, 1 unless said, by xoshiro128** 1.1 with its state filled by splitmix32.", () => {
		const source = "print random(1, 1000000), random(1, 1000000)";
		expect(prints(source)).toEqual(prints(source, { seed: 1 }));
		expect(prints(source, { seed: 2 })).not.toEqual(prints(source));
	});
	said("A run may be given values for names that a `let` at top level declares; they take the place of that `let`'s value after it has been worked out.", () => {
		const source = 'let gap = random(1, 1000000)\nlet ink = red\nlet word = "a"\nlet n = random(1, 1000000)\nprint gap, ink, word, n';
		const [plain] = prints(source);
		const [given] = prints(source, { given: { gap: 5, ink: "blue", word: "b" } });
		expect(given).toBe(`5 #0000ff b ${plain?.split(" ").at(-1)}`);
		expect(() => runOf(source, { given: { nothing: 1 } })).toThrow("nothing");
		expect(() => runOf(source, { given: { gap: "x" } })).toThrow("number");
	});
	said("Colours are every CSS Color 4 name in any case, `#rgb`, `#rrggbb`, `#rrggbbaa`, `rgb`, `hsl` and `none`.", () => {
		for (const name of COLOUR_NAMES) expect(reads(`fill ${name}`)).toBe(true);
		expect(COLOUR_NAMES.length).toBeGreaterThanOrEqual(148);
		expect(prints("print LightBlue, #f80, #ff8800, #ff880080, none, grey == gray")).toEqual(["#add8e6 #ff8800 #ff8800 #ff880080 none true"]);
		expect(reads("fill #ff88")).toBe(false);
	});
	said("Numbers as text have 10 significant digits, no zeros at the end, and no exponent from 0.000001 to 1e15.", () => {
		expect(prints("print 0.1 + 0.2, 1 / 3, 2 / 3 * 1000, 0.000001, 10 ^ 15, 1.50")).toEqual(["0.3 0.3333333333 666.6666667 0.000001 1000000000000000 1.5"]);
	});
	said('Colours print as `#rrggbb`, lists as `[1, "a"]`, pictures as `picture 80 by 40`.', () => {
		expect(prints('picture p size 80, 40\nend\nprint [1, "a"], [[red], "say ""b"""], p')).toEqual(['[1, "a"] [[#ff0000], "say ""b"""] picture 80 by 40']);
	});
	said("`print` puts one space between values.", () => {
		expect(prints('print 1, "", "x"')).toEqual(["1  x"]);
	});
	said("`pen.x`, `pen.y`, `pen.facing`, `pen.width`, `pen.colour`, `pen.fill`, `pen.down`, `sheet.width`, `sheet.height` and `frame.number` can be read and never set.", () => {
		expect(prints("pen up\nfill red\nprint pen.x, pen.y, pen.facing, pen.width, pen.colour, pen.fill, pen.down, sheet.width, sheet.height, frame.number")).toEqual([
			"200 150 0 2 #000000 #ff0000 false 400 300 0",
		]);
		for (const name of ["pen.x", "sheet.width", "frame.number"]) expect(codes(`${name} = 5`)).toEqual(["property-set"]);
		expect(sentence("pen.x = 5")).toContain("go to");
	});
	said("`.width` and `.height` can be read of any picture.", () => {
		expect(prints("picture p size 80, 40\nend\nlet all = [p]\nprint p.width, p.height, all[0].width, turned(p, 90).width")).toEqual(["80 40 80 40"]);
	});
});

const BOAT = "picture boat\n  go to 40, 0\n  go to 20, 30\nend\n";

describe("the start of a run", () => {
	said("Every run starts with white paper, whatever ran before.", () => {
		runOf("paper red\nfill blue");
		expect(draws("wipe")).toEqual([["wipe"]]);
		expect(styleOf(runOf("wipe").tape, 0).fill).toBe(0xffffffff);
	});
	said("The pen starts in the middle of the sheet, facing 0, down, black and 2 wide, and there is no fill.", () => {
		expect(prints("sheet 300, 100\nprint pen.x, pen.y, pen.facing, pen.down, pen.colour, pen.width, pen.fill")).toEqual(["150 50 0 true #000000 2 none"]);
		expect(prints("sheet 300, 100 origin centre\nprint pen.x, pen.y")).toEqual(["0 0"]);
	});
	said("Pen and fill last until they are changed, through calls, loops and frames.", () => {
		const source = "routine f()\n  pen colour red\n  fill blue\nend\nrepeat 1\n  f()\nend\neach frame\n  print pen.colour, pen.fill\n  pen colour green\nend";
		expect(prints(source, { frames: 2 })).toEqual(["#ff0000 #0000ff", "#008000 #0000ff"]);
	});
	said("0 is to the right and 90 up as seen, and left is anticlockwise as seen, in every origin.", () => {
		expect(draws("turn left 90\nwalk 10")).toEqual([["segment", 200, 150, 200, 140]]);
		for (const origin of ["centre", "bottom left"]) {
			const [first] = draws(`sheet 400, 300 origin ${origin}\ngo to 0, 0\nface 90\nwalk 10\nturn right 90\nwalk 5`).slice(1);
			expect(first).toEqual(["segment", 0, 0, 0, 10]);
		}
	});
	said("Placed shapes don't move the pen and don't ask whether it is up.", () => {
		expect(draws("pen up\nrect corner 5, 5 size 9, 9\nwalk 10").map(([name]) => name)).toEqual(["rect", "travel"]);
		expect(prints("circle centre 5, 5 radius 9\nprint pen.x, pen.y")).toEqual(["200 150"]);
	});
	said("The exercise's sheet wins, with a remark where the program says otherwise.", () => {
		const sheet = { width: 100, height: 80, origin: "centre" } as const;
		expect(runOf("sheet 300, 200", { sheet }).tape.sheet).toEqual(sheet);
		expect(remarks("sheet 300, 200", { sheet })).toEqual(["sheet-overruled"]);
		expect(remarks("sheet 100, 80 origin centre", { sheet })).toEqual([]);
	});
});

describe("areas", () => {
	said("Every move inside an area, pen up or down, adds to one outline that starts where the pen is.", () => {
		const { tape } = runOf("fill red\narea\n  walk 40\n  pen up\n  go to 200, 100\n  pen down\n  curve left radius 10 sweep 90\nend");
		const [area] = areasOf(tape);
		expect(area?.moves.map((m) => entryName(tape.kind[m] as number))).toEqual(["segment", "travel", "curve"]);
		expect(drawn(tape)[0]).toEqual(["areaBegin", 200, 150]);
	});
	said("At its `end` the outline is closed and filled with the fill in force then, under what was walked inside.", () => {
		const { tape } = runOf("fill red\narea\n  walk 40\n  fill blue\n  turn left 90\n  walk 40\nend\nfill green");
		const [area] = areasOf(tape);
		expect(styleOf(tape, area?.end as number).fill).toBe(0x0000ffff);
		expect(area?.under).toBe(area?.begin);
	});
	said("The closing edge has no ink.", () => {
		expect(draws("area\n  walk 40\n  turn left 90\n  walk 40\nend").filter(([name]) => name === "segment").length).toBe(2);
	});
	said("There is no area in an area.", () => {
		expect(codes("area\n  area\n  end\nend")).toEqual(["area-inside"]);
		expect(codes("routine f()\n  area\n    walk 5\n  end\nend\narea\n  f()\nend")).toEqual(["area-inside"]);
		expect(codes("area\n  walk 5\n  picture p\n    area\n      walk 5\n    end\n  end\n  lay p at 5, 5\nend")).toEqual([]);
	});
	said("After a running error an open area is closed and filled.", () => {
		const { tape, problem } = runOf("fill red\narea\n  walk 40\n  turn left 90\n  walk 40\n  walk 1 / (1 - 1)\nend");
		expect([problem?.code, areasOf(tape).length]).toEqual(["divide-zero", 1]);
	});
});

describe("pictures", () => {
	said("A picture block runs when the program comes to it and declares its name in the surrounding block.", () => {
		expect(prints("let n = 1\npicture p\n  n = 2\n  walk 5\nend\nprint n, p.width")).toEqual(["2 5"]);
		expect(codes("repeat 1\n  picture p\n  end\nend\nprint p")).toEqual(["name-ended"]);
		expect(draws("picture p\n  walk 5\nend")).toEqual([]);
	});
	said("Inside are a pen, fill and paper of its own that start as a run does; without a size the pen starts at 0, 0.", () => {
		const source =
			"fill red\npen up\npen colour blue width 9\nface 90\ngo to 5, 6\npicture p\n  print pen.x, pen.y, pen.facing, pen.down, pen.colour, pen.width, pen.fill\n  pen colour green\nend\nprint pen.x, pen.y, pen.facing, pen.down, pen.colour, pen.width, pen.fill";
		expect(prints(source)).toEqual(["0 0 0 true #000000 2 none", "5 6 90 false #0000ff 9 #ff0000"]);
		expect(prints("picture p size 60, 40\n  print pen.x, pen.y\nend")).toEqual(["30 20"]);
	});
	said("With a size, 0, 0 is its own top left, middle or bottom left as the sheet's origin is.", () => {
		const at = (origin: string) => draws(`sheet 400, 300 origin ${origin}\npicture p size 60, 40\n  dot at 0, 0\nend\nlay p at 100, 100`)[1];
		expect([at("top left"), at("centre"), at("bottom left")]).toEqual([
			["dot", 70, 80, 2],
			["dot", 100, 100, 2],
			["dot", 70, 80, 2],
		]);
	});
	said("With a size, `paper` is a rect of that size without outline; without one it is an error that asks for the size.", () => {
		const { tape } = runOf("picture p size 60, 40\n  paper red\nend\nlay p at 100, 100");
		expect(drawn(tape)[1]).toEqual(["rect", 100, 100, 60, 40, 0, 0]);
		expect(styleOf(tape, 1)).toMatchObject({ ink: -1, fill: 0xff0000ff });
		expect(codes("picture p\n  paper red\nend")).toEqual(["paper-unsized"]);
	});
	said("Without a size the picture's box is that of what was drawn, without half the pen's width.", () => {
		expect(prints(`${BOAT}print boat`)).toEqual(["picture 40 by 30"]);
		expect(prints("picture p\n  pen width 20\n  circle centre 50, 50 radius 10\nend\nprint p")).toEqual(["picture 20 by 20"]);
		expect(prints("picture p\n  curve left radius 10 sweep 180\nend\nprint p")).toEqual(["picture 10 by 20"]);
		expect(prints("picture p\n  pen up\n  walk 50\nend\nprint p")).toEqual(["picture 0 by 0"]);
	});
	said("Nothing is cut off at a picture's edge.", () => {
		expect(draws("picture p size 10, 10\n  walk 90\nend\nlay p at 100, 100")[1]).toEqual(["segment", 100, 100, 190, 100]);
	});
	said("`lay` puts a picture's middle at a place; `enlarged` takes lines and text with it.", () => {
		expect(draws(`${BOAT}lay boat at 100, 100`).slice(1, 3)).toEqual([
			["segment", 80, 85, 120, 85],
			["segment", 120, 85, 100, 115],
		]);
		const { tape } = runOf('picture p\n  pen width 3\n  walk 10\n  text "a" at 0, 0 size 8\nend\nlay p at 100, 100 enlarged 2');
		expect(styleOf(tape, 1).width).toBe(6);
		expect(drawn(tape)[2]?.[3]).toBe(16);
	});
	said("`row` joins pictures left to right with their middles level, and a number is a gap.", () => {
		const source = "picture a size 20, 10\n  dot at 10, 5\nend\npicture b size 30, 40\n  dot at 15, 20\nend\nlet r = row(a, 10, b)\nprint r\nlay r at 100, 100";
		expect(prints(source)).toEqual(["picture 60 by 40"]);
		expect(draws(source).filter(([name]) => name === "dot")).toEqual([
			["dot", 80, 100, 2],
			["dot", 115, 100, 2],
		]);
	});
	said("`column` joins pictures from the top down.", () => {
		const source = (origin: string) =>
			`sheet 200, 200 origin ${origin}\npicture a size 20, 10\n  paper red\nend\npicture b size 20, 30\n  paper blue\nend\nlay column(a, b) at 50, 50`;
		expect(draws(source("top left")).filter(([name]) => name === "rect")).toEqual([
			["rect", 50, 35, 20, 10, 0, 0],
			["rect", 50, 55, 20, 30, 0, 0],
		]);
		expect(draws(source("bottom left")).filter(([name]) => name === "rect")).toEqual([
			["rect", 50, 65, 20, 10, 0, 0],
			["rect", 50, 45, 20, 30, 0, 0],
		]);
	});
	said("`layers` puts the first on top, with middles together.", () => {
		const source = "picture a size 20, 10\n  paper red\nend\npicture b size 40, 30\n  paper blue\nend\nlay layers(a, b) at 50, 50";
		expect(draws(source).filter(([name]) => name === "rect")).toEqual([
			["rect", 50, 50, 40, 30, 0, 0],
			["rect", 50, 50, 20, 10, 0, 0],
		]);
	});
	said("`turned`, `enlarged` and `mirrored` change a picture about the middle of its box; mirrored letters are mirrored.", () => {
		const laid = (change: string) => draws(`picture p size 40, 20\n  line from 0, 0 to 10, 0\nend\nlay ${change} at 100, 100`)[1];
		expect(laid("p")).toEqual(["line", 80, 90, 90, 90]);
		expect(laid("turned(p, 90)")).toEqual(["line", 90, 120, 90, 110]);
		expect(laid("enlarged(p, 2)")).toEqual(["line", 60, 80, 80, 80]);
		expect(laid("mirrored(p)")).toEqual(["line", 120, 90, 110, 90]);
		const text = (change: string) => draws(`picture p size 40, 20\n  text "a" at 10, 10\nend\nlay ${change} at 100, 100`)[1];
		expect(prints("picture p size 40, 20\nend\nlet q = turned(p, 90)\nlet t = p\nrepeat 360\n  t = turned(t, 1)\nend\nprint q, t")).toEqual(["picture 20 by 40 picture 40 by 20"]);
		expect([text("mirrored(p)")?.[7], text("mirrored(mirrored(p))")?.[7]]).toEqual([1, 0]);
	});
	said("After a running error an open picture is dropped.", () => {
		const { tape, problem } = runOf("walk 5\npicture p\n  walk 9\n  walk 1 / (1 - 1)\nend");
		expect([problem?.code, drawn(tape)]).toEqual(["divide-zero", [["segment", 200, 150, 205, 150]]]);
	});
});

describe("frames", () => {
	const frames = (source: string, count: number) => runOf(source, { frames: count });
	said("`each frame` comes last at top level, apart from routines.", () => {
		expect(codes("each frame\n  walk 1\nend\nroutine f()\nend")).toEqual([]);
		expect(codes("each frame\n  walk 1\nend\nwalk 5")).toEqual(["frames-not-last"]);
		expect(codes("each frame\nend\neach frame\nend")).toEqual(["frames-again"]);
	});
	said("What stands before the frames runs once and is frame 0; then come as many frames as the caller says, 120 unless said.", () => {
		const { tape } = frames("walk 1\neach frame\n  walk 2\nend", 2);
		expect([...tape.frame]).toEqual([0, 1, 1, 2, 2]);
		expect(runOf("each frame\n  walk 1\nend").frames).toBe(120);
		expect(prints("each frame\n  print frame.number\nend", { frames: 3 })).toEqual(["1", "2", "3"]);
	});
	said("Nothing is wiped or reset between frames.", () => {
		expect(frames("pen colour red\neach frame\n  walk 5\nend", 2).tape.pen.x).toBe(210);
	});
	said("A name declared inside the frames starts anew each frame, one declared outside keeps its value.", () => {
		expect(prints("let out = 0\neach frame\n  let in = 0\n  out = out + 1\n  in = in + 1\n  print out, in\nend", { frames: 2 })).toEqual(["1 1", "2 1"]);
	});
	said("`break` outside an inner loop makes this frame the last.", () => {
		expect(frames("each frame\n  repeat 2\n    break\n  end\n  if frame.number == 3\n    break\n  end\n  walk 1\nend", 9).frames).toBe(3);
	});
});

describe("text on the sheet", () => {
	said("Text is upright in all three origins and turned only by `turned`.", () => {
		for (const origin of ["top left", "centre", "bottom left"]) {
			const [plain, turned] = draws(`sheet 200, 200 origin ${origin}\nface 45\ntext "a" at 10, 20\ntext "a" at 10, 20 turned 30`);
			expect([plain?.[5], turned?.[5], plain?.[1], plain?.[2]]).toEqual([0, 30, 10, 20]);
		}
	});
	said("Text is measured by one table of advance widths, from 0.8 of its size above the baseline to 0.2 below.", () => {
		const [size] = prints('picture p\n  text "Quay" at 0, 0 size 20\nend\nprint p.width, p.height');
		expect(size).toBe(`${Math.round(textWidth("Quay", 20) * 1e7) / 1e7} 20`);
		expect(textWidth("Quay", 20)).toBeGreaterThan(30);
	});
});

describe("limits", () => {
	said("A run that stops keeps all that it drew before.", () => {
		expect(drawn(runOf("walk 5\nwalk 1 / (1 - 1)").tape)).toEqual([["segment", 200, 150, 205, 150]]);
	});
	said("A limit stops a run on exactly its step, the same everywhere.", () => {
		const limits = { ...CLASS_LIMITS, steps: 1_000 };
		const { steps, tape, problem } = runOf("while true\n  walk 1\nend", { limits });
		expect([steps, tape.length, problem?.code]).toEqual([1_000, 1_000, "limit-steps"]);
		const sum = runOf("let n = 0\nrepeat 5000\n  n = n + 1\nend", { limits });
		expect([sum.steps, sum.problem?.code]).toEqual([1_000, "limit-steps"]);
		const entries = runOf("while true\n  walk 1\nend", { limits: { ...CLASS_LIMITS, entries: 700 } });
		expect([entries.tape.length, entries.problem?.code, entries.problem?.place.line]).toEqual([700, "limit-entries", 2]);
	});
	said("Joined texts, lists and pictures meet a limit of their own, not the memory's.", () => {
		expect(codes('let t = "ab"\nwhile true\n  t = t + t\nend')).toEqual(["limit-text"]);
		expect(codes("let a = [0]\nwhile true\n  a = a + a\nend")).toEqual(["limit-list"]);
		expect(codes("let a = []\nwhile true\n  a = [a, a]\nend")).toEqual(["limit-depth"]);
		expect(codes("let a = [0]\nwhile true\n  let b = a\n  add 1 to a\nend")).toEqual(["limit-cells"]);
		expect(codes(`${BOAT}let p = boat\nwhile true\n  p = row(p, p)\nend`)).toEqual(["limit-entries"]);
		expect(codes(`${BOAT}let p = boat\nwhile true\n  p = turned(p, 1)\nend`)).toEqual(["limit-entries"]);
		expect(codes("let a = [0]\nrepeat 40\n  a = [a, a]\nend\nprint a")).toEqual(["limit-text"]);
		expect(codes("routine deep()\n  let a = [0]\n  repeat 40\n    a = [a, a]\n  end\n  return a\nend\nprint deep() == deep()")).toEqual(["limit-cells"]);
		expect(codes("routine f()\n  picture p\n    f()\n  end\nend\nf()")).toEqual(["limit-pictures"]);
		expect(codes(`${BOAT}let p = enlarged(boat, 10 ^ 200)`)).toEqual(["place-far"]);
	});
	said("The 1,001st call inside calls is an error with both lines.", () => {
		const source = (deep: number) => `let most = ${deep}\nroutine dive(n)\n  if n > 1\n    dive(n - 1)\n  end\nend\ndive(most)`;
		expect(codes(source(1_000))).toEqual([]);
		const [problem] = problems(source(1_001));
		expect([problem?.code, problem?.place.line, problem?.data.first]).toEqual(["limit-calls", 4, 7]);
	});
});

test("every point of docs/language.md has its test, and every test its point", () => {
	const page = readFileSync(new URL("../../../docs/language.md", import.meta.url), "utf8");
	const points = [...page.matchAll(/^- (.+)$/gm)].map(([, point]) => point as string);
	expect(points.filter((point) => !told.has(point))).toEqual([]);
	expect([...told].filter((name) => !points.includes(name))).toEqual([]);
});
