import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { CHECKS } from "../marking/checks/index.ts";
import { exampleOf } from "./file-messages.ts";
import { readExercise } from "./read.ts";

const GOOD = readFileSync(new URL("../../examples/touchstones/mooring-buoy.exercise.yaml", import.meta.url), "utf8");

function messagesOf(text: string): string[] {
	const reading = readExercise(text);
	return reading.ok ? [] : reading.problems.map((p) => `${p.path ? `${p.path}: ` : ""}${p.message}`);
}

/** The good file with one thing changed; the change must be one. */
function changed(from: string | RegExp, to: string): string {
	const text = GOOD.replace(from, to);
	expect(text).not.toBe(GOOD);
	return text;
}

/** What no message of ours has: the words of schemas and of the YAML reader. */
const RAW =
	/\b(?:expected|received|invalid|tuple|object|array|string|boolean|undefined|implicit|scalar|node|Too (?:big|small))\b|>=|<=/i;

describe("a wrong file is reported in plain words, with what may be there and an example", () => {
	test.each([
		[
			"a number for a pair",
			"at: [200, 150]",
			"at: 200",
			"criteria[2].at: this is to be a pair in brackets, as in [200, 150] or a list, as in [a, b], and it is 200",
		],
		["one number of two", "at: [200, 150]", "at: [200]", "criteria[2].at: give two numbers, as in [200, 150]"],
		[
			"an empty list",
			"is: [centred, inside]",
			"is: []",
			"criteria[7].is: this list is empty: give at least one thing, as in [a]",
		],
		[
			"a text for a number",
			"exactly: 1",
			"exactly: one",
			'criteria[0].exactly: this is to be a number, as in 40, and it is the text "one"',
		],
		[
			"half a circle",
			"exactly: 1",
			"exactly: 0.5",
			"criteria[0].exactly: this is to be a whole number, as in 3, and it is 0.5",
		],
		["too small a number", "exactly: 1", "exactly: -1", "criteria[0].exactly: this is to be at least 0, and it is -1"],
		[
			"points that aren't quarters",
			"is: red, points: 1",
			"is: red, points: 0.3",
			"criteria[3].points: points go in quarters, as in 0.25 or 1.5, and this is 0.3",
		],
		[
			"a list for options",
			"figures:",
			"figures: [a]\nold:",
			"figures: this is to be options in braces, as in { x: 40 }, and it is a list",
		],
		[
			"a word that is nearly right",
			"what: diameter",
			"what: diamter",
			'criteria[1].what: "diamter" isn\'t known here; did you mean "diameter"?',
		],
		[
			"a measure that there isn't",
			"what: diameter",
			"what: brightness",
			'criteria[1].what: this is to be one of width, height, diameter, radius, side lengths, interior angles, sweep, direction, start angle, turns, points, length, perimeter, area, rotation, rounding, outline width, closing gap, text size or a list, as in [a, b], and it is the text "brightness"',
		],
		[
			"a place that there isn't",
			"anchor: centre",
			"anchor: nose",
			'criteria[2].anchor: "nose" isn\'t known here; there are centre, corner, corners, upper left corner, upper right corner, lower left corner, lower right corner, middle of top edge, middle of bottom edge, middle of left edge, middle of right edge, start, end, either end, far end and baseline',
		],
		[
			"an option of another check",
			"anchor: centre, at: [200, 150]",
			"anchor: centre, at most: 3, at: [200, 150]",
			'criteria[2].at most: "at most" isn\'t an option of position, which takes anchor, at, in, on, from, offset and share, and what every criterion may have; a criterion reads like { id: middle, check: position, of: buoy, at: [200, 150], points: 1 }',
		],
		["a title that is missing", /^title:.*\n/m, "", "title: this is missing"],
		[
			"nothing where something is due",
			"title: Mooring buoy",
			"title:",
			"title: this is to be a text, as in buoy, and it is nothing",
		],
		[
			"a key twice",
			"title: Mooring buoy",
			"title: Mooring buoy\ntitle: Buoy",
			"this key is here twice: keep one of them",
		],
		[
			"a bracket that isn't closed",
			"[200, 150]",
			"[200, 150",
			"this line begins too far left or too far right, or a bracket or brace that was opened before it isn't closed",
		],
		["a tab", "title: Mooring buoy", "title: Mooring buoy\n\tlevel: 1", ""],
	])("%s", (_, from, to, message) => {
		const messages = messagesOf(changed(from, to));
		expect(messages.length).toBeGreaterThan(0);
		if (message !== "") expect(messages).toContain(message);
		for (const one of messages) expect(one).not.toMatch(RAW);
	});

	test("an anchor that a check can't use is an error, and so is one that it would not look at", () => {
		expect(messagesOf(changed("to: buoy, is: [centred, inside]", "to: buoy, is: inside, anchor: start"))).toEqual([
			expect.stringContaining("anchor and at go with is: meeting"),
		]);
		const row = "check: arrangement, as: row, by: either end, ";
		expect(messagesOf(changed("check: position, ", row).replace("anchor: centre, at: [200, 150], ", ""))).toEqual([
			expect.stringContaining("by takes an anchor that is one point, not either end"),
		]);
		expect(
			messagesOf(changed("anchor: centre, at: [200, 150]", "anchor: far end, from: band, offset: [0, 0]")),
		).toEqual([expect.stringContaining("from goes with an anchor that is one point, not far end")]);
	});
});

test("every check has an example that reads", () => {
	for (const { name } of CHECKS) {
		const criterion = /a criterion reads like (.*)$/.exec(exampleOf(name))?.[1];
		expect(criterion, name).toBeDefined();
		const text = `format: markpen/exercise@1
id: example
title: Example
brief: Draw it.
model: "circle centre 99, 99 radius 9"
starter: "walk 5"
example: { show: picture, program: "walk 5" }
figures: { buoy: { kind: circle }, band: { kind: rect }, lamp: { kind: circle }, boat: { kind: polygon } }
criteria:
  - ${criterion}
`;
		expect(messagesOf(text), name).toEqual([]);
	}
});
