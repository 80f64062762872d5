import { describe, expect, test } from "vitest";
import { checkTopic } from "../check-topic.ts";
import { CHECKS } from "../marking/checks/index.ts";
import { counted, inWords, listed, num, sentence, withArticle } from "./lists.ts";
import { agreeing, figuresWord, measureWord, plural, theFigure, theFigures } from "./names.ts";

test.each([
	[[], ""],
	[["a"], "a"],
	[["a", "b"], "a and b"],
	[["a", "b", "c"], "a, b and c"],
])("%j is listed as %j", (items, words) => {
	expect(listed(items)).toBe(words);
});

test("a choice is listed with or", () => {
	expect(listed(["red", "blue"], "or")).toBe("red or blue");
});

test.each([
	[5, "5"],
	[5.04, "5"],
	[5.05, "5.1"],
	[-0.04, "0"],
	[-2.26, "-2.3"],
	[1e6, "1000000"],
])("%s is written %s", (value, words) => {
	expect(num(value)).toBe(words);
});

test("a number has its noun in the singular for one alone", () => {
	expect([0, 1, 2].map((n) => counted(n, "line"))).toEqual(["0 lines", "1 line", "2 lines"]);
	expect([1, 2].map((n) => counted(n, "person", "people"))).toEqual(["1 person", "2 people"]);
});

test("small whole numbers are words, others figures", () => {
	expect([0, 1, 10, 11, 2.5].map(inWords)).toEqual(["no", "one", "ten", "11", "2.5"]);
});

test("a sentence begins with a capital, and an article fits its noun", () => {
	expect([sentence("the buoy"), sentence("")]).toEqual(["The buoy", ""]);
	expect(["circle", "ellipse", "arc", "octagon"].map(withArticle)).toEqual([
		"a circle",
		"an ellipse",
		"an arc",
		"an octagon",
	]);
});

describe("names of figures", () => {
	test.each([
		["buoy", "the buoy"],
		["left-window", "the left window"],
		["mast and deck", "the mast and the deck"],
		["everything", "everything"],
		["", "everything"],
		["paper", "the paper"],
	])("%j is %j", (name, words) => {
		expect(theFigure(name)).toBe(words);
	});

	test.each([
		["plank", "the planks"],
		["buoy", "the buoys"],
		["canopy", "the canopies"],
		["box", "the boxes"],
		["torch", "the torches"],
		["brush", "the brushes"],
		["compass", "the compasses"],
		["mast and deck", "the mast and the deck"],
		["everything", "all figures"],
	])("all of %j are %j", (name, words) => {
		expect(theFigures(name)).toBe(words);
	});

	test("have the number of what is counted", () => {
		expect([1, 2].map((n) => figuresWord("", n))).toEqual(["figure", "figures"]);
		expect([1, 2].map((n) => figuresWord("left-window", n))).toEqual(["left window", "left windows"]);
	});
});

test("a radius has radii", () => {
	expect([plural("radius", 1), plural("radius", 2), plural("inner radius", 3)]).toEqual([
		"radius",
		"radii",
		"inner radii",
	]);
	expect(measureWord("closing gap")).toBe("gap where it closes");
});

test("verbs agree with several figures, and stay with one", () => {
	expect(agreeing("mast and deck", "The mast and the deck is level and touches the sheet")).toBe(
		"The mast and the deck are level and touch the sheet",
	);
	expect(agreeing("deck", "The deck is level")).toBe("The deck is level");
});

test("every check has a topic of its own, which isn't its name", () => {
	const topics = CHECKS.map((check) => checkTopic(check.name));
	expect(new Set(topics).size).toBe(CHECKS.length);
	expect(CHECKS.filter((check) => checkTopic(check.name) === check.name)).toEqual([]);
});
