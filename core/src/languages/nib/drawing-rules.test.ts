import { describe, expect, test } from "vitest";
import { codes, drawn, draws, prints, problems, remarks, runOf } from "../../../../tests/nib-rules.ts";
import { CLASS_LIMITS } from "../../limits/limits.ts";
import { textWidth } from "../../tape/lettering.ts";
import { areasOf, styleOf } from "../../tape/tape.ts";
import { entryName } from "../../tape/tape-problem.ts";

/** Each test is named as docs/language.md says it; a test of the docs holds the two together both ways. */

const BOAT = "picture boat\n  go to 40, 0\n  go to 20, 30\nend\n";

describe("the start of a run", () => {
	test("Every run starts with white paper, whatever ran before.", () => {
		runOf("paper red\nfill blue");
		expect(draws("wipe")).toEqual([["wipe"]]);
		expect(styleOf(runOf("wipe").tape, 0).fill).toBe(0xffffffff);
	});
	test("The pen starts in the middle of the sheet, facing 0, down, black and 2 wide, and there is no fill.", () => {
		expect(prints("sheet 300, 100\nprint pen.x, pen.y, pen.facing, pen.down, pen.colour, pen.width, pen.fill")).toEqual(
			["150 50 0 true #000000 2 none"],
		);
		expect(prints("sheet 300, 100 origin centre\nprint pen.x, pen.y")).toEqual(["0 0"]);
	});
	test("Pen and fill last until they are changed, through calls, loops and frames.", () => {
		const source =
			"routine f()\n  pen colour red\n  fill blue\nend\nrepeat 1\n  f()\nend\neach frame\n  print pen.colour, pen.fill\n  pen colour green\nend";
		expect(prints(source, { frames: 2 })).toEqual(["#ff0000 #0000ff", "#008000 #0000ff"]);
	});
	test("0 is to the right and 90 up as seen, and left is anticlockwise as seen, in every origin.", () => {
		expect(draws("turn left 90\nwalk 10")).toEqual([["segment", 200, 150, 200, 140]]);
		for (const origin of ["centre", "bottom left"]) {
			const [first] = draws(
				`sheet 400, 300 origin ${origin}\ngo to 0, 0\nface 90\nwalk 10\nturn right 90\nwalk 5`,
			).slice(1);
			expect(first).toEqual(["segment", 0, 0, 0, 10]);
		}
	});
	test("Placed shapes don't move the pen, and are drawn with the pen up too.", () => {
		expect(draws("pen up\nrect corner 5, 5 size 9, 9\nwalk 10").map(([name]) => name)).toEqual(["rect", "travel"]);
		expect(prints("circle centre 5, 5 radius 9\nprint pen.x, pen.y")).toEqual(["200 150"]);
	});
	test("The exercise's sheet wins, with a remark if the program's differs.", () => {
		const sheet = { width: 100, height: 80, origin: "centre" } as const;
		expect(runOf("sheet 300, 200", { sheet }).tape.sheet).toEqual(sheet);
		expect(remarks("sheet 300, 200", { sheet })).toEqual(["sheet-overruled"]);
		expect(remarks("sheet 100, 80 origin centre", { sheet })).toEqual([]);
	});
});

describe("areas", () => {
	test("Every move inside an area, pen up or down, adds to one outline that starts where the pen is.", () => {
		const { tape } = runOf(
			"fill red\narea\n  walk 40\n  pen up\n  go to 200, 100\n  pen down\n  curve left radius 10 sweep 90\nend",
		);
		const [area] = areasOf(tape);
		expect(area?.moves.map((m) => entryName(tape.kind[m] as number))).toEqual(["segment", "travel", "curve"]);
		expect(drawn(tape)[0]).toEqual(["areaBegin", 200, 150]);
	});
	test("At its `end` the outline is closed and filled with the fill in force then, under what was walked inside.", () => {
		const { tape } = runOf("fill red\narea\n  walk 40\n  fill blue\n  turn left 90\n  walk 40\nend\nfill green");
		const [area] = areasOf(tape);
		expect(styleOf(tape, area?.end as number).fill).toBe(0x0000ffff);
		expect(area?.under).toBe(area?.begin);
	});
	test("The closing edge has no ink.", () => {
		expect(draws("area\n  walk 40\n  turn left 90\n  walk 40\nend").filter(([name]) => name === "segment").length).toBe(
			2,
		);
	});
	test("There is no area in an area.", () => {
		expect(codes("area\n  area\n  end\nend")).toEqual(["area-inside"]);
		expect(codes("routine f()\n  area\n    walk 5\n  end\nend\narea\n  f()\nend")).toEqual(["area-inside"]);
		expect(codes("area\n  walk 5\n  picture p\n    area\n      walk 5\n    end\n  end\n  lay p at 5, 5\nend")).toEqual(
			[],
		);
	});
	test("After a running error an open area is closed and filled.", () => {
		const { tape, problem } = runOf("fill red\narea\n  walk 40\n  turn left 90\n  walk 40\n  walk 1 / (1 - 1)\nend");
		expect([problem?.code, areasOf(tape).length]).toEqual(["divide-zero", 1]);
	});
});

