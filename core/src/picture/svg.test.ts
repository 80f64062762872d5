import { expect, test } from "vitest";
import { draw } from "../draw.ts";
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
	const shape = (origin: string, at: string) => pictureOf(draw(`sheet 400, 300 origin ${origin}\nline from ${at} to ${at.replace(/^-?\d+/, "50")}`).tape).shapes[0]?.d;
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
	const [rect, oval] = pictureOf(draw("rect centre 100, 100 size 80, 40 turned 90\nellipse centre 50, 60 size 40, 20").tape).shapes;
	expect(rect?.d).toBe("M80 140L80 60L120 60L120 140Z");
	expect(oval?.d).toBe("M70 60A20 10 0 0 0 40 51.34A20 10 0 0 0 40 68.66A20 10 0 0 0 70 60Z");
});
