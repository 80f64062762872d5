import { describe, expect, test } from "vitest";
import { draw } from "../../draw.ts";
import { CLASS_LIMITS } from "../../limits/limits.ts";
import { tapeChecksum } from "../../tape/binary.ts";
import { ENTRY } from "../../tape/layout.ts";
import { coordinate, messagesOf, routineOf, styleOf, type Tape } from "../../tape/tape.ts";
import type { Run, RunOptions } from "../run.ts";
import { read } from "./read.ts";
import { run } from "./runner.ts";

function runOf(source: string, options: RunOptions = {}): Run {
	const reading = read(source);
	if (!reading.ok) throw new Error(`it doesn't read: ${JSON.stringify(reading.problems)}`);
	return run(reading.checked, options);
}

/** What a program prints, line by line. */
function printed(source: string, options: RunOptions = {}): string[] {
	const result = runOf(source, options);
	expect(result.problem).toBeUndefined();
	return messagesOf(result.tape).map((m) => m.text);
}

function entries(tape: Tape, kind: number): number[] {
	return [...tape.kind].map((k, i) => (k === kind ? i : -1)).filter((i) => i >= 0);
}

describe("at the start of a run", () => {
	test("the pen is in the middle of the sheet, facing 0, down, black, 2 wide; there is no fill", () => {
		expect(printed("print pen.x, pen.y, pen.facing, pen.down, pen.colour, pen.width, pen.fill")).toEqual([
			"200 150 0 true #000000 2 none",
		]);
		expect(printed("sheet 200, 100 origin centre\nprint pen.x, pen.y, sheet.width, sheet.height")).toEqual([
			"0 0 200 100",
		]);
		expect(printed("sheet 200, 100 origin bottom left\nprint pen.x, pen.y")).toEqual(["100 50"]);
	});

	test("every run starts from this, whatever ran before", () => {
		runOf("pen up\npen colour red width 9\ngo to 1, 1");
		expect(printed("print pen.x, pen.down, pen.width")).toEqual(["200 true 2"]);
	});
});

describe("values", () => {
	test.each([
		["-2 ^ 2", "-4"],
		["2 ^ -1", "0.5"],
		["2 ^ 3 ^ 2", "512"],
		["7 mod -3", "-2"],
		["-7 mod 3", "2"],
		["0.1 + 0.2", "0.3"],
		["10 / 4 * 2", "5"],
		["1 + 2 * 3", "7"],
		["(1 + 2) * 3", "9"],
		["round(2.5) + round(-2.5)", "0"],
		["floor(-1.5)", "-2"],
		["max(3, 9, 4) - min(3, 9, 4)", "6"],
		["sqrt(2) ^ 2", "2"],
		["sin(30)", "0.5"],
		["angle(0, -5)", "90"],
		['"a" + 1 + 2', "a12"],
		['1 + 2 + "a"', "3a"],
		["1 < 2 and not 3 == 4", "true"],
		["red == #ff0000", "true"],
		["rgb(255, 0, 0) == red", "true"],
		['"1" == 1', "false"],
		["none", "none"],
		["tan(45) + asin(1) + acos(1) + atan(0)", "91"],
	])("%s is %s", (value, wanted) => {
		expect(printed(`print ${value}`)).toEqual([wanted]);
	});

	test("and, or evaluate their right side only if it matters", () => {
		expect(
			printed("let x = 0\nif x == 0 or 1 / x > 2\n  print 1\nend\nif x != 0 and 1 / x > 2\n  print 2\nend"),
		).toEqual(["1"]);
	});

	test("a call on the right doesn't change what was read on the left", () => {
		expect(printed("let n = 1\nroutine f()\n  n = n + 10\n  return n\nend\nprint n + f()\nprint f() + n")).toEqual([
			"12",
			"42",
		]);
	});
});

