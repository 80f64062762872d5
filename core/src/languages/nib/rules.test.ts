import { describe, expect, test } from "vitest";
import { codes, draws, mended, prints, problems, reads, runOf, sentence } from "../../../../tests/nib-rules.ts";
import { COLOUR_NAMES } from "../../colour/colour.ts";

/** Each test is named as docs/language.md says it; a test of the docs holds the two together both ways. */

describe("lines, words, signs", () => {
	test("A statement is one line.", () => {
		expect(codes("walk 5 walk 6")).not.toEqual([]);
		expect(codes("rect corner 1, 2\nsize 3, 4")).toEqual(["phrase-missing", "phrase-alone"]);
	});
	test("It runs on only inside `( )` or `[ ]`: there a line may end after the opening bracket, a comma or an operator, or before the closing bracket.", () => {
		expect(prints("print (\n  1 +\n  2\n)")).toEqual(["3"]);
		expect(prints("print [1,\n 2]")).toEqual(["[1, 2]"]);
		expect(reads("print (1\n + 2)")).toBe(false);
		expect(reads("print 1 +\n 2")).toBe(false);
	});
	test("A list may keep its last comma.", () => {
		expect(prints("print [1, 2,]")).toEqual(["[1, 2]"]);
	});
	test("Indentation means nothing to a run.", () => {
		expect(prints("   repeat 2\nprint 1\n      end\n  print 2")).toEqual(["1", "1", "2"]);
	});
	test("`--` is a comment at the start of a line, or with a space before it and a space, another `-` or the line's end behind it.", () => {
		expect(prints("-- all of it\n--- more\nprint 1 -- rest\nprint 2 ---- rest\nprint 3 --")).toEqual(["1", "2", "3"]);
	});
	test("Anywhere else `--` is an error that offers `5 - -3`.", () => {
		expect(codes("print 5--3")).toEqual(["minus-minus"]);
		expect(mended("print 5--3")).toBe("print 5 - -3");
	});
	test("Space, tab, no-break space, carriage return and a byte-order mark only separate.", () => {
		expect(prints("\ufeffprint\t1\u00a0+ 2\r\nprint 4\r")).toEqual(["3", "4"]);
	});
	test("A number is digits, or digits `.` digits.", () => {
		expect(prints("print 007, 2.50, 0.5")).toEqual(["7 2.5 0.5"]);
	});
	test("`.5`, `5.`, `1e3`, `50px`, `2r`, `90°`, `45%` and `2,5` are errors with a fix.", () => {
		const fixes = {
			".5": "0.5",
			"5.": "5",
			"1e3": "1000",
			"50px": "50",
			"2r": "2",
			"90°": "90",
			"45%": "45",
			"2,5": "2.5",
		};
		for (const [wrong, right] of Object.entries(fixes)) expect(mended(`walk ${wrong}`)).toBe(`walk ${right}`);
	});
	test('Text is in `"…"` on one line, and `""` inside it is one quote mark.', () => {
		expect(prints('print "a ""b"" -- c"')).toEqual(['a "b" -- c']);
		expect(codes('print "a\nb"')).toContain("text-open");
	});
	test("Single and curly quotes are errors with a fix.", () => {
		for (const [open, close] of ["''", "“”", "‘’", "``"].map((pair) => [...pair]))
			expect(mended(`print ${open}a${close}`)).toBe('print "a"');
	});
	test("A name is a letter or `_`, then letters, digits and `_`, of every alphabet.", () => {
		expect(prints("let größe = 1\nlet _a2 = 2\nlet 高さ = 3\nprint größe + _a2 + 高さ")).toEqual(["6"]);
		expect(reads("let 2a = 1")).toBe(false);
	});
	test("Case counts in names, and a name that differs from a declared one only in case is reported as such.", () => {
		expect(codes("let side = 1\nprint Side")).toEqual(["name-case"]);
		expect(codes("routine boat()\nend\nBoat()")).toEqual(["name-case"]);
		expect(prints("let side = 1\nlet Side = 2\nprint side, Side")).toEqual(["1 2"]);
	});
	test("British and American spellings of the language's words are both read.", () => {
		for (const source of [
			"pen color gray",
			"pen colour grey",
			"circle center 5, 5 radius 2",
			"circle centre 5, 5 radius 2",
			"face towards 5, 5",
		])
			expect(reads(source)).toBe(true);
	});
	test("Reserved are `let if else repeat for each while routine return break end pen sheet frame true false none and or not mod`.", () => {
		for (const word of "let if else repeat for each while routine return break end pen sheet frame true false none and or not mod".split(
			" ",
		))
			expect(codes(`let ${word} = 1`)).toEqual(["name-reserved"]);
	});
	test("All other words are free as names.", () => {
		expect(prints("let size = 30\nlet times = 2\nrepeat times times\n  print size\nend")).toEqual(["30", "30"]);
		expect(draws("let size = 30\nrect corner 1, 2 size size, size")).toEqual([["rect", 16, 17, 30, 30, 0, 0]]);
		expect(draws("routine square(side)\n  walk side\nend\nsquare(5)")).toEqual([["segment", 200, 150, 205, 150]]);
		expect(prints("let add = 1\nlet in = [2]\nadd = add + 1\nadd add to in\nprint add, in")).toEqual(["2 [2, 2]"]);
	});
	test("`area` opens a block only when alone on its line, `picture` only before a name.", () => {
		expect(
			prints("let area = 2\narea = area * 3\nlet picture = area\npicture = picture + 1\nprint area, picture"),
		).toEqual(["6 7"]);
		expect(draws("area\n  walk 5\nend").map(([name]) => name)).toEqual(["areaBegin", "segment", "areaEnd"]);
	});
	test("In a value, `NAME (` is a call, with or without the space.", () => {
		expect(prints("print abs(-2), abs (-3)")).toEqual(["2 3"]);
	});
	test("At the start of a line it is a call if the program has a routine of that name; otherwise the statement with a bracketed value.", () => {
		expect(draws("walk(50)\nturn right(90)")).toEqual([["segment", 200, 150, 250, 150]]);
		expect(prints('routine walk(n)\n  print "mine", n\nend\nwalk(50)')).toEqual(["mine 50"]);
	});
	test("Where a phrase can come, a word is always the phrase.", () => {
		expect(draws("let radius = 1\ncircle centre 5, 5 radius (8 + 4) / 2")).toEqual([["ellipse", 5, 5, 6, 6, 0]]);
	});
	test("`[` touching a name, `)` or `]` picks an item; after a space it begins a new list.", () => {
		expect(prints("routine f()\n  return [[1, 2], [3]]\nend\nlet a = [4]\nprint a[0], f()[0][1]")).toEqual(["4 2"]);
		expect(codes("print [[1, 2] [3, 4]]")).toEqual(["comma-missing"]);
		expect(codes("let a = [4]\nprint a [0]")).not.toEqual([]);
	});
	test("A drawing statement is its head, then its direction word or bare values, then phrases in any order, each at most once.", () => {
		expect(draws("rect size 4, 6 corner 1, 2")).toEqual(draws("rect corner 1, 2 size 4, 6"));
		expect(codes("circle centre 1, 2 radius 3 radius 4")).toEqual(["phrase-twice"]);
	});
	test("A phrase takes exactly its number of values.", () => {
		expect(codes("circle centre 1 radius 3")).toEqual(["value-too-few"]);
		expect(codes("circle centre 1, 2, 3 radius 3")).toEqual(["value-too-many"]);
		expect(sentence("rect corner 1, 2 size 5")).toContain("size W, H");
	});
	test("A comma before a phrase is an error whose fix removes it.", () => {
		expect(mended("circle centre 1, 2, radius 3")).toBe("circle centre 1, 2 radius 3");
	});
	test("Fixed words are never values.", () => {
		expect(reads("let left = 1\nturn left 90")).toBe(true);
		expect(codes('let c = "left"\ntext "a" at 1, 2 align c')).toEqual(["choice-unknown"]);
		expect(reads('let centre = 2\ntext "a" at 1, 2 align centre')).toBe(true);
	});
	test("`end` is alone on its line.", () => {
		expect(codes("repeat 2\nend repeat")).toEqual(["end-not-alone"]);
	});
	test("When ends don't match, an `end` belongs to the opener with its own indentation, and the one left over is named.", () => {
		expect(problems("repeat 4\n  if true\n    walk 5\n  turn left 90\nend").map((p) => [p.code, p.place.line])).toEqual(
			[["end-missing", 2]],
		);
		expect(problems("repeat 4\n  walk 5\nend\nend").map((p) => [p.code, p.place.line])).toEqual([["end-extra", 4]]);
	});
	test("`routine` or `each frame` met inside a block means that an `end` is missing before it.", () => {
		expect(problems("repeat 4\n  walk 5\nroutine f()\nend").map((p) => [p.code, p.data.before])).toEqual([
			["end-missing", 3],
		]);
		expect(problems("repeat 4\n  walk 5\neach frame\nend").map((p) => [p.code, p.data.before])).toEqual([
			["end-missing", 3],
		]);
	});
	test("A block whose first line is wrong still opens its block.", () => {
		expect(codes("repeat\n  walk 5\nend")).toEqual(["value-missing"]);
		expect(codes("for i from 1\n  walk 5\nend")).toEqual(["word-missing"]);
	});
});