describe("pictures", () => {
	test("A picture block runs when the program comes to it and declares its name in the surrounding block.", () => {
		expect(prints("let n = 1\npicture p\n  n = 2\n  walk 5\nend\nprint n, p.width")).toEqual(["2 5"]);
		expect(codes("repeat 1\n  picture p\n  end\nend\nprint p")).toEqual(["name-ended"]);
		expect(draws("picture p\n  walk 5\nend")).toEqual([]);
	});
	test("It has its own pen, fill and paper, which start like a run's; without a size the pen starts at 0, 0.", () => {
		const source =
			"fill red\npen up\npen colour blue width 9\nface 90\ngo to 5, 6\npicture p\n  print pen.x, pen.y, pen.facing, pen.down, pen.colour, pen.width, pen.fill\n  pen colour green\nend\nprint pen.x, pen.y, pen.facing, pen.down, pen.colour, pen.width, pen.fill";
		expect(prints(source)).toEqual(["0 0 0 true #000000 2 none", "5 6 90 false #0000ff 9 #ff0000"]);
		expect(prints("picture p size 60, 40\n  print pen.x, pen.y\nend")).toEqual(["30 20"]);
	});
	test("With a size, 0, 0 is its own top left, middle or bottom left like the sheet's origin.", () => {
		const at = (origin: string) =>
			draws(`sheet 400, 300 origin ${origin}\npicture p size 60, 40\n  dot at 0, 0\nend\nlay p at 100, 100`)[1];
		expect([at("top left"), at("centre"), at("bottom left")]).toEqual([
			["dot", 70, 80, 2],
			["dot", 100, 100, 2],
			["dot", 70, 80, 2],
		]);
	});
	test("With a size, `paper` is a rect of that size without outline; without one it is an error that asks for the size.", () => {
		const { tape } = runOf("picture p size 60, 40\n  paper red\nend\nlay p at 100, 100");
		expect(drawn(tape)[1]).toEqual(["rect", 100, 100, 60, 40, 0, 0]);
		expect(styleOf(tape, 1)).toMatchObject({ ink: -1, fill: 0xff0000ff });
		expect(codes("picture p\n  paper red\nend")).toEqual(["paper-unsized"]);
	});
	test("Without a size the picture's box is that of what was drawn, without half the pen's width.", () => {
		expect(prints(`${BOAT}print boat`)).toEqual(["picture 40 by 30"]);
		expect(prints("picture p\n  pen width 20\n  circle centre 50, 50 radius 10\nend\nprint p")).toEqual([
			"picture 20 by 20",
		]);
		expect(prints("picture p\n  curve left radius 10 sweep 180\nend\nprint p")).toEqual(["picture 10 by 20"]);
		expect(prints("picture p\n  pen up\n  walk 50\nend\nprint p")).toEqual(["picture 0 by 0"]);
	});
	test("Nothing is cut off at a picture's edge.", () => {
		expect(draws("picture p size 10, 10\n  walk 90\nend\nlay p at 100, 100")[1]).toEqual([
			"segment",
			100,
			100,
			190,
			100,
		]);
	});
	test("`lay` puts a picture's middle at a place; `enlarged` takes lines and text with it.", () => {
		expect(draws(`${BOAT}lay boat at 100, 100`).slice(1, 3)).toEqual([
			["segment", 80, 85, 120, 85],
			["segment", 120, 85, 100, 115],
		]);
		const { tape } = runOf(
			'picture p\n  pen width 3\n  walk 10\n  text "a" at 0, 0 size 8\nend\nlay p at 100, 100 enlarged 2',
		);
		expect(styleOf(tape, 1).width).toBe(6);
		expect(drawn(tape)[2]?.[3]).toBe(16);
	});
	test("`row` joins pictures left to right with their middles level, and a number is a gap.", () => {
		const source =
			"picture a size 20, 10\n  dot at 10, 5\nend\npicture b size 30, 40\n  dot at 15, 20\nend\nlet r = row(a, 10, b)\nprint r\nlay r at 100, 100";
		expect(prints(source)).toEqual(["picture 60 by 40"]);
		expect(draws(source).filter(([name]) => name === "dot")).toEqual([
			["dot", 80, 100, 2],
			["dot", 115, 100, 2],
		]);
	});
	test("`column` joins pictures from the top down.", () => {
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
	test("`layers` puts the first on top, with middles together.", () => {
		const source =
			"picture a size 20, 10\n  paper red\nend\npicture b size 40, 30\n  paper blue\nend\nlay layers(a, b) at 50, 50";
		expect(draws(source).filter(([name]) => name === "rect")).toEqual([
			["rect", 50, 50, 40, 30, 0, 0],
			["rect", 50, 50, 20, 10, 0, 0],
		]);
	});
	test("`turned`, `enlarged` and `mirrored` change a picture about the middle of its box; mirrored letters are mirrored.", () => {
		const laid = (change: string) =>
			draws(`picture p size 40, 20\n  line from 0, 0 to 10, 0\nend\nlay ${change} at 100, 100`)[1];
		expect(laid("p")).toEqual(["line", 80, 90, 90, 90]);
		expect(laid("turned(p, 90)")).toEqual(["line", 90, 120, 90, 110]);
		expect(laid("enlarged(p, 2)")).toEqual(["line", 60, 80, 80, 80]);
		expect(laid("mirrored(p)")).toEqual(["line", 120, 90, 110, 90]);
		const text = (change: string) =>
			draws(`picture p size 40, 20\n  text "a" at 10, 10\nend\nlay ${change} at 100, 100`)[1];
		expect(
			prints(
				"picture p size 40, 20\nend\nlet q = turned(p, 90)\nlet t = p\nrepeat 360\n  t = turned(t, 1)\nend\nprint q, t",
			),
		).toEqual(["picture 20 by 40 picture 40 by 20"]);
		expect([text("mirrored(p)")?.[7], text("mirrored(mirrored(p))")?.[7]]).toEqual([1, 0]);
	});
	test("After a running error an open picture is dropped.", () => {
		const { tape, problem } = runOf("walk 5\npicture p\n  walk 9\n  walk 1 / (1 - 1)\nend");
		expect([problem?.code, drawn(tape)]).toEqual(["divide-zero", [["segment", 200, 150, 205, 150]]]);
	});
});

describe("frames", () => {
	const frames = (source: string, count: number) => runOf(source, { frames: count });
	test("`each frame` comes last at top level, apart from routines.", () => {
		expect(codes("each frame\n  walk 1\nend\nroutine f()\nend")).toEqual([]);
		expect(codes("each frame\n  walk 1\nend\nwalk 5")).toEqual(["frames-not-last"]);
		expect(codes("each frame\nend\neach frame\nend")).toEqual(["frames-again"]);
	});
	test("The statements before the frames run once and are frame 0; then come as many frames as the caller says, 120 by default.", () => {
		const { tape } = frames("walk 1\neach frame\n  walk 2\nend", 2);
		expect([...tape.frame]).toEqual([0, 1, 1, 2, 2]);
		expect(runOf("each frame\n  walk 1\nend").frames).toBe(120);
		expect(prints("each frame\n  print frame.number\nend", { frames: 3 })).toEqual(["1", "2", "3"]);
	});
	test("Nothing is wiped or reset between frames.", () => {
		expect(frames("pen colour red\neach frame\n  walk 5\nend", 2).tape.pen.x).toBe(210);
	});
	test("A name declared inside the frames starts again in each frame, one declared outside keeps its value.", () => {
		expect(
			prints("let out = 0\neach frame\n  let in = 0\n  out = out + 1\n  in = in + 1\n  print out, in\nend", {
				frames: 2,
			}),
		).toEqual(["1 1", "2 1"]);
	});
	test("`break` outside an inner loop makes this frame the last.", () => {
		expect(
			frames("each frame\n  repeat 2\n    break\n  end\n  if frame.number == 3\n    break\n  end\n  walk 1\nend", 9)
				.frames,
		).toBe(3);
	});
});

describe("text on the sheet", () => {
	test("Text is upright in all three origins and turned only by `turned`.", () => {
		for (const origin of ["top left", "centre", "bottom left"]) {
			const [plain, turned] = draws(
				`sheet 200, 200 origin ${origin}\nface 45\ntext "a" at 10, 20\ntext "a" at 10, 20 turned 30`,
			);
			expect([plain?.[5], turned?.[5], plain?.[1], plain?.[2]]).toEqual([0, 30, 10, 20]);
		}
	});
	test("Text is measured by one table of advance widths, from 0.8 of its size above the baseline to 0.2 below.", () => {
		const [size] = prints('picture p\n  text "Quay" at 0, 0 size 20\nend\nprint p.width, p.height');
		expect(size).toBe(`${Math.round(textWidth("Quay", 20) * 1e7) / 1e7} 20`);
		expect(textWidth("Quay", 20)).toBeGreaterThan(30);
	});
});

describe("limits", () => {
	test("A run that stops keeps all that it drew before.", () => {
		expect(drawn(runOf("walk 5\nwalk 1 / (1 - 1)").tape)).toEqual([["segment", 200, 150, 205, 150]]);
	});
	test("A limit stops a run on exactly its step, the same everywhere.", () => {
		const limits = { ...CLASS_LIMITS, steps: 1_000 };
		const { steps, tape, problem } = runOf("while true\n  walk 1\nend", { limits });
		expect([steps, tape.length, problem?.code]).toEqual([1_000, 1_000, "limit-steps"]);
		const sum = runOf("let n = 0\nrepeat 5000\n  n = n + 1\nend", { limits });
		expect([sum.steps, sum.problem?.code]).toEqual([1_000, "limit-steps"]);
		const entries = runOf("while true\n  walk 1\nend", { limits: { ...CLASS_LIMITS, entries: 700 } });
		expect([entries.tape.length, entries.problem?.code, entries.problem?.place.line]).toEqual([
			700,
			"limit-entries",
			2,
		]);
	});
	test("Joined texts, lists and pictures have their own limit, below the memory's.", () => {
		expect(codes('let t = "ab"\nwhile true\n  t = t + t\nend')).toEqual(["limit-text"]);
		expect(codes("let a = [0]\nwhile true\n  a = a + a\nend")).toEqual(["limit-list"]);
		expect(codes("let a = []\nwhile true\n  a = [a, a]\nend")).toEqual(["limit-depth"]);
		expect(codes("let a = [0]\nwhile true\n  let b = a\n  add 1 to a\nend")).toEqual(["limit-cells"]);
		expect(codes(`${BOAT}let p = boat\nwhile true\n  p = row(p, p)\nend`)).toEqual(["limit-entries"]);
		expect(codes(`${BOAT}let p = boat\nwhile true\n  p = turned(p, 1)\nend`)).toEqual(["limit-entries"]);
		expect(codes("let a = [0]\nrepeat 40\n  a = [a, a]\nend\nprint a")).toEqual(["limit-text"]);
		expect(
			codes(
				"routine deep()\n  let a = [0]\n  repeat 40\n    a = [a, a]\n  end\n  return a\nend\nprint deep() == deep()",
			),
		).toEqual(["limit-cells"]);
		expect(codes("routine f()\n  picture p\n    f()\n  end\nend\nf()")).toEqual(["limit-pictures"]);
		expect(codes(`${BOAT}let p = enlarged(boat, 10 ^ 200)`)).toEqual(["place-far"]);
	});
	test("The 1,001st nested call is an error with both lines.", () => {
		const source = (deep: number) =>
			`let most = ${deep}\nroutine dive(n)\n  if n > 1\n    dive(n - 1)\n  end\nend\ndive(most)`;
		expect(codes(source(1_000))).toEqual([]);
		const [problem] = problems(source(1_001));
		expect([problem?.code, problem?.place.line, problem?.data.first]).toEqual(["limit-calls", 4, 7]);
	});
});
