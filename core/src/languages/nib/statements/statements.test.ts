import { describe, expect, test } from "vitest";
import { draw } from "../../../draw.ts";
import type { Figure } from "../../../figures/figure.ts";
import { messagesOf } from "../../../tape/tape.ts";
import { STATEMENTS } from "./index.ts";

function figures(source: string): readonly Figure[] {
	const drawn = draw(source);
	expect(drawn.errors).toEqual([]);
	return drawn.drawing.figures;
}

const box = (f: Figure | undefined) =>
	f && [f.bounds.left, f.bounds.low, f.bounds.right, f.bounds.high].map((v) => Math.round(v * 1000) / 1000);

describe.each([...STATEMENTS.values()].map((s) => [s.head, s] as const))("%s", (head, statement) => {
	test("its example runs and shows it", () => {
		const drawn = draw(statement.example);
		expect([drawn.errors, drawn.remarks, drawn.ended]).toEqual([[], [], "whole"]);
		expect(statement.example).toMatch(new RegExp(`^\\s*${head}\\b`, "m"));
		expect(drawn.tape.length).toBeGreaterThan(0);
	});

	test("its forms begin with its head and name every phrase", () => {
		for (const form of statement.forms) expect(form.startsWith(head)).toBe(true);
		const told = statement.forms.join(" ");
		for (const phrase of statement.phrases)
			expect(told.includes(phrase.word) || statement.help.includes(phrase.word)).toBe(true);
	});

	test("its help is a sentence or two", () => {
		expect(statement.help).toMatch(/^[A-Z].*\.$/);
	});
});

describe("both spellings are read", () => {
	test.each([
		["pen color red\nwalk 9", "pen colour red\nwalk 9"],
		["circle center 50, 50 radius 9", "circle centre 50, 50 radius 9"],
		["rect center 50, 50 size 9, 9", "rect centre 50, 50 size 9, 9"],
		["fill grey\ncircle centre 9, 9 radius 5", "fill gray\ncircle centre 9, 9 radius 5"],
		["face towards 0, 0\nwalk 9", "face toward 0, 0\nwalk 9"],
	])("%s", (one, other) => {
		expect([...draw(one).tape.coords]).toEqual([...draw(other).tape.coords]);
		expect(draw(one).tape.styles).toEqual(draw(other).tape.styles);
	});
});

describe("phrases may come in any order", () => {
	test.each([
		["rect size 30, 20 corner 10, 10", [10, 10, 40, 30]],
		["rect turned 90 corner 10, 10 size 30, 20", [15, 5, 35, 35]],
		["circle diameter 20 centre 50, 50", [40, 40, 60, 60]],
		["line to 40, 50 from 10, 20", [10, 20, 40, 50]],
		["ellipse size 40, 20 corner 10, 10", [10, 10, 50, 30]],
	])("%s", (source, wanted) => {
		expect(box(figures(source)[0])).toEqual(wanted);
	});
});

test("a statement's value may be in brackets", () => {
	expect(box(figures("walk(50)")[0])).toEqual([200, 150, 250, 150]);
	expect(box(figures("turn left(360 / 4)\nwalk (20)")[0])).toEqual([200, 130, 200, 150]);
	expect(messagesOf(draw('print("hi")').tape).map((m) => m.text)).toEqual(["hi"]);
});

test("a statement runs on only inside brackets", () => {
	expect(figures("polygon at [10,\n  10], [60,\n10], [\n60, 60], [10, (\n  30 +\n  30)]")[0]?.kinds[0]).toBe("square");
	expect(draw("polygon at [10, 10],\n  [60, 60]").errors.map((e) => [e.code, e.place.line])).toEqual([
		["value-missing", 1],
		["statement-missing", 2],
	]);
});

test("a polygon's last point equal to its first is dropped", () => {
	expect(figures("polygon at [0, 0], [40, 0], [40, 30], [0, 0]")[0]?.sides.length).toBe(3);
});

test("a regular polygon has its lowest side level, in every origin", () => {
	for (const origin of ["top left", "centre", "bottom left"]) {
		const [hexagon] = figures(`sheet 200, 200 origin ${origin}\npolygon sides 5 centre 50, 50 radius 40`);
		const lowest = [...(hexagon?.points ?? [])].sort((a, b) => (origin === "top left" ? b[1] - a[1] : a[1] - b[1]));
		expect(lowest[0]?.[1]).toBeCloseTo(lowest[1]?.[1] as number, 9);
	}
});

test("rounding above half the shorter side counts as that half", () => {
	const [rect] = figures("rect corner 0, 0 size 60, 40 round 99");
	expect([rect?.kinds, rect?.rounding]).toEqual([["rounded-rect"], 20]);
});

test("text has the fill's colour, or the pen's if there is no fill", () => {
	expect(figures('pen colour red\ntext "a" at 50, 50')[0]?.fill).toBe(0xff0000ff);
	expect(figures('pen colour red\nfill blue\ntext "a" at 50, 50')[0]?.fill).toBe(0x0000ffff);
	expect(figures('pen none\ntext "a" at 50, 50')).toEqual([]);
});

test("a number can be written as text", () => {
	expect(figures("text 3.5 at 50, 50")[0]?.lettering?.text).toBe("3.5");
});

test("pen none draws nothing until the next colour; up and down matter only to walking", () => {
	expect(figures("pen none\nwalk 20\npen colour red\nwalk 20").length).toBe(1);
	expect(figures("pen up\nrect corner 0, 0 size 9, 9\nwalk 20").map((f) => f.kinds[0])).toEqual(["square"]);
});

test("sizes and radii may be 0, never below", () => {
	expect(draw("circle centre 9, 9 radius 0").errors).toEqual([]);
	expect(draw("circle centre 9, 9 radius -1").errors.map((e) => e.code)).toEqual(["size-negative"]);
	expect(draw("pen width -1").errors.map((e) => e.data)).toEqual([{ phrase: "width", value: "-1", what: "width" }]);
});

test("paper moves no pen and keeps what is set", () => {
	const drawn = draw("go to 10, 10\nface 90\nfill red\npaper lightblue\nprint pen.x, pen.y, pen.facing, pen.fill");
	expect(messagesOf(drawn.tape).map((m) => m.text)).toEqual(["10 10 90 #ff0000"]);
});