describe("names", () => {
	test("Values and routines are two separate sets of names.", () => {
		expect(prints("routine boat()\n  return 3\nend\nlet boat = 4\nprint boat, boat()")).toEqual(["4 3"]);
		expect(prints("let red = 5\nprint red, blue")).toEqual(["5 #0000ff"]);
	});
	test("A routine may take the name of a statement or a built-in function and then hides it in calls.", () => {
		expect(prints('routine abs(n)\n  return "mine"\nend\nprint abs(-2)')).toEqual(["mine"]);
	});
	test("A name exists from its `let` to the end of its block.", () => {
		expect(codes("print a\nlet a = 1")).toEqual(["name-unknown"]);
		expect(codes("repeat 1\n  let a = 1\nend\nprint a")).toEqual(["name-ended"]);
		expect(prints("repeat 2\n  let a = 1\n  a = a + 1\n  print a\nend")).toEqual(["2", "2"]);
	});
	test("`let` of a name already visible is an error that offers to drop `let`.", () => {
		expect(codes("let a = 1\nrepeat 2\n  let a = 2\nend")).toEqual(["let-again"]);
		expect(mended("let a = 1\nlet a = 2")).toBe("let a = 1\na = 2");
	});
	test("A routine's values, loop names and names inside a routine may hide an outer one.", () => {
		expect(
			prints(
				"let a = 1\nroutine f(a)\n  let b = a\n  return b\nend\nlet b = 7\nfor a from 8 to 8\n  print a\nend\nprint f(3), a, b",
			),
		).toEqual(["8", "3 1 7"]);
	});
	test("Using a name of an ended block reports where it existed.", () => {
		expect(sentence("let x = 1\n\nif x == 1\n  let r = 2\nend\nprint r")).toContain(
			"“r” exists only in the if in lines 3 to 5",
		);
	});
	test("Changing an undeclared name is an error that shows the nearest name.", () => {
		expect(sentence("let side = 1\nsidee = 2")).toContain("“side”");
		expect(mended("gap = 2")).toBe("let gap = 2");
	});
	test("A name keeps the kind of its first value.", () => {
		expect(codes('let a = 1\na = "one"')).toEqual(["kind-changed"]);
		expect(codes('let a = [1]\na[0] = "one"')).toEqual([]);
	});
	test("A loop name can't be changed in its loop.", () => {
		expect(codes("for i from 1 to 3\n  i = 2\nend")).toEqual(["loop-name-set"]);
		expect(codes("for each i in [[1]]\n  add 2 to i\nend")).toEqual(["loop-name-set"]);
	});
	test("Bounds, step, count and list are computed once before the first pass.", () => {
		expect(prints("let n = 3\nfor i from 1 to n by n - 2\n  n = n + 1\nend\nprint n")).toEqual(["6"]);
		expect(prints("let n = 2\nrepeat n\n  n = n + 5\nend\nprint n")).toEqual(["12"]);
	});
	test("Routines are at top level, once each, and may call themselves.", () => {
		expect(prints("routine f(n)\n  if n < 2\n    return 1\n  end\n  return n * f(n - 1)\nend\nprint f(5)")).toEqual([
			"120",
		]);
		expect(codes("routine f()\nend\nroutine f()\nend")).toEqual(["routine-twice"]);
	});
	test("A routine sees the names declared at top level outside any block.", () => {
		expect(prints("let t = 1\nroutine f()\n  t = t + 1\nend\nrepeat 3\n  f()\n  t = t * 2\nend\nprint t")).toEqual([
			"22",
		]);
		expect(codes("repeat 1\n  let t = 1\n  f()\nend\nroutine f()\n  print t\nend")).toEqual(["name-unknown"]);
		expect(codes("f()\nlet t = 1\nroutine f()\n  print t\nend")).toEqual(["name-not-yet"]);
	});
	test("Too few or many values is a reading error.", () => {
		expect(reads("routine f(a, b)\nend\nf(1)")).toBe(false);
		expect(reads("routine f(a, b)\nend\nf(1, 2, 3)")).toBe(false);
	});
	test("A default may use the values before it.", () => {
		expect(prints("routine f(a, b = a * 2, c = a + b)\n  print a, b, c\nend\nf(1)\nf(1, 5)")).toEqual([
			"1 2 3",
			"1 5 6",
		]);
		expect(reads("routine f(a = b, b = 1)\nend")).toBe(false);
	});
	test("`return` outside a routine and `break` outside a loop are reading errors.", () => {
		expect([codes("return 1"), codes("break"), codes("routine f()\n  break\nend")]).toEqual([
			["return-outside"],
			["break-outside"],
			["break-outside"],
		]);
	});
	test("Neither `return` nor `break` may leave an `area` or `picture` block.", () => {
		expect(codes("repeat 2\n  area\n    break\n  end\nend")).toEqual(["leave-block"]);
		expect(codes("routine f()\n  picture p\n    return\n  end\nend")).toEqual(["leave-block"]);
		expect(codes("area\n  repeat 2\n    walk 5\n    break\n  end\nend")).toEqual([]);
	});
});

