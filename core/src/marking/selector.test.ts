import { describe, expect, test } from "vitest";
import { namedColour } from "../colour/colour.ts";
import { draw } from "../draw.ts";
import { isColour, meets, type Selector, selector } from "./selector.ts";

const figure = (source: string) => {
	const [first] = draw(source).drawing.figures;
	if (!first) throw new Error("nothing was drawn");
	return first;
};

const SQUARE = figure("fill crimson\npen colour navy width 3\nrect corner 10, 10 size 60, 60");
const OVAL = figure("ellipse centre 99, 99 size 80, 40");
const NAME = figure('text "Plover II" at 50, 50');

describe("a selector is met in full or not at all", () => {
	test.each([
		["a kind", { kind: "square" }, SQUARE, true],
		["a wider kind", { kind: "rect" }, SQUARE, true],
		["another kind", { kind: "circle" }, SQUARE, false],
		["one of several kinds", { kind: ["circle", "square"] }, SQUARE, true],
		["a number of sides", { sides: 4 }, SQUARE, true],
		["another number of sides", { sides: 5 }, SQUARE, false],
		["a fill", { fill: "red" }, SQUARE, true],
		["another fill", { fill: "blue" }, SQUARE, false],
		["an outline", { outline: "blue" }, SQUARE, true],
		["filled", { filled: true }, SQUARE, true],
		["not filled", { filled: false }, OVAL, true],
		["a width within the tolerance", { width: 62 }, SQUARE, true],
		["a width beyond it", { width: 66 }, SQUARE, false],
		["a height of its own", { width: 80, height: 40 }, OVAL, true],
		["a side", { side: 60 }, SQUARE, true],
		["a diameter, the mean of both", { diameter: 60 }, OVAL, true],
		["a radius", { radius: 30 }, OVAL, true],
		["words", { text: { is: "Plover II" } }, NAME, true],
		["words in another case", { text: { is: "plover ii" } }, NAME, false],
		["words, case and spaces left out", { text: { is: "PLOVERII", ignoring: ["case", "spaces"] } }, NAME, true],
		["words of a figure without any", { text: { is: "Plover" } }, SQUARE, false],
		["nothing stated", {}, OVAL, true],
	] as [string, Selector, typeof SQUARE, boolean][])("%s", (_, of, drawn, wanted) => {
		expect(meets(drawn, of, 3)).toBe(wanted);
	});
});

describe("a colour word", () => {
	test.each([
		["crimson", "red", true],
		["firebrick", "red", true],
		["red", "crimson", true],
		["navy", "blue", true],
		["green", "red", false],
		["saddlebrown", "brown", true],
		["brown", "brown", true],
		["hotpink", "pink", true],
		["lightcyan", "white", true],
		["lightcyan", "turquoise", true],
		["gold", "#ffd700", true],
		["black", "#ffd700", false],
	])("%s counts as %s: %s", (paint, word, wanted) => {
		expect(isColour(namedColour(paint) as number, word)).toBe(wanted);
	});

	test("no paint is none, and only none", () => {
		expect([isColour(-1, "none"), isColour(-1, "red"), isColour(namedColour("red") as number, "none")]).toEqual([true, false, false]);
	});
});

test("what a selector can't hold is refused", () => {
	for (const wrong of [{ kind: "blob" }, { sides: 2 }, { number: 0 }, { fill: "reddish" }, { colour: "red" }, { text: "Plover" }, { width: "60" }])
		expect(selector.safeParse(wrong).success).toBe(false);
});
