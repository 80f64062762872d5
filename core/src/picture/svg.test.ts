import { expect, test } from "vitest";
import { draw } from "../draw.ts";
import { entryBounds } from "../tape/entry-bounds.ts";
import { ENTRY, PLAIN_LINE } from "../tape/layout.ts";
import { PATH } from "../tape/path.ts";
import { placedEntry } from "../tape/place-entry.ts";
import { TapeWriter } from "../tape/writer.ts";
import { pictureOf } from "./picture.ts";
import { svgOf } from "./svg.ts";

const svg = (source: string) => svgOf(pictureOf(draw(source).tape));

test("script in a text stays text", () => {
	const found = svg('text "<script>alert(1)</script>&" at 10, 20');
	expect(found).not.toContain("<script>");
	expect(found).toContain("&lt;script&gt;alert(1)&lt;/script&gt;&amp;");
});

test("characters that XML lacks become spaces", () => {
	expect(svg('text "a\u0001b\ud800c" at 10, 20')).toContain(">a b c<");
});

test("y grows upwards on paper whichever way the sheet counts it", () => {
	const shape = (origin: string, at: string) =>
		pictureOf(draw(`sheet 400, 300 origin ${origin}\nline from ${at} to ${at.replace(/^-?\d+/, "50")}`).tape).shapes[0]
			?.d;
	expect(shape("top left", "10, 20")).toBe("M10 20L50 20");
	expect(shape("bottom left", "10, 20")).toBe("M10 280L50 280");
	expect(shape("centre", "10, 20")).toBe("M210 130L250 130");
});

test("paper takes everything away that was drawn before", () => {
	const picture = pictureOf(draw("fill red\nrect corner 0, 0 size 10, 10\npaper lightblue\nwalk 10").tape);
	expect(picture.paper).toBe("#add8e6");
	expect(picture.shapes.length).toBe(1);
});

test("a walk in one ink is one path", () => {
	const picture = pictureOf(draw("repeat 4\nwalk 20\nturn left 90\nend\npen colour red\nwalk 5").tape);
	expect(picture.shapes.map((s) => s.d)).toEqual(["M200 150L220 150L220 130L200 130L200 150", "M200 150L205 150"]);
});

test("a turned, rounded rect and an ellipse keep their form", () => {
	const [rect, oval] = pictureOf(
		draw("rect centre 100, 100 size 80, 40 turned 90\nellipse centre 50, 60 size 40, 20").tape,
	).shapes;
	expect(rect?.d).toBe("M80 140L80 60L120 60L120 140Z");
	expect(oval?.d).toBe("M70 60A20 10 0 0 0 40 51.34A20 10 0 0 0 40 68.66A20 10 0 0 0 70 60Z");
});

test("an area is filled under what was walked in it, over what was drawn before, and closed without ink", () => {
	const { shapes } = pictureOf(
		draw(
			"fill red\nrect corner 0, 0 size 9, 9\narea\n  walk 40\n  turn left 90\n  walk 40\nend\ncircle centre 9, 9 radius 4",
		).tape,
	);
	expect(shapes.map((s) => [s.d.slice(0, 26), s.fill, s.ink])).toEqual([
		["M0 0L9 0L9 9L0 9Z", "#ff0000", "#000000"],
		["M200 150L240 150L240 110Z", "#ff0000", "none"],
		["M200 150L240 150L240 110", "none", "#000000"],
		["M13 9A4 4 0 0 0 7 5.54A4 4", "#ff0000", "#000000"],
	]);
	expect(shapes[1]?.lines).toEqual([3, 4, 6]);
});

test("an area that the paper covered on its way lies on the paper, and a curve bounds it", () => {
	const picture = pictureOf(
		draw("fill red\narea\n  walk 40\n  paper lightblue\n  curve left radius 20 sweep 180\nend").tape,
	);
	expect(picture.paper).toBe("#add8e6");
	expect(picture.shapes.map((s) => s.fill)).toEqual(["#ff0000", "none"]);
	expect(picture.shapes[0]?.d).toBe("M200 150L240 150A20 20 0 0 0 260 130A20 20 0 0 0 240 110Z");
});

test("wipe takes everything away and keeps the paper", () => {
	const picture = pictureOf(draw("paper lightblue\nwalk 10\nwipe\nwalk 5").tape);
	expect([picture.paper, picture.shapes.length]).toEqual(["#add8e6", 1]);
});

