import { describe, expect, test } from "vitest";
import { type Drawn, draw } from "../../draw.ts";
import { linesUsing } from "../../marking/source/constructs.ts";
import { Program } from "../../marking/source/program.ts";
import { tapeChecksum } from "../../tape/binary.ts";
import type { RunOptions } from "../run.ts";
import { numbersInPath } from "./path-numbers.ts";
import { SVG } from "./svg.ts";
import { SVG_HELP } from "./svg-help.ts";
import { laidViewBox, lengthOf, numbersOf, transformOf, viewBoxOf } from "./units.ts";

const SHEET = { width: 400, height: 300, origin: "top left" } as const;
const wrapped = (inside: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">\n${inside}\n</svg>\n`;
const drawn = (inside: string, options: RunOptions = {}): Drawn =>
	draw(wrapped(inside), { language: SVG, sheet: SHEET, ...options });
const figures = (inside: string) => drawn(inside).drawing.figures;
const codes = (inside: string) => drawn(inside).remarks.map((r) => r.code);

describe("what is drawn is recorded as what it is", () => {
	test.each([
		['<rect x="10" y="10" width="80" height="50"/>', "rect"],
		['<rect x="10" y="10" width="80" height="50" rx="10"/>', "rounded-rect"],
		['<rect x="10" y="10" width="60" height="60" transform="rotate(30 40 40)"/>', "square"],
		['<circle cx="100" cy="100" r="40"/>', "circle"],
		['<circle cx="100" cy="100" r="40" transform="scale(2 1)"/>', "ellipse"],
		['<line x1="10" y1="10" x2="90" y2="60" stroke="navy"/>', "line"],
		['<polyline points="10,10 90,60 120,20" fill="none" stroke="navy"/>', "polyline"],
		['<polygon points="60,140 130,40 200,140"/>', "isosceles-triangle"],
		['<path d="M 60 140 L 130 40 L 200 140 Z"/>', "isosceles-triangle"],
		['<path d="M 100 100 A 60 60 0 0 1 220 100" fill="none" stroke="red"/>', "arc"],
		['<text x="40" y="60">Buoy</text>', "text"],
		['<svg x="20" y="20" viewBox="0 0 10 10" width="100" height="100"><circle cx="5" cy="5" r="4"/></svg>', "circle"],
	])("%s", (inside, kind) => {
		expect(figures(inside).map((f) => f.kinds[0])).toEqual([kind]);
	});

	test("with exact measures, colours and the line of its tag", () => {
		const [figure] = figures(
			'<g>\n<circle cx="120" cy="90" r="40"\n fill="tomato" stroke="black" stroke-width="6"/></g>',
		);
		expect(figure).toMatchObject({
			centre: [120, 90],
			width: 80,
			height: 80,
			fill: 0xff6347ff,
			outline: 0x000000ff,
			outlineWidth: 6,
			lines: [3],
		});
	});

	test("a rect that covers the sheet is its paper, by its size, by percentages or by the background", () => {
		for (const inside of [
			'<rect width="400" height="300" fill="lightblue"/>',
			'<rect width="100%" height="100%" fill="lightblue"/>',
		])
			expect(drawn(inside).drawing).toMatchObject({ paper: 0xadd8e6ff, figures: [] });
		const styled = draw('<svg xmlns="http://www.w3.org/2000/svg" style="background: lightblue"></svg>', {
			language: SVG,
		});
		expect(styled.drawing.paper).toBe(0xadd8e6ff);
	});

	test.each([
		["centre", [-100, 60]],
		["bottom left", [100, 210]],
		["top left", [100, 90]],
	] as const)("places are the sheet's own: %s", (origin, centre) => {
		const { drawing } = drawn('<circle cx="100" cy="90" r="20"/>', { sheet: { ...SHEET, origin } });
		expect(drawing.figures[0]?.centre).toEqual(centre);
	});

	test("what is used is drawn by the line of the original, in a call by its id", () => {
		const found = figures(
			'<defs>\n<rect id="box" width="50" height="40"/>\n</defs>\n<use href="#box" x="30" y="40"/>\n<use href="#box" x="90" y="40"/>',
		);
		expect(found.map((f) => [f.routine, f.centre, f.lines])).toEqual([
			["box", [55, 60], [5, 3]],
			["box", [115, 60], [6, 3]],
		]);
	});

	test("words are laid by their own widths: anchors, parts, places of each letter", () => {
		const words = (inside: string) =>
			figures(inside).map((f) => [f.lettering?.text, Math.round(f.centre[0] * 10) / 10]);
		expect(words('<text x="200" y="60" text-anchor="middle">  Red\n  buoy </text>')[0]).toEqual(["Red buoy", 200]);
		expect(words('<text x="10" y="60">Red <tspan fill="red">buoy</tspan></text>').map(([w]) => w)).toEqual([
			"Red ",
			"buoy",
		]);
		expect(words('<text x="10 60 110" y="60">abcd</text>').map(([w]) => w)).toEqual(["a", "b", "cd"]);
		const [end] = words('<text x="200" y="60" text-anchor="end">Red <tspan>buoy</tspan></text>');
		expect(end?.[1] as number).toBeLessThan(200);
	});

	test("the same document gives the same tape, with another between", () => {
		const source = '<g id="a"><circle cx="50" cy="50" r="20"/></g><use href="#a" x="90"/>';
		const first = tapeChecksum(drawn(source).tape);
		drawn('<style>* { fill: red }</style><rect width="10" height="10"/>');
		expect(tapeChecksum(drawn(source).tape)).toBe(first);
	});
});

describe("the sheet", () => {
	const sheetOf = (attributes: string, options: RunOptions = {}) =>
		draw(`<svg xmlns="http://www.w3.org/2000/svg" ${attributes}></svg>`, { language: SVG, ...options });

	test("is the document's own size, else its viewBox's, else the usual one", () => {
		const size = (attributes: string) => {
			const { width, height } = sheetOf(attributes).tape.sheet;
			return [width, height];
		};
		expect(size('width="640" height="480"')).toEqual([640, 480]);
		expect(size('viewBox="0 0 80 60"')).toEqual([80, 60]);
		expect(size("")).toEqual([400, 300]);
		expect(size('width="10cm" height="50%"')[0]).toBeCloseTo(377.95, 2);
	});

	test("of an exercise replaces another one, with a remark", () => {
		const other = sheetOf('width="200" height="150" viewBox="0 0 200 150"', { sheet: SHEET });
		expect([other.tape.sheet, other.remarks.map((r) => r.code)]).toEqual([SHEET, ["sheet-overruled"]]);
	});
});

describe("limits", () => {
	const many = Array.from({ length: 9 }, (_, i) => `<g id="g${i + 1}">${`<use href="#g${i}"/>`.repeat(10)}</g>`).join(
		"\n",
	);

	test("use that multiplies ends at its limit, and what was drawn before is kept", () => {
		const end = performance.now() + 20_000;
		const d = drawn(`<circle id="g0" cx="50" cy="50" r="20"/>\n${many}`, { stop: () => performance.now() > end });
		expect([d.ended, d.errors[0]?.code]).toEqual(["stopped", "limit-entries"]);
		expect(d.drawing.figures[0]?.kinds[0]).toBe("circle");
	});

	test("a selector that would compare without end is ended", () => {
		const deep = `${"<g>".repeat(90)}<rect width="9" height="9"/>${"</g>".repeat(90)}`;
		expect(drawn(`<style>q g g g g g g rect { fill: red }</style>${deep}`).ended).toBe("stopped");
	});

	test("an exercise can leave elements out, and none can be given a value", () => {
		const read = SVG.read(wrapped('<path d="M 0 0"/>'), undefined, ["path"]);
		expect([read.isReadable, read.problems[0]?.code, read.problems[0]?.data]).toEqual([
			false,
			"statement-left-out",
			{ word: "path" },
		]);
		expect(SVG.read(wrapped("")).givenProblem({ size: 3 })?.of).toBe("size");
		expect(SVG.read(wrapped("")).givenProblem({})).toBeUndefined();
	});
});

describe("the outline", () => {
	const program = (inside: string) => new Program(SVG.read(wrapped(inside)));
	const inside =
		'<style>.a { fill: red }</style>\n<!-- the sun -->\n<g>\n<circle class="a" r="5"/>\n<circle r="9"/></g>\n<use href="#b"/>';

	test.each([
		["circle", [5, 6]],
		["g", [4]],
		["use", [7]],
		["class", [5]],
		["style", [2]],
		["comment", [3]],
		["rect", []],
	] as const)("lines that use %s", (word, lines) => {
		expect(linesUsing(program(inside), word, "anywhere")).toEqual(lines);
	});
});

describe("the sites", () => {
	const sites = (inside: string) => SVG.read(wrapped(inside)).sites;

	test("are numbers, colours and words with what they are for", () => {
		const found = sites(
			'<circle cx="100" cy="90" r="40" fill="gold" style="stroke: navy"/>\n<text x="5" y="9"> Hi </text>',
		);
		expect(found.values.map((v) => `${v.text} ${[...v.roles]}`)).toEqual([
			"100 x",
			"90 y",
			"40 radius",
			"gold fill colour",
			"navy pen colour",
			"5 x",
			"9 y",
			"Hi words",
		]);
		expect(found.pairs.map((p) => `${p.of} ${p.first.text} ${p.second.text}`)).toEqual(["place 100 90", "place 5 9"]);
	});

	test("are in points, paths and transforms too", () => {
		const text = (inside: string) =>
			sites(inside)
				.values.map((v) => `${v.text} ${[...v.roles]}`)
				.join(", ");
		expect(text('<polygon points="1,2 3,4"/>')).toBe("1 x, 2 y, 3 x, 4 y");
		expect(text('<g transform="translate(10 20) rotate(30, 5, 6)"/>')).toBe("10 x, 20 y, 30 rotation, 5 x, 6 y");
		expect(text('<path d="M1 2h3A4 5 6 01 7 8"/>')).toBe(
			"1 x, 2 y, 3 other, 4 radius, 5 radius, 6 rotation, 0 other, 1 other, 7 x, 8 y",
		);
	});

	test("say what an element does, what could be there too, and which other shape it could be", () => {
		const [first] = sites('<circle cx="100" cy="90" r="40" stroke="red"/>').statements;
		expect([...(first?.does ?? [])]).toEqual(["shape", "pen colour"]);
		expect(first?.room.map((r) => r.take("gold").text)).toEqual([' fill="gold"', ' stroke-width="gold"']);
		expect(first?.otherKinds).toEqual(['<rect x="60" y="50" width="80" height="80" stroke="red"/>']);
	});
});

describe("notation", () => {
	const measures = { width: 200, height: 100, font: 10 };

	test.each([
		["12", 12],
		["-.5e1px", -5],
		["1in", 96],
		["2em", 20],
		["50%", 100],
		["10 px", undefined],
		["auto", undefined],
	])("a length of %s is %s", (text, value) => {
		expect(lengthOf(text, measures, "x")).toBe(value);
	});

	test("a list of numbers ends where it can't be read", () => {
		expect(numbersOf("1,2 -3.5-4")).toEqual({ numbers: [1, 2, -3.5, -4], whole: true });
		expect(numbersOf("1, x, 3")).toEqual({ numbers: [1], whole: false });
		expect(numbersInPath("M1.5.5L-3-4").map((n) => n.role)).toEqual(["x", "y", "x", "y"]);
	});

	test("transforms are read whole or not at all", () => {
		expect(transformOf("translate(10) scale(2, 3)", measures)).toEqual({ a: 2, b: 0, c: 0, d: 3, e: 10, f: 0 });
		expect(transformOf("translate(50%, 50%)", measures)).toMatchObject({ e: 100, f: 50 });
		for (const text of ["translate(1 2 3)", "turn(5)", "scale(2", "rotate(1 2)", "translate(1) 5"])
			expect(transformOf(text, measures)).toBeUndefined();
	});

	test("a viewBox lies in the middle, at an edge, cut or stretched", () => {
		const box = viewBoxOf("0 0 10 10");
		const laid = (ratio?: string) => box && laidViewBox(box, { width: 40, height: 20 }, ratio);
		expect(laid()).toMatchObject({ a: 2, d: 2, e: 10, f: 0 });
		expect(laid("xMinYMid slice")).toMatchObject({ a: 4, e: 0, f: -10 });
		expect(laid("none")).toMatchObject({ a: 4, d: 2 });
		expect(viewBoxOf("0 0 10")).toBeUndefined();
		expect(viewBoxOf("0 0 -4 5")).toBeUndefined();
	});
});

test("what has no effect on a drawing gets no remark, what would have one does", () => {
	expect(
		codes(
			'<g font-family="serif" data-x="1" aria-label="sun"><circle r="9" cx="20" cy="20" style="cursor: pointer"/></g>',
		),
	).toEqual([]);
	expect(codes('<circle r="9" cx="20" cy="20" style="mask: url(#a)"/>')).toEqual(["svg-property-not-taken"]);
});

test("the example of every word is drawn without an error or a remark", () => {
	expect(SVG_HELP.size).toBeGreaterThan(30);
	for (const { word, example } of SVG_HELP.values()) {
		const { errors, remarks, drawing } = draw(example, { language: SVG });
		expect([word, errors, remarks]).toEqual([word, [], []]);
		expect(drawing.figures.length).toBeGreaterThan(0);
	}
});