describe("names and blocks", () => {
	test("a routine sees the names of the top level, and its own values hide them", () => {
		expect(
			printed("let a = 1\nroutine f(a)\n  return a * 2\nend\nroutine g()\n  return a\nend\nprint f(5), g()"),
		).toEqual(["10 1"]);
	});

	test("a default may use the values before it", () => {
		expect(printed("routine f(a, b = a * 2)\n  return a + b\nend\nprint f(1), f(1, 1)")).toEqual(["3 2"]);
	});

	test("for includes both ends, counts in steps that add up exactly, and makes no pass over an empty range", () => {
		expect(printed("for i from 1 to 3\n  print i\nend")).toEqual(["1", "2", "3"]);
		expect(printed("let n = 0\nfor i from 0 to 1 by 0.1\n  n = n + 1\nend\nprint n")).toEqual(["11"]);
		expect(printed("for i from 3 to 1 by -1\n  print i\nend")).toEqual(["3", "2", "1"]);
		expect(printed("for i from 3 to 1\n  print i\nend\nprint 9")).toEqual(["9"]);
	});

	test("break leaves the nearest loop, and its passes are counted", () => {
		const source =
			"let n = 0\nrepeat 10\n  repeat 100000\n    n = n + 1\n    if n mod 3 == 0\n      break\n    end\n  end\nend\nprint n";
		expect(printed(source)).toEqual(["30"]);
		expect(runOf(source).steps).toBe(40);
	});

	test("a routine may call itself, and return leaves it", () => {
		expect(printed("routine f(n)\n  if n < 2\n    return 1\n  end\n  return n * f(n - 1)\nend\nprint f(10)")).toEqual([
			"3628800",
		]);
	});

	test("words of statements are free as names where no statement is due", () => {
		expect(printed("let size = 30\nlet line = size * 2\nrect corner size, line size size, size\nprint line")).toEqual([
			"60",
		]);
	});

	test("a name of any alphabet is read", () => {
		expect(printed("let größe = 3\nlet höhe = größe * 2\nprint höhe")).toEqual(["6"]);
	});
});

describe("walking", () => {
	test("left is anticlockwise as seen, in every origin", () => {
		for (const [origin, y] of [
			["top left", 40],
			["centre", 10],
			["bottom left", 60],
		] as const) {
			expect(printed(`sheet 100, 100 origin ${origin}\nturn left 90\nwalk 10\nprint pen.y`)).toEqual([String(y)]);
		}
	});

	test("with the pen up, moves are recorded as travel", () => {
		const { tape } = runOf("pen up\nwalk 10\npen down\nwalk 10\npen none\nwalk 10");
		expect(entries(tape, ENTRY.travel).length).toBe(2);
		expect(entries(tape, ENTRY.segment).length).toBe(1);
	});

	test("a square of whole turns ends exactly where it began, ten thousand times", () => {
		const { tape } = runOf("repeat 10000\n  walk 50\n  turn left 90\nend");
		expect([tape.pen.x, tape.pen.y, tape.pen.facing]).toEqual([200, 150, 0]);
	});

	test("face toward looks at a place", () => {
		expect(printed("face toward 200, 0\nprint pen.facing\nface toward 0, 150\nprint pen.facing")).toEqual([
			"90",
			"180",
		]);
	});
});

describe("the tape", () => {
	test("placed shapes keep their exact form, in the paint of the moment", () => {
		const { tape } = runOf(
			"fill red\npen colour navy width 3\nrect corner 10, 20 size 30, 40\ncircle centre 5, 6 diameter 8",
		);
		const [rect, circle] = [entries(tape, ENTRY.rect)[0] as number, entries(tape, ENTRY.ellipse)[0] as number];
		expect([0, 1, 2, 3, 4, 5].map((i) => coordinate(tape, rect, i))).toEqual([25, 40, 30, 40, 0, 0]);
		expect([0, 1, 2, 3].map((i) => coordinate(tape, circle, i))).toEqual([5, 6, 4, 4]);
		expect(styleOf(tape, rect)).toEqual({ ink: 0x000080ff, width: 3, fill: 0xff0000ff });
		expect(tape.line[rect]).toBe(3);
	});

	test("what a routine draws belongs to its call, and calls that draw nothing leave no trace", () => {
		const { tape } = runOf("routine f(n)\n  if n > 0\n    walk 5\n    f(n - 1)\n  end\nend\nf(2)\nf(0)\nwalk 1");
		expect(entries(tape, ENTRY.callBegin).length).toBe(2);
		expect(entries(tape, ENTRY.callEnd).length).toBe(2);
		expect(entries(tape, ENTRY.segment).map((i) => routineOf(tape, i))).toEqual(["f", "f", undefined]);
	});

	test("the same program and seed give the same tape; another seed another", () => {
		const source = "repeat 20\n  walk random(1, 50)\n  turn left random(0, 359)\nend";
		const [a, b, c] = [1, 1, 2].map((seed) => [...runOf(source, { seed }).tape.coords]);
		expect(a).toEqual(b);
		expect(a).not.toEqual(c);
	});

	test("random numbers with whole ends are whole, and both ends come up", () => {
		const found = new Set(printed("repeat 200\n  print random(1, 4)\nend"));
		expect([...found].sort()).toEqual(["1", "2", "3", "4"]);
	});

	test("the exercise's sheet wins, with a remark", () => {
		const result = runOf("sheet 100, 100\nwalk 5", { sheet: { width: 400, height: 300, origin: "centre" } });
		expect(result.tape.sheet.width).toBe(400);
		expect(result.remarks.map((r) => [r.code, r.place.line])).toEqual([["sheet-overruled", 1]]);
	});
});