test("dots, arcs, polylines, stars and curves", () => {
	const { shapes } = pictureOf(
		draw(
			"pen colour red\nfill blue\ndot at 9, 9 size 4\narc centre 50, 50 radius 10 from 0 to 90\narc centre 50, 50 radius 10 from 0 to 90 closed sector\narc centre 50, 50 radius 10 from 0 to 90 closed segment\npolyline at [1, 2], [3, 4]\ncurve right radius 10 sweep 90",
		).tape,
	);
	expect(shapes.map((s) => [s.d, s.fill, s.ink])).toEqual([
		["M11 9A2 2 0 0 0 8 7.27A2 2 0 0 0 8 10.73A2 2 0 0 0 11 9Z", "#ff0000", "none"],
		["M60 50A10 10 0 0 0 50 40", "none", "#ff0000"],
		["M50 50L60 50A10 10 0 0 0 50 40Z", "#0000ff", "#ff0000"],
		["M60 50A10 10 0 0 0 50 40Z", "#0000ff", "#ff0000"],
		["M1 2L3 4", "none", "#ff0000"],
		["M200 150A10 10 0 0 1 210 160", "none", "#ff0000"],
	]);
});

test("mirrored letters are mirrored about their own place", () => {
	const found = svg('picture p size 40, 20\n  text "ab" at 10, 15 turned 30\nend\nlay mirrored(p) at 100, 100');
	expect(found).toContain('transform="translate(110 105) rotate(30) scale(-1 1) translate(-110 -105)"');
});

test("what the 2D canvas draws has its place: Bézier curves, arcs, fill rules, dashes, caps and clips", () => {
	const writer = new TapeWriter(9);
	const put = (...values: number[]) => {
		for (const value of values) writer.put(value);
	};
	writer.use(-1, 1, -1);
	writer.add(ENTRY.clip, 1, 0);
	put(1, PATH.move, 0, 0, PATH.line, 90, 0, PATH.line, 45, 80, PATH.close);
	writer.use(0x0000ffff, 3, 0xff0000ff, { ...PLAIN_LINE, cap: "round", join: "bevel", dash: [4, 2], dashOffset: 1 }, 1);
	writer.add(ENTRY.path, 2, 0);
	put(
		1,
		PATH.move,
		10,
		10,
		PATH.quadratic,
		20,
		0,
		30,
		10,
		PATH.cubic,
		40,
		20,
		40,
		40,
		10,
		40,
		PATH.arc,
		30,
		40,
		20,
		20,
		0,
		180,
		90,
		PATH.close,
	);
	const found = svgOf(
		pictureOf(writer.finish({ width: 100, height: 80, origin: "top left" }, [], { x: 0, y: 0, facing: 0, down: true })),
	);
	expect(found).toContain('<clipPath id="clip-0"><path d="M0 0L90 0L45 80Z" clip-rule="evenodd"/></clipPath>');
	expect(found).toContain(
		'<path d="M10 10Q20 0 30 10C40 20 40 40 10 40A20 20 0 0 0 30 60Z" fill="#ff0000" fill-rule="evenodd" stroke="#0000ff" stroke-width="3"',
	);
	expect(found).toContain(
		'stroke-linejoin="bevel" stroke-miterlimit="10" stroke-linecap="round" stroke-dasharray="4 2" stroke-dashoffset="1" clip-path="url(#clip-0)"',
	);
});

test("a picture of entries keeps its form wherever it is placed", () => {
	const place = { x: 5, y: 7, scale: 2, turned: 90, mirrored: true, up: 1 } as const;
	const path = [0, PATH.move, 1, 2, PATH.cubic, 1, 1, 2, 2, 3, 3, PATH.arc, 1, 1, 4, 2, 10, 30, 40, PATH.close];
	const found = placedEntry(ENTRY.path, path, 0, path.length, place).map((v) => Math.round(v * 1e9) / 1e9);
	expect(found).toEqual([0, 0, 1, 5, 3, 3, 5, 1, 3, -1, 1, 4, 3, 5, 8, 4, 80, 150, -40, 5]);
	expect(entryBounds(ENTRY.path, path, 0, path.length, [], 1)).toMatchObject({ left: 1, low: 1 });
});