describe("lists", () => {
	test("`LIST[i] = VALUE` changes an item, also of a list in a list.", () => {
		expect(prints("let a = [1, 2]\na[1] = 5\nlet g = [[1, 2], [3, 4]]\ng[1][0] = 9\nprint a, g")).toEqual([
			"[1, 5] [[1, 2], [9, 4]]",
		]);
	});
	test("`add VALUE to LIST` puts one at the end.", () => {
		expect(prints("let a = []\nadd 1 to a\nadd [2] to a\nadd 3 to a[1]\nprint a")).toEqual(["[1, [2, 3]]"]);
	});
	test("`+` of two lists makes a new one.", () => {
		expect(prints("let a = [1]\nlet b = a + [2]\nb[0] = 7\nprint a, b")).toEqual(["[1] [7, 2]"]);
	});
	test("A list is a value like a number: storing or passing it gives a copy.", () => {
		expect(prints("let a = [1, 2]\nlet b = a\nb[0] = 9\nprint a, b")).toEqual(["[1, 2] [9, 2]"]);
		expect(
			prints("routine f(l)\n  l[0] = 5\n  return l\nend\nlet a = [1]\nlet b = f(a)\nb[0] = 6\nprint a, b, f(a)"),
		).toEqual(["[1] [6] [5]"]);
		expect(prints("let row = [0, 0]\nlet g = [row, row]\ng[0][0] = 1\nrow[1] = 2\nprint g, row")).toEqual([
			"[[1, 0], [0, 0]] [0, 2]",
		]);
		expect(prints("let a = [1]\nadd a to a\na[1][0] = 7\nprint a")).toEqual(["[1, [7]]"]);
	});
	test("An index is whole, 0 to length − 1.", () => {
		expect(prints("let a = [5, 6]\nprint a[0.1 * 10]")).toEqual(["6"]);
		expect(codes("let a = [5, 6]\nprint a[2]")).toEqual(["index-outside"]);
		expect(codes("let a = [5, 6]\nprint a[-1]")).toEqual(["index-outside"]);
		expect(codes("let a = [5, 6]\nprint a[0.5]")).toEqual(["not-whole"]);
	});
	test("`for each` goes over the list as it was when the loop began.", () => {
		expect(prints("let a = [1, 2]\nfor each v in a\n  add v * 10 to a\n  a[1] = 0\n  print v\nend\nprint a")).toEqual([
			"1",
			"2",
			"[1, 0, 10, 20]",
		]);
	});
});