describe("limits", () => {
	const limits = { ...CLASS_LIMITS, steps: 100_000 };

	test("the stop falls on exactly the step after the last allowed one", () => {
		expect(runOf("repeat 100000\n  walk 0\nend", { limits: { ...limits, entries: 200_000 } }).ended).toBe("whole");
		const over = runOf("let n = 0\nrepeat 100001\n  n = n + 1\nend", { limits });
		expect([over.ended, over.problem?.code, over.steps]).toEqual(["stopped", "limit-steps", 100_000]);
		const mixed = runOf("let n = 0\nrepeat 1000\n  repeat 99\n    n = n + 1\n  end\nend\nprint n", { limits });
		expect([mixed.ended, mixed.steps]).toEqual(["whole", 100_000]);
	});

	test("a stopped run keeps what it recorded", () => {
		const result = runOf("rect corner 1, 1 size 5, 5\nwhile true\n  let x = 1\nend", { limits });
		expect(result.ended).toBe("stopped");
		expect(entries(result.tape, ENTRY.rect).length).toBe(1);
	});

	test("an endless loop and a text that doubles end by counting, with their drawing so far", () => {
		for (const source of [
			"walk 9\nwhile true\nend",
			'walk 9\nlet t = "ab"\nwhile true\n  t = t + t\nend',
			"walk 9\nlet x = 1\nwhile true\n  x = x + 1\nend",
		]) {
			const result = runOf(source);
			expect(result.ended).toBe("stopped");
			expect(entries(result.tape, ENTRY.segment).length).toBe(1);
		}
	});

	test("the caller's stop ends a run within the next steps, keeping its drawing", () => {
		const huge = { ...CLASS_LIMITS, steps: 1e9 };
		for (const source of [
			"walk 9\nwhile true\nend",
			"walk 9\nlet x = 0\nrepeat 900000000\n  x = x + 1\nend",
			"walk 9\nroutine f()\nend\nwhile true\n  f()\nend",
		]) {
			let asked = 0;
			const result = runOf(source, { limits: huge, stop: () => ++asked > 3 });
			expect(result.ended).toBe("clock");
			expect(result.steps).toBeLessThan(5 * 65_536 + 16_384);
			expect(result.tape.length).toBe(1);
		}
	});

	test("a program with long passes is asked more often, so that its time doesn't run away", () => {
		const long = `walk 9\nlet x = 0.5\nrepeat 900000000\n${"  x = sin(x * 57) + cos(x * 31)\n".repeat(2_000)}end`;
		let asked = 0;
		const result = runOf(long, { limits: { ...CLASS_LIMITS, steps: 1e9 }, stop: () => ++asked > 3 });
		expect([result.ended, result.tape.length]).toEqual(["clock", 1]);
		expect(result.steps).toBeLessThan(5_000);
	});

	test("a thousand nested calls are allowed, one more isn't", () => {
		const source = (depth: number) => `routine f(n)\n  if n > 1\n    f(n - 1)\n  end\nend\nf(${depth})`;
		expect(runOf(source(1000)).ended).toBe("whole");
		expect(runOf(source(1001)).problem?.code).toBe("limit-calls");
	});
});

