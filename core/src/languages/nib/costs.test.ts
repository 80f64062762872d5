import { describe, expect, test } from "vitest";
import { draw } from "../../draw.ts";
import { textWidth } from "../../tape/lettering.ts";

const LONG = `let t = "${"x".repeat(9_600)}"\n`;
/** A list of 2,048 of what the list `a` holds once. */
const DOUBLED = "repeat 11\n  a = a + a\nend\n";
const MANY_CORNERS = `let a = [[0, 0]]\n${DOUBLED}add [100, 0] to a\nadd [100, 100] to a\npicture e\n  polygon at a\nend\n`;

const steps = (source: string) => {
	const drawn = draw(source);
	expect(drawn.errors).toEqual([]);
	return drawn.steps;
};
const stop = (source: string) => draw(source).errors[0]?.code;

describe("an operation costs steps in proportion to its work", () => {
	test.each([
		["the length of a text", `${LONG}repeat 10\n  let n = length(t)\nend`, 10 + 10 * 300],
		[
			"the length of a text, in a loop that only calculates",
			`${LONG}let n = 0\nrepeat 10\n  n = n + length(t)\nend`,
			3_010,
		],
		["a text that is drawn", `${LONG}repeat 10\n  text t at 10, 10\nend`, 10 + 10 * 300],
		["gaps that are joined", `let a = [1]\n${DOUBLED}repeat 10\n  let p = row(a)\nend`, 11 + 10 + 10 * 2_048],
		["empty pictures in layers", `picture e\nend\nlet a = [e]\n${DOUBLED}repeat 10\n  let p = layers(a)\nend`, 20_501],
		["pictures that are compared", `${MANY_CORNERS}let q = false\nrepeat 10\n  q = e == e\nend`, 11 + 10],
		[
			"pictures of the same corners that are compared",
			`${MANY_CORNERS}picture f\n  polygon at a\nend\nlet q = false\nrepeat 10\n  q = e == f\nend`,
			11 + 10 + 10 * Math.floor((2 * 2_050) / 32),
		],
	])("%s", (_, source, wanted) => expect(steps(source)).toBe(wanted));

	test.each([
		["a short text's length", 'repeat 10\n  let n = length("Harbour Day")\nend'],
		["a short text", 'repeat 10\n  text "Harbour Day" at 10, 10\nend'],
		["a list's length", `let a = [1]\nrepeat 10\n  let n = length(a)\nend`],
		["a few pictures", "picture e size 9, 9\n  paper gold\nend\nrepeat 10\n  lay row(e, 4, e) at 50, 50\nend"],
	])("and what is small none: %s", (_, source) => expect(steps(source)).toBe(10));
});

describe("what a run holds on to is counted", () => {
	test.each([
		["corners of pictures that are laid", `${MANY_CORNERS}while true\n  lay e at 100, 100\nend`],
		["corners of pictures that are turned", `${MANY_CORNERS}while true\n  let p = turned(e, 3)\nend`],
		["empty pictures", "while true\n  picture e\n  end\nend"],
		["empty pictures that are turned", "picture e\nend\nwhile true\n  let p = turned(e, 1)\nend"],
		["pens", "let i = 1\nwhile true\n  i = i + 0.001\n  pen width i\nend"],
		["fills", "let i = 0\nwhile true\n  i = i + 0.0001\n  pen width i\n  fill rgb(i mod 256, 0, 0)\nend"],
	])("%s", (_, source) => expect(stop(source)).toBe("limit-cells"));

	test("a list that is only asked for its length isn't copied when it grows", () =>
		expect(stop("let a = []\nwhile length(a) < 5000\n  add 1 to a\nend")).toBeUndefined());

	test("but a list that is passed on is", () =>
		expect(draw("let a = [1]\nlet b = a\nadd 2 to a\nprint length(b), length(a)").tape.texts).toEqual(["1 2"]));
});

test("a text's length counts characters, not halves of them", () =>
	expect(draw('print length("⛵🚢a"), length("🚢"), length("")').tape.texts).toEqual(["3 1 0"]));

test("a long text is as wide as its parts", () => {
	const text = "Harbour Day ".repeat(50);
	expect(textWidth(text, 10)).toBeCloseTo(50 * textWidth("Harbour Day ", 10), 6);
	expect(textWidth(text, 20)).toBe(2 * textWidth(text, 10));
});