describe("operators and functions", () => {
	test("`+` adds numbers, joins lists, and joins as text when either side is text.", () => {
		expect(prints('print 1 + 2, "a" + 1, 1 + "a", true + "!", [1] + "x", red + ""')).toEqual([
			"3 a1 1a true! [1]x #ff0000",
		]);
	});
	test("Other arithmetic and `< <= > >=` take numbers only.", () => {
		for (const sign of ["-", "*", "/", "mod", "^", "<", "<=", ">", ">="])
			expect(codes(`print 1 ${sign} "2"`)).toEqual(["kind-wrong"]);
	});
	test("Comparisons aren't chained.", () => {
		expect(codes("print 1 < 2 < 3")).toEqual(["compare-chain"]);
	});
	test("Text is never read as a number or a colour.", () => {
		expect(codes('walk "5"')).toEqual(["kind-wrong"]);
		expect(mended('fill "red"')).toBe("fill red");
	});
	test("`==` is exact: by value, colours by their four parts, lists item by item; different kinds are not equal.", () => {
		expect(
			prints(
				'print 0.1 + 0.2 == 0.3, "a" == "a", red == rgb(255, 0, 0), red == rgb(255, 0, 0, 0.5), [1, [2]] == [1, [2]], [1] == [1, 2], 1 == "1"',
			),
		).toEqual(["false true true false true false false"]);
	});
	test("`and or not` and conditions take true and false only, and `x == 3 or 4` shows `x == 3 or x == 4`.", () => {
		expect(codes("if 1\nend")).toEqual(["kind-wrong"]);
		expect(codes("print not 1")).toEqual(["kind-wrong"]);
		expect(mended("let x = 3\nif x == 3 or 4\nend")).toBe("let x = 3\nif x == 3 or x == 4\nend");
	});
	test("`^` goes from right to left and binds tighter than a minus before it.", () => {
		expect(prints("print 2 ^ 3 ^ 2, -2 ^ 2, 2 ^ -1")).toEqual(["512 -4 0.5"]);
	});
	test("`a mod b` has the sign of b.", () => {
		expect(prints("print -7 mod 3, 7 mod -3, 7 mod 3, -7 mod -3")).toEqual(["2 -2 1 -1"]);
	});
	test("A power or root without a real answer, a division by zero and a number that is not finite are running errors.", () => {
		const stop = (source: string) => [reads(source), ...codes(source)];
		expect(stop("print (0 - 8) ^ 0.5")).toEqual([true, "power-none"]);
		expect(stop("print sqrt(0 - 1)")).toEqual([true, "function-none"]);
		expect(stop("print 1 / (1 - 1)")).toEqual([true, "divide-zero"]);
		expect(stop("print 1 mod (1 - 1)")).toEqual([true, "divide-zero"]);
		expect(stop("let a = 10 ^ 300\nlet b = a * a")).toEqual([true, "not-finite"]);
	});
	test("−0 is 0 everywhere.", () => {
		expect(prints("let a = 0 * -1\nprint a, -0, round(-0.2), 0 == a")).toEqual(["0 0 0 true"]);
		const { coords } = runOf("go to 0 * -1, -0").tape;
		expect([...coords].some((c) => Object.is(c, -0))).toBe(false);
	});
	test("A count, index, number of sides or sheet size within 1e-9 of a whole number is that number.", () => {
		expect(prints("repeat 0.1 * 3 * 10\n  print 1\nend")).toEqual(["1", "1", "1"]);
		expect(runOf("sheet 0.1 * 3 * 1000, 200").tape.sheet.width).toBe(300);
		expect(draws("polygon sides 0.1 * 3 * 10 centre 0, 0 radius 5")[0]?.length).toBe(7);
	});
	test("Otherwise an error shows `floor( )` and `round( )`.", () => {
		expect(sentence("repeat 2.5\nend")).toMatch(/floor\( \).*round\( \)/);
	});
	test("`repeat` below 0 is an error.", () => {
		expect(codes("repeat 0\nend")).toEqual([]);
		expect(codes("repeat -1\nend")).toEqual(["count-negative"]);
	});
	test("`for` makes `floor((B − A) / S + 1e-9) + 1` passes, none if below 1.", () => {
		const passes = (head: string) => prints(`let n = 0\nfor i from ${head}\n  n = n + 1\nend\nprint n`)[0];
		expect(["0 to 1 by 0.1", "1 to 5", "5 to 1", "5 to 1 by -2", "0 to 0.9", "1 to 1"].map(passes)).toEqual([
			"11",
			"5",
			"0",
			"3",
			"1",
			"1",
		]);
	});
	test("Pass k of a `for` has the value `A + k * S`.", () => {
		expect(prints("for i from 0 to 1 by 0.1\n  if i == 3 * 0.1\n    print i\n  end\nend")).toEqual(["0.3"]);
	});
	test("`by 0` is an error.", () => {
		expect(codes("for i from 1 to 3 by 0\nend")).toEqual(["by-zero"]);
	});
	test("`round` takes halves away from zero.", () => {
		expect(prints("print round(0.5), round(-0.5), round(2.5), round(-2.4)")).toEqual(["1 -1 3 -2"]);
	});
	test("Sine, cosine and tangent are in degrees, exact at multiples of 30 and 45, and `tan(90)` is an error.", () => {
		expect(
			prints("print sin(30) == 0.5, cos(60) == 0.5, tan(45) == 1, sin(180) == 0, cos(270) == 0, asin(0.5), atan(1)"),
		).toEqual(["true true true true true 30 45"]);
		expect(codes("print tan(90)")).toEqual(["function-none"]);
	});
	test("`angle(dx, dy)` is the facing, as seen, that goes dx along x and dy along y.", () => {
		expect(prints("print angle(0, 5), angle(5, 5)")).toEqual(["270 315"]);
		expect(prints("sheet 100, 100 origin centre\nprint angle(0, 5), angle(5, 5)")).toEqual(["90 45"]);
		expect(draws("face angle(30, 40)\nwalk 50")).toEqual([["segment", 200, 150, 230, 190]]);
	});
	test("`random(lo, hi)` is whole when both ends are whole, and both ends are possible.", () => {
		const rolls = new Set(prints("repeat 200\n  print random(1, 3)\nend"));
		expect([...rolls].sort()).toEqual(["1", "2", "3"]);
		expect(prints("let r = random(0.5, 1)\nprint r >= 0.5 and r <= 1, r == floor(r)")).toEqual(["true false"]);
	});
	test("`choose(list)` gives one of its items, `length` the number of items or characters.", () => {
		const chosen = new Set(prints('repeat 100\n  print choose(["a", "b"])\nend'));
		expect([...chosen].sort()).toEqual(["a", "b"]);
		expect(prints('print length([1, [2, 3]]), length("größe"), length("")')).toEqual(["2 5 0"]);
		expect(codes("print choose([])")).toEqual(["choose-empty"]);
	});
	test("`rgb(r, g, b)` takes 0 to 255, rounded, `rgb(v)` is a grey, and a fourth value is the opacity.", () => {
		expect(prints("print rgb(254.6, 0, 300), rgb(128), rgb(255, 0, 0, 0.5)")).toEqual(["#ff00ff #808080 #ff000080"]);
		expect(codes("print rgb(1, 2)")).toEqual(["call-count"]);
	});
	test("`hsl(h, s, l)` wraps its hue at 360.", () => {
		expect(prints("print hsl(0, 100, 50), hsl(480, 100, 50), hsl(-240, 100, 50)")).toEqual(["#ff0000 #00ff00 #00ff00"]);
	});
	test("Random numbers come from the run's seed (1 by default), by xoshiro128** 1.1 with its state filled by splitmix32.", () => {
		const source = "print random(1, 1000000), random(1, 1000000)";
		expect(prints(source)).toEqual(prints(source, { seed: 1 }));
		expect(prints(source, { seed: 2 })).not.toEqual(prints(source));
	});
	test("A run may be given values for names that a `let` at top level declares; they replace that `let`'s value after it has been computed.", () => {
		const source =
			'let gap = random(1, 1000000)\nlet ink = red\nlet word = "a"\nlet n = random(1, 1000000)\nprint gap, ink, word, n';
		const [plain] = prints(source);
		const [given] = prints(source, { given: { gap: 5, ink: "blue", word: "b" } });
		expect(given).toBe(`5 #0000ff b ${plain?.split(" ").at(-1)}`);
		expect(() => runOf(source, { given: { nothing: 1 } })).toThrow("nothing");
		expect(() => runOf(source, { given: { gap: "x" } })).toThrow("number");
	});
	test("Colours are every CSS Color 4 name in any case, `#rgb`, `#rrggbb`, `#rrggbbaa`, `rgb`, `hsl` and `none`.", () => {
		for (const name of COLOUR_NAMES) expect(reads(`fill ${name}`)).toBe(true);
		expect(COLOUR_NAMES.length).toBeGreaterThanOrEqual(148);
		expect(prints("print LightBlue, #f80, #ff8800, #ff880080, none, grey == gray")).toEqual([
			"#add8e6 #ff8800 #ff8800 #ff880080 none true",
		]);
		expect(reads("fill #ff88")).toBe(false);
	});
	test("Numbers as text have 10 significant digits, no zeros at the end, and no exponent from 0.000001 to 1e15.", () => {
		expect(prints("print 0.1 + 0.2, 1 / 3, 2 / 3 * 1000, 0.000001, 10 ^ 15, 1.50")).toEqual([
			"0.3 0.3333333333 666.6666667 0.000001 1000000000000000 1.5",
		]);
	});
	test('Colours print as `#rrggbb`, lists as `[1, "a"]`, pictures as `picture 80 by 40`.', () => {
		expect(prints('picture p size 80, 40\nend\nprint [1, "a"], [[red], "say ""b"""], p')).toEqual([
			'[1, "a"] [[#ff0000], "say ""b"""] picture 80 by 40',
		]);
	});
	test("`print` puts one space between values.", () => {
		expect(prints('print 1, "", "x"')).toEqual(["1  x"]);
	});
	test("`pen.x`, `pen.y`, `pen.facing`, `pen.width`, `pen.colour`, `pen.fill`, `pen.down`, `sheet.width`, `sheet.height` and `frame.number` can be read and never set.", () => {
		expect(
			prints(
				"pen up\nfill red\nprint pen.x, pen.y, pen.facing, pen.width, pen.colour, pen.fill, pen.down, sheet.width, sheet.height, frame.number",
			),
		).toEqual(["200 150 0 2 #000000 #ff0000 false 400 300 0"]);
		for (const name of ["pen.x", "sheet.width", "frame.number"]) expect(codes(`${name} = 5`)).toEqual(["property-set"]);
		expect(sentence("pen.x = 5")).toContain("go to");
	});
	test("`.width` and `.height` can be read of any picture.", () => {
		expect(
			prints("picture p size 80, 40\nend\nlet all = [p]\nprint p.width, p.height, all[0].width, turned(p, 90).width"),
		).toEqual(["80 40 80 40"]);
	});
});