test("no text of a program reaches the generated code", () => {
	for (const name of [
		"constructor",
		"__proto__",
		"toString",
		"hasOwnProperty",
		"m",
		"k",
		"s",
		"f",
		"g",
		"eval",
		"arguments",
		"globalThis",
		"let1",
	]) {
		expect(
			printed(
				`let ${name} = 5\nroutine ${name}2(${name})\n  return ${name} + 1\nend\nprint ${name}, ${name}2(${name})`,
			),
		).toEqual(["5 6"]);
	}
	const dollar = "$";
	expect(printed(`print "\\", "'; throw 1; //", "${dollar}{1}", "\u2028"`)).toEqual([
		`\\ '; throw 1; // ${dollar}{1} \u2028`,
	]);
});

describe("exactness", () => {
	test.each([90, 60, 45, 30, 72, 120, 36])(
		"turns of %i degrees close to within 1e-9 after 10,000 rounds, from any length",
		(angle) => {
			for (const length of [77.7, 1 / 3]) {
				const limits = { ...CLASS_LIMITS, entries: 1_000_000 };
				const { tape } = runOf(
					`repeat ${(10_000 * 360) / angle}\n  walk ${length.toFixed(15)}\n  turn left ${angle}\nend`,
					{ limits },
				);
				expect(Math.abs(tape.pen.x - 200)).toBeLessThan(1e-9);
				expect(Math.abs(tape.pen.y - 150)).toBeLessThan(1e-9);
				expect(tape.pen.facing).toBe(0);
			}
		},
	);

	test("walk 0.1 ten times is one side of 1", () => {
		const { figures } = draw("repeat 10\n  walk 0.1\nend").drawing;
		expect(figures.map((f) => [f.kinds[0], f.sides.map((s) => Math.round(s * 1e9) / 1e9)])).toEqual([["line", [1]]]);
	});

	test("a curve of whole turns ends exactly where it began, and the facing changes by exactly the sweep", () => {
		for (const sweep of [360, -360, 720]) {
			const { pen } = runOf(`face 17\ncurve left radius 31.7 sweep ${sweep}`).tape;
			expect([pen.x, pen.y, pen.facing]).toEqual([200, 150, 17]);
		}
		expect(runOf("curve right radius 50 sweep 90").tape.pen.facing).toBe(270);
		expect(runOf("curve left radius 50 sweep -90").tape.pen).toMatchObject({ facing: 270, x: 150 });
	});
});

test("watched names tell every change with step, line and value, and nothing else of the run changes", () => {
	const source =
		"let n = 1\nroutine f(n)\n  n = n + 1\nend\nfor i from 1 to 2\n  n = n * 2\n  f(n)\n  walk n\nend\nlet list = [1]\nadd n to list";
	const { watched, tape } = runOf(source, { watch: ["n", "i", "list"] });
	expect(
		watched?.changes.map(({ name, line, step, value, entry }) => `${name} ${line} ${step} ${value} ${entry}`),
	).toEqual([
		"n 1 0 1 0",
		"i 5 1 1 0",
		"n 6 1 2 0",
		"n 2 2 2 0",
		"n 3 2 3 0",
		"i 5 3 2 1",
		"n 6 3 4 1",
		"n 2 4 4 1",
		"n 3 4 5 1",
		"list 10 4 [1] 2",
		"list 11 4 [1, 4] 2",
	]);
	expect(tapeChecksum(tape)).toBe(tapeChecksum(runOf(source).tape));
	expect(runOf(source).watched).toBeUndefined();
});

test("more changes than are kept are counted", () => {
	const { watched } = runOf("let n = 0\nrepeat 30000\n  n = n + 1\nend", { watch: ["n"] });
	expect([watched?.changes.length, watched?.leftOut]).toEqual([20_000, 10_001]);
});

test("a whole arc is whole, one that ends where it begins has no sweep, and angles are as seen on an ellipse too", () => {
	const arc = (words: string) =>
		[...runOf(`arc centre 0, 0 ${words}`).tape.coords].slice(5).map((v) => Math.round(v * 1e6) / 1e6);
	expect(arc("radius 9 from 0 to 720")).toEqual([0, 360, 0]);
	expect(arc("radius 9 from 350 to 10")).toEqual([350, 20, 0]);
	expect(arc("radius 9 from 10 to 10 closed sector")).toEqual([10, 0, 1]);
	// The direction of 45 degrees meets an ellipse twice as wide as high where tan t = 2.
	expect(arc("size 40, 20 from 45 to 90 closed segment")).toEqual([63.434949, 26.565051, 2]);
});
